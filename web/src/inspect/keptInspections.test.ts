import type { Inspection, InspectionAnswer } from '@ivrak/core/model';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { keptInThought } from '../away/keptFixture.ts';

const stored = keptInThought();

const answer = (unitId: string, minute: number, more: Partial<InspectionAnswer> = {}): InspectionAnswer =>
  ({
    unitId,
    answer: 'fine',
    note: '',
    scanned: false,
    remembered: null,
    conditionBefore: 'ready',
    at: `2026-12-01T10:0${minute}:00.000Z`,
    ...more,
  }) as InspectionAnswer; // an id as it is made
const open = {
  id: 'theirs',
  kitId: 'vest',
  who: 'isla',
  startedAt: '2026-12-01T09:00:00.000Z',
  finishedOn: null,
  version: 3,
} as Inspection;

describe('an inspection that waits', () => {
  let kept: typeof import('./keptInspections.ts');
  beforeEach(async () => {
    stored.clear();
    vi.resetModules();
    kept = await import('./keptInspections.ts');
  });

  it('goes on from what the machine had, stays through a reload, and keeps one answer for each thing', async () => {
    const theirs = { ...open, answers: [answer('a', 1)] };
    kept.answerHere('vest', theirs, answer('b', 2));
    kept.answerHere('vest', theirs, answer('b', 3, { answer: 'replace' }));
    vi.resetModules();
    const { useKeptInspections, underWay } = await import('./keptInspections.ts');
    const one = useKeptInspections.getState().kept.vest;
    expect(one).toMatchObject({ id: 'theirs', isFinished: false });
    expect(underWay(theirs, one)?.answers.map(({ unitId, answer: said }) => [unitId, said])).toEqual([
      ['a', 'fine'],
      ['b', 'replace'],
    ]);
  });

  it('that is refused holds no other up, and is not dropped', async () => {
    kept.answerHere('vest', null, answer('a', 1));
    kept.answerHere('belt', null, answer('b', 1));
    const sent: string[] = [];
    vi.stubGlobal('fetch', async (url: string, { body }: { body: string }) => {
      sent.push(`${url} ${JSON.parse(body).answers.length}`);
      const isRefused = url.includes('/vest/');
      const told = isRefused ? { detail: 'That kit is somebody else’s.' } : { gone: ['b'], older: [], inspection: {}, kit: {} };
      return new Response(JSON.stringify(told), { status: isRefused ? 403 : 200 });
    });
    await kept.sendInspections();
    expect(sent).toEqual(['/api/kits/vest/inspections/late 1', '/api/kits/belt/inspections/late 1']);
    const { kept: left, became, refusal } = kept.useKeptInspections.getState();
    expect(Object.keys(left)).toEqual(['vest']);
    expect(became.belt?.gone).toEqual(['b']);
    expect(refusal).toBe('That kit is somebody else’s.');
    expect(Object.keys(JSON.parse(stored.get('ivrak.inspections') ?? ''))).toEqual(['vest']);
  });

  it('says what became of it only where it was not all taken as it was said', () => {
    expect(kept.becameText(0, 0)).toBeNull();
    expect(kept.becameText(1, 2)).toBe(
      'Of what was said while away: 1 thing was not in the kit any more; of 2 something later was said elsewhere, which stands.',
    );
  });
});
