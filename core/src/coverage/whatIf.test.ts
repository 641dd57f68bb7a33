import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import type { NeedId } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { changesBetween, isWorse } from './changes.ts';
import { coverage } from './coverage.ts';
import { CLASS_CONTENTS, classifyKit, KIT_CLASSES, showLacking } from './kitClass.ts';
import { previewAdd, rankKinds } from './preview.ts';
import type { CoverageProblem, StockUnit } from './problem.ts';
import { whatIfCasualties, whatIfLost, whatIfTogether } from './whatIf.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const school = (id: string) => {
  const found = SCHOOLS.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const BRIEF = BriefSchema.parse({ persons: 2, penetrating: true });
const laid = (kinds: readonly string[]): StockUnit[] =>
  kinds.map((kind, index) => ({ id: `u${index}`, kind, count: 1, condition: 'ready' }));
const problem = (kinds: readonly string[], schoolId = 'one-piece-at-a-time', brief = BRIEF): CoverageProblem => ({
  needs: deriveNeeds(brief, school(schoolId)),
  school: school(schoolId),
  on: TODAY,
  kits: [{ id: 'kit', units: laid(kinds) }],
  skills: [],
});
const FULL = [
  'windlass-tourniquet',
  'kaolin-gauze',
  'plain-gauze',
  'pressure-dressing',
  'vented-seals',
  'marker',
  'gauze-pads',
  'flat-tape',
  'cohesive-wrap',
];

describe('what if', () => {
  const before = () => coverage(problem(FULL), CATALOG);

  it('a thing fails or is used: the needs that it served say so, others do not', () => {
    const { changes } = whatIfLost(before(), problem(FULL), new Map([['u0', 1]]), CATALOG);
    expect(changes.map(({ need }) => need)).toEqual(['M.limb']);
    expect(changes[0]).toMatchObject({ before: { state: 'held', have: 1 }, after: { state: 'gap', have: 0 } });
    expect(isWorse(changes[0] as (typeof changes)[number])).toBe(true);
  });

  it('one seal of a pair is used: one is left', () => {
    const { changes } = whatIfLost(before(), problem(FULL), new Map([['u4', 1]]), CATALOG);
    expect(changes).toEqual([
      { need: 'R.seal', before: { state: 'held', have: 2, least: 2, ideal: 4 }, after: { state: 'gap', have: 1, least: 2, ideal: 4 } },
    ]);
  });

  it('nothing is lost: nothing changes', () => {
    expect(whatIfLost(before(), problem(FULL), new Map(), CATALOG).changes).toEqual([]);
  });

  it('two are hurt at once: what was enough for one is not', () => {
    const { changes } = whatIfCasualties(before(), problem(FULL), { brief: BRIEF, casualties: 2 }, CATALOG);
    expect(changes.find(({ need }) => need === 'M.limb')?.after).toMatchObject({ state: 'gap', have: 1, least: 2 });
    expect(changes.every((change) => change.after.least >= change.before.least)).toBe(true);
  });

  it('a partner kit is there: its things count once, beside this one’s', () => {
    const partner = { id: 'other', units: [{ id: 'p1', kind: 'foil-blanket', count: 1, condition: 'ready' as const }] };
    const { changes } = whatIfTogether(before(), problem(FULL), partner, CATALOG);
    expect(changes.map(({ need, after }) => [need, after.state])).toEqual([['H.warm', 'full']]);
  });
});

describe('a thing that can do several jobs', () => {
  // An elastic wrap is a tourniquet, or a pressure dressing, or a sling: for one casualty at one time one of them.
  it('does one of them', () => {
    const found = coverage(problem(['elastic-wrap-tourniquet']), CATALOG);
    expect(found.needs.filter(({ have }) => have > 0).map(({ need }) => need)).toEqual(['M.limb']);
  });

  it('never counts twice, over random kits', () => {
    const random = new Random(seeded(404));
    for (let round = 0; round < rounds(400); round += 1) {
      const kinds = Array.from({ length: 1 + random.below(25) }, () => KINDS[random.below(KINDS.length)]?.id ?? '');
      const schoolId = SCHOOLS[random.below(SCHOOLS.length)]?.id ?? '';
      const brief = BriefSchema.parse({
        persons: 1 + random.below(12),
        penetrating: true,
        dayToDay: true,
        training: 'advanced',
        withDiabetes: 1,
      });
      const served = new Map<string, number>();
      for (const { by } of coverage({ ...problem(kinds, schoolId, brief) }, CATALOG).needs)
        for (const { unitId, count, part = '' } of by) served.set(`${unitId}${part}`, (served.get(`${unitId}${part}`) ?? 0) + count);
      for (const [index, id] of kinds.entries()) {
        const kind = CATALOG.get(id);
        // A tool is not used up, and serves each need once.
        if (kind === undefined || kind.tool) continue;
        expect(served.get(`u${index}`) ?? 0, id).toBeLessThanOrEqual(kind.pieces * (kind.traits.ml ?? 1));
        for (const { name, pieces } of kind.moreParts) expect(served.get(`u${index}${name}`) ?? 0, id).toBeLessThanOrEqual(pieces);
      }
    }
  });
});

describe('what a kit is', () => {
  const classOf = (kinds: readonly string[], layer: 'pocket' | 'afloat' | 'base' = 'pocket', schoolId = 'one-piece-at-a-time') =>
    classifyKit(problem(kinds, schoolId), layer, CATALOG);

  it.each([
    ['nothing in it stops heavy bleeding', ['adhesive-dressings', 'marker', 'gloves'], 'everyday'],
    ['a strap alone is part of bleeding control', ['windlass-tourniquet'], 'bleeding'],
    ['strap, gauze and dressing are', ['windlass-tourniquet', 'plain-gauze', 'pressure-dressing'], 'bleeding'],
    ['with seals it is a trauma kit', ['windlass-tourniquet', 'plain-gauze', 'pressure-dressing', 'vented-seals'], 'trauma'],
    [
      'from the first minute to the handover',
      [
        'windlass-tourniquet',
        'plain-gauze',
        'pressure-dressing',
        'vented-seals',
        'gauze-pads',
        'flat-tape',
        'marker',
        'foil-blanket',
        'gloves',
        'gloves',
        'shears',
      ],
      'individual',
    ],
  ])('%s', (_, kinds, expected) => {
    expect(classOf(kinds).kitClass).toBe(expected);
  });

  it('says what the next class lacks', () => {
    const { next } = classOf(['windlass-tourniquet', 'pressure-dressing']);
    expect(next).toMatchObject({ kitClass: 'bleeding', lacking: [{ need: 'M.pack', missing: 1 }] });
    expect(showLacking(next?.lacking ?? [])).toBe('1 packing gauze');
  });

  it('does not let one wrap be strap and dressing', () => {
    expect(classOf(['elastic-wrap-tourniquet', 'plain-gauze'])).toMatchObject({ kitClass: 'bleeding', isPart: true });
  });

  it('does not take makeshift things for the real ones', () => {
    expect(classOf(['windlass-tourniquet', 'plain-gauze', 'pressure-dressing', 'waste-bag', 'waste-bag', 'flat-tape']).kitClass).toBe(
      'bleeding',
    );
  });

  it('ends where the layer ends: a pocket is no base', () => {
    const kinds = Object.entries(CLASS_CONTENTS.base).flatMap(([need, count]) => {
      const kind = KINDS.find(({ grades, pieces }) => grades[need as NeedId] === 'primary' && pieces <= 10);
      return Array.from({ length: Math.ceil((count ?? 0) / (kind?.pieces ?? 1)) }, () => kind?.id ?? '');
    });
    expect(classOf(kinds, 'base')).toMatchObject({ kitClass: 'base', next: null });
    expect(classOf(kinds, 'pocket')).toMatchObject({ kitClass: 'individual', next: null });
    expect(classOf(kinds, 'afloat').kitClass).toBe('boat');
  });

  it('asks of each class at least what the one before asks', () => {
    for (const [index, kitClass] of KIT_CLASSES.slice(1).entries()) {
      const before = CLASS_CONTENTS[KIT_CLASSES[index] ?? 'everyday'];
      for (const [need, count] of Object.entries(before))
        expect(CLASS_CONTENTS[kitClass][need as NeedId] ?? 0, `${kitClass} ${need}`).toBeGreaterThanOrEqual(count);
    }
  });
});

describe('a preview', () => {
  it('is what adding the thing then shows, over random kits', () => {
    const random = new Random(seeded(17));
    for (let round = 0; round < rounds(200); round += 1) {
      const kinds = Array.from({ length: random.below(15) }, () => KINDS[random.below(KINDS.length)]?.id ?? '');
      const kind = KINDS[random.below(KINDS.length)];
      if (kind === undefined) continue;
      const before = coverage(problem(kinds), CATALOG);
      const preview = previewAdd(before, problem(kinds), kind, CATALOG);
      const real = coverage(problem([...kinds, kind.id]), CATALOG);
      expect(preview.changes, kind.id).toEqual(changesBetween(before, real));
      expect(preview.singlePoints.after).toBe(real.singlePoints.length);
      expect(preview).toMatchObject({ massG: kind.massG, priceMinor: kind.priceMinor });
    }
  });

  it('gives the volume as it is sold', () => {
    const shears = CATALOG.get('shears');
    if (shears === undefined) throw new Error('no shears');
    expect(previewAdd(coverage(problem([]), CATALOG), problem([]), shears, CATALOG).volumeCm3).toBe(217); // 190 x 95 x 12 mm
  });
});

describe('what helps most next', () => {
  const first = (kinds: readonly string[], schoolId: string) => rankKinds(problem(kinds, schoolId), KINDS, CATALOG)[0];

  it('follows the school', () => {
    expect(first([], 'one-piece-at-a-time')).toMatchObject({ helps: 'M.pack', gain: 'gap' });
    expect(first([], 'committee-first')).toMatchObject({ helps: 'M.limb', gain: 'gap' });
  });

  it('takes what is made for it before makeshift, and among equals the cheaper', () => {
    // One thing that fills two gaps helps more than one that fills one.
    expect(first([], 'one-piece-at-a-time')?.kind).toBe('gauze-wrap-combo');
    expect(first(['windlass-tourniquet', 'kaolin-gauze', 'kaolin-gauze'], 'committee-first')?.kind).toBe('pressure-dressing');
  });

  it('offers a spare that is made for it before one that is makeshift', () => {
    const kinds = [
      'windlass-tourniquet',
      'kaolin-gauze',
      'pressure-dressing',
      'vented-seals',
      'marker',
      'gauze-pads',
      'flat-tape',
      'rolled-gauze',
    ];
    const brief = BriefSchema.parse({ persons: 2, penetrating: true, staysPut: true, standsAlone: false, training: 'untrained' });
    const more = ['foil-blanket', 'whistle', 'gloves', 'gloves'];
    const best = rankKinds(problem([...kinds, ...more], 'committee-first', brief), KINDS, CATALOG)[0];
    expect(best).toMatchObject({ helps: 'M.limb', gain: 'ideal' });
    expect(CATALOG.get(best?.kind ?? '')?.grades['M.limb']).toBe('primary');
    expect(best?.kind).toBe('windlass-tourniquet');
  });

  it('names the need that really gains first, for every kind and ten kits', () => {
    const random = new Random(seeded(23));
    for (let round = 0; round < 10; round += 1) {
      const given = problem(Array.from({ length: random.below(12) }, () => KINDS[random.below(KINDS.length)]?.id ?? ''));
      const before = coverage(given, CATALOG);
      const position = (need: NeedId) => given.needs.findIndex((asked) => asked.need === need);
      for (const { kind: id, helps, gain } of rankKinds(given, KINDS, CATALOG)) {
        const kind = CATALOG.get(id);
        if (kind === undefined) throw new Error(id);
        const { changes } = previewAdd(before, given, kind, CATALOG);
        const filled = changes
          .filter(({ before: was, after: is }) => Math.min(is.have, is.least) > Math.min(was.have, was.least))
          .map(({ need }) => need);
        if (gain === 'gap') expect(helps).toBe(filled.sort((a, b) => position(a) - position(b))[0]);
        else expect(filled, id).toEqual([]);
      }
    }
  });
});
