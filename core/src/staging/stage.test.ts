import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { packFit } from '../fit/createFit.ts';
import { FitProblemSchema } from '../fit/problem.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import { type KitDraft, KitDraftSchema, nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { isStepDone, openedAgain, stageSteps, tickOf, withTick } from './checklist.ts';
import { packOrder } from './packOrder.ts';
import { labelLines, leakBag, RepackLabelSchema, RepackSchema, repackPlan } from './repack.ts';
import { vacuumPlan } from './vacuum.ts';
import { weighIn } from './weighIn.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const containerOf = (id: string) => CONTAINERS.find((container) => container.id === id);
const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
const draftOf = (units: Unit[], containerId = 'belt-pouch'): KitDraft => ({
  name: 'Kit',
  layer: 'worn',
  personId: null,
  containerId,
  positionId: 'belt-side',
  schoolId: 'committee-first',
  brief: BriefSchema.parse({}),
  setAside: [],
  ...nothingMadeReady(),
  units,
});
const stepsOf = (draft: KitDraft) =>
  stageSteps(
    draft,
    containerOf(draft.containerId),
    POSITIONS.find(({ id }) => id === draft.positionId),
    CATALOG,
  );
const ids = (draft: KitDraft) => stepsOf(draft).map(({ id }) => id);

// Common practice, no source.
describe('the checklist', () => {
  it('asks of each thing what its kind and state ask for', () => {
    const all = ids(
      draftOf([
        unit('t', 'windlass-tourniquet'),
        unit('d', 'pressure-dressing', { state: 'outerOff' }),
        unit('g', 'gloves', { state: 'pressed' }),
        unit('f', 'flat-tape'),
        unit('b', 'burn-gel'),
        unit('p', 'tablets'),
        unit('l', 'penlight'),
        unit('m', 'marker'),
      ]),
    );
    for (const wanted of ['strap:t', 'outer-off:d', 'pressed:g', 'flag:f', 'leak:b', 'label:p', 'battery:l', 'marker:m'])
      expect(all).toContain(wanted);
  });

  it('leaves an elastic wrap in its packet only where there is a zip', () => {
    const wrap = [unit('w', 'elastic-wrap-tourniquet')];
    expect(ids(draftOf(wrap, 'belt-pouch'))).toContain('packet:w');
    expect(ids(draftOf(wrap, 'wallet-sleeve'))).not.toContain('packet:w');
  });

  it('asks of the container what its make asks for: pulls, slits, a cutter that is not sealed in', () => {
    const cutter = [unit('c', 'shears-small')];
    expect(ids(draftOf(cutter, 'belt-pouch'))).toContain('zip:belt-pouch');
    const vacuum = stepsOf(draftOf(cutter, 'vacuum-roll'));
    expect(vacuum.map(({ id }) => id)).toContain('slits:vacuum-roll');
    expect(vacuum.find(({ id }) => id === 'cutter:vacuum-roll')?.text).toContain('never sealed in');
  });

  it('asks for each module to be whole and closed, and again when something in it changes', () => {
    // Ids that begin alike, as stored ones do.
    const units = [unit('helm-vest-01', 'pressure-dressing'), unit('helm-vest-02', 'gloves')];
    const [first, second] = units.map(({ id }) => id);
    if (first === undefined || second === undefined) throw new Error('no units');
    const draft = { ...draftOf(units), modules: [{ id: 'wounds', name: 'Wounds', unitIds: [first], pattern: [] }] };
    const closing = (now: KitDraft) => stepsOf(now).find(({ id }) => id.startsWith('module:wounds:'));
    const step = closing(draft);
    if (step === undefined) throw new Error('steps changed');
    const closed = withTick(draft, step, 'Mira', TODAY, stepsOf(draft));
    expect(isStepDone(step, closed.stage)).toBe(true);
    for (const unitIds of [[first, second], [second]]) {
      const other = { ...closed, modules: [{ id: 'wounds', name: 'Wounds', unitIds, pattern: [] }] };
      const again = closing(other);
      expect(again !== undefined && isStepDone(again, other.stage)).toBe(false);
    }
    expect(closing({ ...draft, modules: [{ id: 'wounds', name: 'Wounds', unitIds: [], pattern: [] }] })).toBeUndefined();
  });

  it('asks for the container to be closed anew once it was opened, and for nothing else', () => {
    const asked: unknown[] = [];
    for (const { id } of CONTAINERS) {
      const start = draftOf([unit('u1', 'windlass-tourniquet'), unit('u2', 'shears-large')], id);
      const tick = (draft: KitDraft, step: (typeof steps)[number]) =>
        isStepDone(step, draft.stage) ? draft : withTick(draft, step, 'Mira', TODAY, stepsOf(draft));
      const steps = stepsOf(start);
      const whole = steps.reduce(tick, start);
      const opened = { ...whole, stage: openedAgain(whole.stage, [], []) };
      const open = stepsOf(opened).filter((step) => step.asks === null && !isStepDone(step, opened.stage));
      expect(open, id).toEqual(stepsOf(opened).filter(({ group }) => group === 'container'));
      asked.push(...open);
    }
    expect(asked.length).toBeGreaterThan(CONTAINERS.length / 2);
  });

  it('asks again for what a debrief left undone, and for the modules that were opened, until it is ticked', () => {
    const module = (id: string, unitId: string) => ({ id, name: id, unitIds: [UnitSchema.shape.id.parse(unitId)], pattern: [] });
    const start = {
      ...draftOf([unit('u1', 'gloves'), unit('u2', 'kaolin-gauze')]),
      modules: [module('hands', 'u1'), module('wounds', 'u2')],
    };
    const tickAll = (draft: KitDraft) =>
      stepsOf(draft).reduce((now, step) => (isStepDone(step, now.stage) ? now : withTick(now, step, 'Mira', TODAY, stepsOf(now))), draft);
    const openIn = (draft: KitDraft) =>
      stepsOf(draft).flatMap((step) =>
        step.asks === null && step.group !== 'container' && !isStepDone(step, draft.stage) ? [step.id] : [],
      );
    const undone = { id: 'kit:waste', text: 'Waste', why: 'Rules' };
    const whole = tickAll(start);
    const used = { ...whole, stage: openedAgain(whole.stage, ['wounds'], [undone]) };
    expect(openIn(used)).toEqual(['used:kit:waste']);
    expect(used.stage.ticks.map(({ step }) => step).filter((id) => id.startsWith('module:'))).toEqual([
      expect.stringMatching(/^module:hands:/),
    ]);
    const ticked = tickAll(used);
    expect(openIn(ticked)).toEqual([]);
    // A second use asks anew for what it left, and drops what was done after the first.
    const again = { ...ticked, stage: openedAgain(ticked.stage, [], [{ ...undone, id: 'kit:gloves' }]) };
    expect(openIn(again)).toEqual(['used:kit:gloves']);
    expect(openIn({ ...ticked, stage: openedAgain(ticked.stage, [], [undone]) })).toEqual(['used:kit:waste']);
    // What nobody has ticked stays.
    expect(openIn({ ...used, stage: openedAgain(used.stage, [], []) })).toEqual(['used:kit:waste']);
  });

  it('is empty for an empty kit', () => {
    expect(stepsOf(draftOf([]))).toEqual([]);
  });

  it('stores a tick with day and person, takes it back, and forgets those of things that are gone', () => {
    const draft = draftOf([unit('f', 'flat-tape'), unit('b', 'burn-gel')]);
    const steps = stepsOf(draft);
    const flag = steps.find(({ id }) => id === 'flag:f');
    const leak = steps.find(({ id }) => id === 'leak:b');
    if (flag === undefined || leak === undefined) throw new Error('steps changed');
    const ticked = withTick(draft, flag, 'Mira', TODAY, steps);
    expect(tickOf(flag, ticked.stage)).toEqual({ step: 'flag:f', on: TODAY, by: 'Mira' });
    expect(isStepDone(flag, ticked.stage)).toBe(true);
    expect(isStepDone(leak, ticked.stage)).toBe(false);
    expect(withTick(ticked, flag, 'Mira', TODAY, steps).stage.ticks).toEqual([]);
    const without = { ...ticked, units: [unit('b', 'burn-gel')] };
    expect(withTick(without, leak, 'Mira', TODAY, stepsOf(without)).stage.ticks.map(({ step }) => step)).toEqual(['leak:b']);
  });

  it('makes a strap ready by ticking it, and not staged by taking that back', () => {
    const draft = draftOf([unit('t', 'windlass-tourniquet', { condition: 'notStaged' })]);
    const [strap] = stepsOf(draft);
    if (strap === undefined) throw new Error('steps changed');
    expect(isStepDone(strap, draft.stage)).toBe(false);
    const staged = withTick(draft, strap, 'Mira', TODAY, stepsOf(draft));
    expect(staged.units[0]?.condition).toBe('ready');
    const [now] = stepsOf(staged);
    if (now === undefined) throw new Error('steps changed');
    expect(withTick(staged, now, 'Mira', TODAY, stepsOf(staged)).units[0]?.condition).toBe('notStaged');
  });

  it('may be about the longest line that can be written, and about a full module', () => {
    const units = Array.from({ length: 60 }, (_, index) => unit(`${'u'.repeat(8)}${index}`, 'antiseptic-wipe', { count: 100 }));
    const empty = draftOf(units);
    const modules = [{ id: 'm'.repeat(64), name: 'Full', unitIds: units.map(({ id }) => id), pattern: [] }];
    let draft: KitDraft = { ...empty, modules, stage: { ...empty.stage, hangsAt: 'h'.repeat(120), told: 't'.repeat(200) } };
    for (const step of stepsOf(draft)) draft = withTick(draft, step, 'Mira', TODAY, stepsOf(draft));
    expect(KitDraftSchema.safeParse(draft).error?.issues).toBeUndefined();
  });

  it('never calls a suspect or damaged strap ready', () => {
    const draft = draftOf([unit('t', 'windlass-tourniquet', { condition: 'suspect' })]);
    const [strap] = stepsOf(draft);
    if (strap === undefined) throw new Error('steps changed');
    expect(withTick(draft, strap, 'Mira', TODAY, stepsOf(draft)).units[0]?.condition).toBe('suspect');
  });

  it('lapses with what it was about: another container, another place to hang', () => {
    const draft = draftOf([unit('f', 'flat-tape')]);
    const steps = stepsOf(draft);
    const zip = steps.find(({ id }) => id === 'zip:belt-pouch');
    const hangs = steps.find(({ asks }) => asks === 'hangsAt');
    if (zip === undefined || hangs === undefined) throw new Error('steps changed');
    const ticked = withTick(draft, zip, 'Mira', TODAY, steps);
    const moved = stepsOf({ ...ticked, containerId: 'life-vest-pouch' });
    expect(moved.filter((step) => isStepDone(step, ticked.stage)).map(({ id }) => id)).not.toContain('zip:life-vest-pouch');
    // Without the place written down, a tick does not make it done.
    expect(isStepDone(hangs, withTick(ticked, hangs, 'Mira', TODAY, steps).stage)).toBe(false);
  });
});

describe('the packing order', () => {
  it('never puts a thing in before what lies behind it, on 60 seeded packings', () => {
    const random = new Random(9);
    for (let round = 0; round < 60; round += 1) {
      const access = random.next() < 0.5 ? ('front' as const) : ('top' as const);
      const room = { id: 'main', wMm: 150, hMm: 130, dMm: 120, access };
      const container = { id: 'c', name: 'Bag', make: 'soft' as const, compartments: [room], massG: 1, wallMm: 0, opening: 'zip' as const };
      const items = Array.from({ length: 3 + random.below(7) }, (_, index) => ({
        id: `i${index}`,
        wMm: 30 + random.below(90),
        hMm: 30 + random.below(70),
        tMm: 5 + random.below(30),
        shape: 'brick',
      }));
      const result = packFit(
        FitProblemSchema.parse({ container: { make: 'soft', compartments: [room] }, items, decodes: 150, seed: round }),
      );
      const steps = packOrder(container, result);
      expect(steps.map(({ number }) => number)).toEqual(steps.map((_, index) => index + 1));
      const number = new Map(steps.map((step) => [step.id, step.number]));
      for (const [id, before] of Object.entries(result.blockedBy))
        for (const other of before) expect(number.get(other) ?? 0, `round ${round}`).toBeGreaterThan(number.get(id) ?? 0);
    }
  });

  it('says where a thing lies', () => {
    const room = { id: 'main', wMm: 150, hMm: 200, dMm: 60, access: 'front' as const };
    const container = { id: 'c', name: 'Bag', make: 'soft' as const, compartments: [room], massG: 1, wallMm: 0, opening: 'zip' as const };
    const problem = FitProblemSchema.parse({
      container: { make: 'soft', compartments: [room] },
      items: [{ id: 'a', wMm: 60, hMm: 40, tMm: 10, shape: 'flat' }],
      decodes: 60,
    });
    const result = packFit({
      ...problem,
      items: problem.items.map((item) => ({
        ...item,
        lockedAt: { compartment: 'main', xMm: 0, yMm: 160, zMm: 0, wMm: 60, hMm: 40, dMm: 10 },
      })),
    });
    expect(packOrder(container, result)[0]?.where).toBe('top, left, against the back, lying');
  });
});

describe('a vacuum bag', () => {
  // Cut length = along + thickness + 75 (what the machine grips, planning value) + 10 bottom seal + 10 slack; 10 mm of the roll are lost
  // to side seals, and 10 mm beside each of them stay slack.
  const problem = FitProblemSchema.parse({
    container: { make: 'vacuumRoll', rollWidthMm: 280, compartments: [{ id: 'tube', wMm: 280, hMm: 400, dMm: 80, access: 'front' }] },
    items: [
      { id: 't', wMm: 165, hMm: 60, tMm: 36, shape: 'brick', reach: 1 },
      { id: 'd', wMm: 150, hMm: 110, tMm: 18, shape: 'flat', reach: 2 },
      { id: 'b', wMm: 110, hMm: 75, tMm: 15, shape: 'flat', reach: 3 },
    ],
    decodes: 1500,
  });

  it('is cut to the sum of its terms, goes round what it holds, and has its slits in the margin', () => {
    const result = packFit(problem);
    const plan = vacuumPlan(result, problem.items, 280);
    if (plan === null || result.outer === undefined) throw new Error('nothing was packed');
    expect(plan.cutLengthMm).toBe(Math.ceil(result.outer.hMm + result.outer.tMm + 75 + 10 + 10));
    expect(plan.fits).toBe(true);
    expect(plan.spareAcrossMm).toBeCloseTo(280 - 10 - result.outer.tMm - result.outer.wMm);
    expect(plan.spareAcrossMm).toBeGreaterThanOrEqual(20);
    expect(plan.slitFromTopMm).toBeLessThan(75);
    expect(vacuumPlan(result, problem.items, 150)?.fits).toBe(false);
  });

  it('is turned end for end where what is needed first would lie at the bottom', () => {
    const result = packFit(problem);
    const strap = result.placed.find(({ id }) => id === 't');
    const plan = vacuumPlan(result, problem.items, 280);
    if (strap === undefined || plan === null) throw new Error('nothing was packed');
    expect(plan.isTurned).toBe(strap.yMm + strap.hMm / 2 < (result.outer?.hMm ?? 0) / 2);
  });

  it('is nothing for nothing', () => {
    expect(vacuumPlan(packFit({ ...problem, items: [] }), [], 280)).toBeNull();
  });
});

describe('repacking', () => {
  it('adds pieces, gaps, seals and room to tear', () => {
    // Four tablets of 12 mm: 48 + 3 gaps of 1, two seals of 6, 8 to tear.
    const plan = repackPlan({ what: 'pieces', count: 4, lengthMm: 12, widthMm: 12, thickMm: 5 });
    expect(plan).toMatchObject({ lengthMm: 71, flatWidthMm: 19 });
    expect(plan.terms.reduce((sum, { valueMm }) => sum + valueMm, 0)).toBe(71);
  });

  it('finds the length of a powder from the section of its tube', () => {
    const wide = repackPlan({ what: 'powder', volumeMl: 200, tubeWidthMm: 40 });
    const narrow = repackPlan({ what: 'powder', volumeMl: 200, tubeWidthMm: 20 });
    // Half the width is a quarter of the section.
    expect((narrow.lengthMm - 20) / (wide.lengthMm - 20)).toBeCloseTo(4, 1);
  });

  it('wraps a leak bag round the sachet with a seal all around', () => {
    expect(leakBag({ wMm: 60, hMm: 50, tMm: 3 })).toEqual({ wMm: 75, hMm: 73 });
  });

  it.each([
    [{ what: 'pieces', count: 0, lengthMm: 10, widthMm: 10, thickMm: 5 }, 'count'],
    [{ what: 'pieces', count: 2, lengthMm: -1, widthMm: 10, thickMm: 5 }, 'lengthMm'],
    [{ what: 'powder', volumeMl: Number.NaN, tubeWidthMm: 20 }, 'volumeMl'],
  ])('refuses what cannot be: %o', (value, field) => {
    expect(RepackSchema.safeParse(value).error?.issues[0]?.path).toEqual([field]);
  });

  it('labels name, dose, count, lot and the original date, and no label does without name, dose and date', () => {
    const label = { name: 'Pain relief tablets', dose: '500 mg', count: 4, lot: 'A7', expiresOn: plainDate('2027-09-30') };
    expect(labelLines(label)).toEqual(['Pain relief tablets', '4 × 500 mg', 'lot A7', 'use by 30 Sep 2027']);
    for (const field of ['name', 'dose', 'expiresOn'] as const)
      expect(RepackLabelSchema.safeParse({ ...label, [field]: '' }).error?.issues[0]?.path).toEqual([field]);
  });
});

describe('the weigh-in', () => {
  const kit = [
    unit('t', 'windlass-tourniquet'),
    unit('s', 'vented-seals-compact'),
    unit('d', 'pressure-dressing'),
    unit('g', 'gloves', { count: 2 }),
    unit('m', 'marker'),
  ];
  const box = containerOf('belt-pouch');
  const expected = 80 + 35 + 60 + 24 + 5 + (box?.massG ?? 0);

  it('adds the parts and the container, and agrees within two standard deviations', () => {
    const result = weighIn(kit, box, CATALOG, expected + 3, 1);
    expect(result.expectedG).toBe(expected);
    // 3 % of each, and a step of 1 g: sqrt(2.4² + 1.05² + 1.8² + 2 · 0.36² + 0.15² + 3.6² + 1/12).
    expect(result.sigmaG).toBeCloseTo(
      Math.sqrt(2.4 ** 2 + 1.05 ** 2 + 1.8 ** 2 + 2 * 0.36 ** 2 + 0.15 ** 2 + (0.03 * (box?.massG ?? 0)) ** 2 + 1 / 12),
      6,
    );
    expect(result).toMatchObject({ agrees: true, told: 'agrees', explanations: [] });
  });

  it('finds the seal pair that is missing', () => {
    const [best] = weighIn(kit, box, CATALOG, expected - 35, 1).explanations;
    expect(best).toMatchObject({ missing: ['vented-seals-compact'], extra: [] });
  });

  it('says that it cannot tell where several explain it as well', () => {
    const alike = [...kit, unit('b', 'burn-gel'), unit('e', 'triangular-bandage')];
    const sum = expected + 45 + 35;
    expect(weighIn(alike, box, CATALOG, sum - 36, 1).told).toBe('several');
  });

  it('believes one thing before two, and names something too many', () => {
    const more = weighIn(kit, box, CATALOG, expected + 80, 1);
    expect(more.explanations[0]).toMatchObject({ missing: [], extra: ['windlass-tourniquet'] });
    const sizes = more.explanations.map(({ missing, extra }) => missing.length + extra.length);
    expect(sizes).toEqual([...sizes].sort());
  });

  it('says so where nothing in the kit explains it', () => {
    expect(weighIn(kit, box, CATALOG, expected + 900, 1)).toMatchObject({ agrees: false, told: 'nothing', explanations: [] });
  });

  it('finds the one thing that was taken out, on 200 seeded kits of unlike masses', () => {
    const random = new Random(31);
    const kinds = ['windlass-tourniquet', 'pressure-dressing', 'foil-blanket', 'shears', 'bar-bandage-150', 'marker', 'heat-blanket'];
    let first = 0;
    for (let round = 0; round < 200; round += 1) {
      const own = kinds.filter(() => random.next() < 0.8).map((kind, index) => unit(`u${index}`, kind));
      if (own.length < 3) continue;
      const gone = own[random.below(own.length)] as Unit;
      const massOf = (kind: string) => CATALOG.get(kind)?.massG ?? 0;
      const measured = own.reduce((sum, { kind }) => sum + massOf(kind), 0) - massOf(gone.kind);
      const result = weighIn(own, undefined, CATALOG, measured, 1);
      // What is lighter than the spread of all the others cannot be missed by a scale.
      if (result.agrees) {
        expect(massOf(gone.kind)).toBeLessThanOrEqual(2 * result.sigmaG);
        continue;
      }
      expect(
        result.explanations.some(({ missing }) => missing.length === 1 && missing[0] === gone.kind),
        `round ${round}`,
      ).toBe(true);
      first += result.explanations[0]?.missing[0] === gone.kind ? 1 : 0;
    }
    expect(first).toBeGreaterThan(100);
  });
});

describe('every kit', () => {
  it('can be made ready by ticking, on 200 seeded kits, and each step says what and why', () => {
    const random = new Random(77);
    const kinds = [...CATALOG.keys()];
    for (let round = 0; round < 200; round += 1) {
      const units = Array.from({ length: 1 + random.below(9) }, (_, index) => {
        const kind = kinds[random.below(kinds.length)] as string;
        const states = CATALOG.get(kind)?.states ?? [];
        const state = states[random.below(states.length)]?.id ?? 'asSold';
        return unit(`u${index}`, kind, { state, condition: random.next() < 0.3 ? 'notStaged' : 'ready' });
      });
      const container = CONTAINERS[random.below(CONTAINERS.length)];
      const empty = draftOf(units, container?.id);
      let draft: KitDraft = { ...empty, stage: { ...empty.stage, hangsAt: 'a hook', told: 'the crew' } };
      const all = stepsOf(draft);
      expect(new Set(all.map(({ id }) => id)).size, `round ${round}`).toBe(all.length);
      for (const step of all) {
        expect(step.text.length).toBeGreaterThan(10);
        expect(step.why.length).toBeGreaterThan(10);
        const now = stepsOf(draft).find(({ id }) => id === step.id);
        if (now !== undefined && !isStepDone(now, draft.stage)) draft = withTick(draft, now, 'Mira', TODAY, stepsOf(draft));
      }
      expect(
        stepsOf(draft).every((step) => isStepDone(step, draft.stage)),
        `round ${round}`,
      ).toBe(true);
      expect(
        draft.units.some(
          ({ condition, kind }) =>
            condition === 'notStaged' && CATALOG.get(kind)?.grades['M.limb'] === 'primary' && kind.includes('windlass'),
        ),
      ).toBe(false);
    }
  });
});

describe('vacuum plans', () => {
  it('hold together on 40 seeded lists: the cut is the sum of its terms, and what goes round goes round', () => {
    const random = new Random(63);
    for (let round = 0; round < 40; round += 1) {
      const rollWidthMm = 150 + random.below(200);
      const items = Array.from({ length: 2 + random.below(5) }, (_, index) => ({
        id: `i${index}`,
        wMm: 30 + random.below(80),
        hMm: 30 + random.below(60),
        tMm: 4 + random.below(25),
        shape: 'flat',
      }));
      const problem = FitProblemSchema.parse({
        container: {
          make: 'vacuumRoll',
          rollWidthMm,
          compartments: [{ id: 'tube', wMm: rollWidthMm, hMm: 600, dMm: 80, access: 'front' }],
        },
        items,
        decodes: 120,
        seed: round,
      });
      const result = packFit(problem);
      const plan = vacuumPlan(result, problem.items, rollWidthMm);
      if (plan === null) continue;
      const sum = plan.terms.reduce((total, { valueMm }) => total + valueMm, 0);
      expect(plan.cutLengthMm - sum).toBeGreaterThanOrEqual(0);
      expect(plan.cutLengthMm - sum).toBeLessThan(1);
      // The engine keeps the girth of the film; the plan must agree with it.
      expect(plan.fits, `round ${round}`).toBe(true);
      expect(plan.bundle.acrossMm + plan.bundle.thickMm).toBeLessThanOrEqual(rollWidthMm - 10 + 1e-6);
    }
  });
});
