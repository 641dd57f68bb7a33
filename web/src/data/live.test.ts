import { PAGE_HEADER } from '@ivrak/contract';
import { afterEach, expect, it, vi } from 'vitest';
import { heard, holdStill } from './live.ts';
import { PAGE_ID, pageHeader } from './page.ts';
import { queryClient } from './queries.ts';

vi.stubGlobal('document', { activeElement: null });
const asked = vi.spyOn(queryClient, 'invalidateQueries').mockResolvedValue(undefined);
afterEach(() => asked.mockClear());
const elsewhere = '{"by":"another"}';

it('says with every change which page makes it, by the name that the contract has for it', () => {
  expect(Object.keys(pageHeader())).toEqual([PAGE_HEADER]);
});

it('asks anew what others have changed, not what this page has', () => {
  heard(elsewhere);
  heard('{"by":null}');
  expect(asked).toHaveBeenCalledTimes(2);
  heard(JSON.stringify({ by: PAGE_ID }));
  expect(asked).toHaveBeenCalledTimes(2);
});

it('waits while anything is being filled in, and asks once all of it is done', () => {
  const [first, second] = [holdStill(), holdStill()];
  heard(elsewhere);
  heard(elsewhere);
  first();
  expect(asked).not.toHaveBeenCalled();
  second();
  expect(asked).toHaveBeenCalledTimes(1);
  holdStill()();
  expect(asked).toHaveBeenCalledTimes(1);
});

it('waits while somebody is in a field', () => {
  vi.stubGlobal('document', { activeElement: { matches: () => true } });
  heard(elsewhere);
  expect(asked).not.toHaveBeenCalled();
  vi.stubGlobal('document', { activeElement: null });
  holdStill()();
  expect(asked).toHaveBeenCalledTimes(1);
});

it('leaves alone what is worked out from what is shown', () => {
  heard(elsewhere);
  const predicate = asked.mock.calls[0]?.[0]?.predicate as unknown as (query: { queryKey: unknown[] }) => boolean;
  expect(predicate({ queryKey: ['kits'] })).toBe(true);
  expect(predicate({ queryKey: ['buying', {}] })).toBe(false);
});
