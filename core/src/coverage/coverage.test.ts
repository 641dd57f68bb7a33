import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import type { Kind } from '../model/kind.ts';
import { NEED_IDS, type NeedId } from '../model/need.ts';
import { addDays, type PlainDate, plainDate } from '../model/plainDate.ts';
import { coverage } from './coverage.ts';
import type { AskedNeed, StockKit, StockUnit } from './problem.ts';
import { byRung, readyUntil } from './rungs.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-25');
const [COMMITTEE, , ONE_PIECE] = SCHOOLS;
if (COMMITTEE === undefined || ONE_PIECE === undefined) throw new Error('schools are missing');

const unit = (id: string, kind: string, more: Partial<StockUnit> = {}): StockUnit => ({ id, kind, count: 1, condition: 'ready', ...more });
const solve = (needs: AskedNeed[], units: StockUnit[], more: Partial<Parameters<typeof coverage>[0]> = {}) =>
  coverage({ needs, school: ONE_PIECE, on: ON, kits: [{ id: 'kit', units }], ...more }, CATALOG);
const ask = (need: NeedId, least: number, ideal = least): AskedNeed => ({ need, least, ideal });
const the = (result: ReturnType<typeof coverage>, need: NeedId) => {
  const found = result.needs.find((candidate) => candidate.need === need);
  if (found === undefined) throw new Error(`no ${need}`);
  return found;
};

describe('states of a need', () => {
  it('are gap, thin, held, full and off, by amount and grade', () => {
    expect(the(solve([ask('M.press', 1)], []), 'M.press').state).toBe('gap');
    expect(the(solve([ask('M.press', 1)], [unit('a', 'triangular-bandage')]), 'M.press').state).toBe('thin');
    expect(the(solve([ask('M.press', 1, 2)], [unit('a', 'pressure-dressing')]), 'M.press').state).toBe('held');
    expect(the(solve([ask('M.press', 1)], [unit('a', 'pressure-dressing')]), 'M.press').state).toBe('full');
    expect(the(solve([ask('M.press', 0)], [unit('a', 'pressure-dressing')]), 'M.press').state).toBe('off');
    expect(the(solve([ask('M.press', 0, 1)], []), 'M.press').state).toBe('held');
  });

  it('a substitute beyond the least does not make it thin', () => {
    const result = solve([ask('M.press', 1, 2)], [unit('a', 'pressure-dressing'), unit('b', 'triangular-bandage')]);
    expect(the(result, 'M.press')).toMatchObject({ state: 'full', have: 2 });
  });

  it('do not let plenty of one need hide the gap of another', () => {
    const result = solve([ask('S.hands', 2, 6), ask('S.cut', 1)], [unit('a', 'gloves', { count: 6 })]);
    expect(byRung(result, ['S'])[0]).toMatchObject({ state: 'gap', have: 2, least: 3 });
    const whole = solve([ask('S.hands', 2, 6), ask('S.cut', 1)], [unit('a', 'gloves', { count: 6 }), unit('b', 'shears')]);
    expect(byRung(whole, ['S'])[0]).toMatchObject({ state: 'full', have: 7, least: 3 });
  });

  it('sum up in a rung as its worst', () => {
    const result = solve([ask('M.limb', 1), ask('M.pack', 1)], [unit('a', 'windlass-tourniquet')]);
    expect(byRung(result, ['M'])[0]).toMatchObject({ state: 'gap', have: 1, least: 2 });
  });
});

describe('what counts', () => {
  it.each(['suspect', 'practice', 'used', 'damaged', 'expired', 'opened'] as const)('never a %s gauze', (condition) => {
    expect(the(solve([ask('M.pack', 1)], [unit('a', 'kaolin-gauze', { condition })]), 'M.pack').state).toBe('gap');
  });

  it('an opened thing that need not be sterile', () => {
    expect(
      the(solve([ask('D.wound', 3)], [unit('a', 'adhesive-dressings', { condition: 'opened', piecesUsed: 6 })]), 'D.wound'),
    ).toMatchObject({ have: 3, state: 'full' });
  });

  it('a printed date through its day and not after', () => {
    const units = [unit('a', 'kaolin-gauze', { expiresOn: ON })];
    expect(the(solve([ask('M.pack', 1)], units), 'M.pack')).toMatchObject({ state: 'full', lapsesOn: addDays(ON, 1) });
    expect(the(solve([ask('M.pack', 1)], units, { on: addDays(ON, 1) }), 'M.pack').state).toBe('gap');
  });

  it('pieces, not units: a seal pair serves an entry and an exit', () => {
    const result = solve([ask('R.seal', 2, 4)], [unit('a', 'vented-seals')]);
    expect(the(result, 'R.seal')).toMatchObject({ have: 2, state: 'held' });
    expect(the(result, 'R.seal').by).toEqual([{ unitId: 'a', kind: 'vented-seals', grade: 'primary', count: 2 }]);
  });

  it('only with the skill', () => {
    const units = [unit('a', 'nasal-airway-28')];
    expect(the(solve([ask('A.airway', 1)], units, { skills: [] }), 'A.airway').state).toBe('gap');
    expect(the(solve([ask('A.airway', 1)], units, { skills: ['airway'] }), 'A.airway').state).toBe('full');
  });

  it('a cut sheet and tape close no chest wound; they are told beside the gap, and only where there is tape', () => {
    const needs = [ask('R.seal', 1), ask('C.tape', 1)];
    expect(the(solve(needs, [unit('bag', 'waste-bag')]), 'R.seal')).toMatchObject({ state: 'gap', ifNeedBe: [] });
    const taped = solve(needs, [unit('bag', 'waste-bag'), unit('tape', 'flat-tape')]);
    expect(the(taped, 'R.seal').state).toBe('gap');
    expect(the(taped, 'R.seal').ifNeedBe).toEqual([{ unitId: 'bag', grade: 'improvised', leavesOpen: null }]);
    expect(the(taped, 'C.tape').state).toBe('full');
  });

  it('by the school: an elastic wrap is a tourniquet in one and a backup in another', () => {
    const units = [unit('a', 'elastic-wrap-tourniquet')];
    expect(the(solve([ask('M.limb', 1)], units), 'M.limb').state).toBe('full');
    expect(the(solve([ask('M.limb', 1)], units, { school: COMMITTEE }), 'M.limb').state).toBe('thin');
  });

  it('within its window; later it is there but late', () => {
    const needs: AskedNeed[] = [{ ...ask('M.limb', 1), windowS: 180 }];
    const kits: StockKit[] = [{ id: 'ashore', reachS: 300, units: [unit('a', 'windlass-tourniquet')] }];
    expect(the(solve(needs, [], { kits }), 'M.limb')).toMatchObject({ state: 'gap', late: 1 });
    expect(the(solve(needs, [], { kits: [{ id: 'here', reachS: 180, units: kits[0]?.units ?? [] }] }), 'M.limb')).toMatchObject({
      state: 'full',
      late: 0,
    });
  });
});

describe('multi-use counts once', () => {
  it('an elastic wrap is a tourniquet or a pressure dressing', () => {
    const result = solve([ask('M.limb', 1), ask('M.press', 1)], [unit('a', 'elastic-wrap-tourniquet')]);
    expect(the(result, 'M.limb').have + the(result, 'M.press').have).toBe(1);
    expect(the(result, 'M.limb').have).toBe(1);
  });

  it('and gives way where something else can take its place', () => {
    const units = [unit('wrap', 'elastic-wrap-tourniquet'), unit('windlass', 'windlass-tourniquet')];
    const result = solve([ask('M.limb', 1), ask('M.press', 1)], units);
    expect(the(result, 'M.limb').by[0]?.unitId).toBe('windlass');
    expect(the(result, 'M.press').by[0]?.unitId).toBe('wrap');
  });
});

describe('ties', () => {
  it('leave the soonest to lapse spare, then the last id, whatever the order in which units are given', () => {
    const early = unit('early', 'kaolin-gauze', { expiresOn: plainDate('2027-01-01') });
    const late = unit('late', 'kaolin-gauze', { expiresOn: plainDate('2028-01-01') });
    for (const units of [
      [early, late],
      [late, early],
    ]) {
      expect(the(solve([ask('M.pack', 1)], units), 'M.pack').by[0]?.unitId).toBe('late');
    }
    const twins = [unit('b', 'kaolin-gauze'), unit('a', 'kaolin-gauze')];
    expect(the(solve([ask('M.pack', 1)], twins), 'M.pack').by[0]?.unitId).toBe('a');
  });
});

function randomKit(random: Random): { needs: AskedNeed[]; units: StockUnit[] } {
  const needs = NEED_IDS.filter(() => random.next() < 0.45).map((need) => {
    const least = random.below(3);
    return ask(need, least, least + random.below(2));
  });
  const units = Array.from({ length: random.below(14) }, (_, index) => {
    const kind = KINDS[random.below(KINDS.length)];
    const expiresOn = random.next() < 0.75 ? addDays(ON, random.below(60) - 5) : null;
    return unit(`u${index}`, kind?.id ?? '', { count: 1 + random.below(2), expiresOn });
  });
  return { needs, units };
}

describe('lapse dates', () => {
  it('equal a day-by-day evaluation, on random kits', () => {
    const random = new Random(seeded(5));
    for (let round = 0; round < rounds(150); round += 1) {
      const { needs, units } = randomKit(random);
      const first = new Map<NeedId, PlainDate>();
      const now = solve(needs, units);
      for (let day = 1; day <= 62; day += 1) {
        const on = addDays(ON, day);
        for (const { need, state } of solve(needs, units, { on }).needs) if (state === 'gap' && !first.has(need)) first.set(need, on);
      }
      for (const { need, state, lapsesOn } of now.needs)
        expect(lapsesOn, `${round} ${need}`).toBe(state === 'gap' ? null : (first.get(need) ?? null));
    }
  });

  it('name the last day on which the kit is ready, day-to-day things aside', () => {
    const units = [
      unit('a', 'kaolin-gauze', { expiresOn: plainDate('2027-05-19') }),
      unit('b', 'burn-gel', { expiresOn: plainDate('2027-01-01') }),
    ];
    expect(readyUntil(solve([ask('M.pack', 1), ask('D.burn', 1)], units))).toBe('2027-05-19');
  });
});

describe('single points', () => {
  it('are the units without which a need of M to H opens, as removing each one shows, on random kits', () => {
    const random = new Random(seeded(9));
    for (let round = 0; round < rounds(200); round += 1) {
      const { needs, units } = randomKit(random);
      const now = solve(needs, units);
      const held = now.needs
        .filter(({ state, need }) => state !== 'gap' && state !== 'off' && 'MARCH'.includes(need[0] ?? ''))
        .map(({ need }) => need);
      const expected = units.flatMap((lost) => {
        const without = solve(
          needs,
          units.filter((other) => other !== lost),
        );
        return held.filter((need) => the(without, need).state === 'gap').map((need) => `${lost.id} ${need}`);
      });
      expect(now.singlePoints.map(({ unitId, need }) => `${unitId} ${need}`).sort()).toEqual(expected.sort());
    }
  });

  it('count a wrap that only binds a pad on, though nobody asked for wraps', () => {
    const units = [unit('pad', 'abdominal-pad'), unit('wrap', 'cohesive-wrap')];
    expect(solve([ask('M.press', 1)], units).singlePoints).toEqual([
      { need: 'M.press', unitId: 'pad' },
      { need: 'M.press', unitId: 'wrap' },
    ]);
  });
});

describe('daily medicines', () => {
  it('count all of a substance, however their kinds are graded: what was booked stays when a better box lapses', () => {
    const [pattern] = kindCatalog().values();
    if (pattern === undefined) throw new Error('kinds are missing');
    const traits = {
      medicine: { substance: 'metformin', strength: '', form: 'tablet', purposes: ['daily' as const], excludes: [], keepsC: null },
    };
    const box = (id: string, grade: 'primary' | 'substitute'): Kind => ({
      ...pattern,
      id,
      family: 'tablets',
      tool: false,
      pieces: 1,
      sterile: false,
      skill: null,
      moreParts: [],
      requires: {},
      traits,
      grades: { 'D.meds': grade },
    });
    const catalog = kindCatalog([box('named', 'primary'), box('other-box', 'substitute')]);
    const needs: AskedNeed[] = [{ need: 'D.meds', least: 16, ideal: 16, lines: [{ sort: 'metformin', label: 'metformin', least: 16 }] }];
    const units = [
      { id: 'a', kind: 'named', count: 4, condition: 'ready' },
      { id: 'b', kind: 'other-box', count: 14, condition: 'ready' },
    ] as const;
    const have = (...those: StockUnit[]) =>
      coverage({ needs, school: ONE_PIECE, on: plainDate('2026-11-25'), kits: [{ id: 'kit', units: those }] }, catalog).needs[0]?.have;
    expect(have(...units)).toBe(16);
    expect(have(units[1])).toBe(14);
    expect(have(units[0])).toBe(4);
  });
});
