import type { PlacedUnit } from '@ivrak/core/model';
import { expect, it } from 'vitest';
import { answersOf, type Told, toldText } from './discrepancyWords.ts';

const names = {
  kind: () => 'Plain gauze',
  kit: (id: string) => ({ bow: 'Bow pocket', helm: 'Helm vest' })[id] ?? id,
  person: () => 'Isla',
};
const unit = (more: Partial<Record<keyof PlacedUnit, unknown>>) =>
  ({ id: 'g1', lot: null, expiresOn: null, place: 'stores', kitId: null, ...more }) as PlacedUnit; // what words ask of it
const told = (data: object, more: Partial<Told> = {}): Told =>
  ({
    data: { kitId: 'bow', unitId: 'g1', kind: 'plain-gauze', count: 1, at: '2026-11-25T14:05:00', who: 'isla', ...data },
    version: 1,
    now: null,
    others: [],
    ...more,
  }) as unknown as Told; // what words ask of it

it('says who did what, and why it cannot be', () => {
  const notThere = told({ what: 'notThere' }, { now: unit({ place: 'kit', kitId: 'helm' }) });
  expect(toldText(notThere, names)).toEqual({
    said: 'Isla put a plain gauze into Bow pocket, 25 Nov 2026 at 14:05.',
    but: 'It was not in stores any more: it is in Helm vest.',
  });
  const twice = told({ what: 'usedTwice', count: 2 }, { now: unit({ place: 'used' }) });
  expect(toldText(twice, names)).toEqual({
    said: 'Isla used 2 × plain gauze out of Bow pocket, 25 Nov 2026 at 14:05.',
    but: 'It had left the kit before that: it is written down as used.',
  });
  expect(toldText(told({ what: 'usedTwice' }, { now: unit({ place: 'kit', kitId: 'bow' }) }), names).but).toBe(
    'Somebody else used it too, and there was one less.',
  );
});

it('offers what may be true, the plain one first', () => {
  const others = [unit({ place: 'kit', kitId: 'helm' }), unit({ id: 'g2', lot: 'A7', expiresOn: '2028-01-31' })];
  expect(answersOf(told({ what: 'notThere' }, { others }), names)).toEqual<{ unitId: string | null; text: string }[]>([
    { unitId: null, text: 'All is as it is written: nothing more went into the kit' },
    { unitId: 'g1', text: 'It is in Bow pocket' },
    { unitId: 'g2', text: 'It was another: out of stores, lot A7, good through 31 Jan 2028' },
  ]);
});
