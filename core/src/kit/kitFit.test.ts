import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { packFit } from '../fit/createFit.ts';
import { BriefSchema } from '../model/brief.ts';
import type { Kind } from '../model/kind.ts';
import { type FitChoices, type Module, nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitIdSchema, UnitSchema } from '../model/unit.ts';
import { kitCarry, kitMassG, kitPriceMinor } from './carryCheck.ts';
import { fitFingerprint } from './fingerprint.ts';
import { judgeKit } from './judgement.ts';
import { goesIn, kitFitProblem } from './kitFit.ts';
import { goesOn } from './outside.ts';
import { reachClasses } from './priority.ts';

const CATALOG = kindCatalog();
const [CONTAINER, OTHER] = CONTAINERS;
const [SCHOOL] = SCHOOLS;
if (CONTAINER === undefined || OTHER === undefined || SCHOOL === undefined) throw new Error('the catalogue is empty');

const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
const judge = (units: Unit[]) =>
  judgeKit({ id: 'k', brief: BriefSchema.parse({ persons: 1 }), units }, SCHOOL, CONTAINER, plainDate('2026-11-25'), CATALOG).coverage;
const problemOf = (units: Unit[], container = CONTAINER) => {
  const fit = kitFitProblem({ units, container, coverage: judge(units), catalog: CATALOG });
  if (!fit.ok) throw new Error(fit.reason);
  return fit.problem;
};

describe('kitFitProblem', () => {
  it('makes every single thing an item of its own, in the state in which it lies', () => {
    const problem = problemOf([unit('g', 'gloves', { count: 2, state: 'pressed' }), unit('t', 'windlass-tourniquet')]);
    expect(problem.items.map(({ id }) => id)).toEqual(['g', 'g:2', 't']);
    expect(problem.items[0]).toMatchObject({ wMm: 95, hMm: 65, tMm: 7, shape: 'flat', foldable: true });
    expect(problem.items[2]).toMatchObject({ shape: 'brick', tMm: 36 });
  });

  it('takes a thing as it was measured and weighed, while it lies as it did then', () => {
    const own = { measured: { state: 'pressed', wMm: 90, hMm: 60, tMm: 5.5 }, massG: 9.5 };
    const pressed = unit('g', 'gloves', { state: 'pressed', own });
    expect(problemOf([pressed]).items[0]).toMatchObject({ wMm: 90, hMm: 60, tMm: 5.5, massG: 9.5 });
    const loose = problemOf([{ ...pressed, state: 'asSold' }]).items[0];
    expect(loose).toMatchObject({ ...problemOf([unit('g', 'gloves')]).items[0], massG: 9.5 });
    expect(fitFingerprint(problemOf([pressed]))).not.toBe(fitFingerprint(problemOf([unit('g', 'gloves', { state: 'pressed' })])));
    expect(kitMassG([unit('g', 'gloves', { own, count: 3 })], undefined, CATALOG)).toBeCloseTo(28.5, 9);
  });

  it('packs what does not count as well: it is in the bag all the same; used things are not', () => {
    const ids = problemOf([
      unit('s', 'windlass-tourniquet', { condition: 'suspect' }),
      unit('u', 'marker', { condition: 'used' }),
    ]).items.map(({ id }) => id);
    expect(ids).toEqual(['s']);
  });

  it('refuses more things than can be packed at once, with both figures', () => {
    const units = [unit('s', 'shears', { count: 81 })];
    expect(kitFitProblem({ units, container: CONTAINER, coverage: judge(units), catalog: CATALOG })).toEqual({
      ok: false,
      reason: 'tooMany',
      count: 81,
      most: 80,
    });
  });
});

describe('equal thin things', () => {
  const items = (units: Unit[], more: Partial<Parameters<typeof kitFitProblem>[0]> = {}) => {
    const fit = kitFitProblem({ units, container: CONTAINER, coverage: judge(units), catalog: CATALOG, ...more });
    if (!fit.ok) throw new Error(fit.reason);
    return fit;
  };

  it('are one block from three on, over all units of them, and weigh what they weigh', () => {
    const units = [
      unit('w', 'antiseptic-wipe', { count: 2 }),
      unit('t', 'windlass-tourniquet'),
      unit('v', 'antiseptic-wipe', { count: 3 }),
    ];
    const { problem, unitOf } = items(units);
    expect(problem.items.map(({ id }) => id)).toEqual(['w', 't']);
    expect(problem.items[0]?.block).toEqual(['w', 'w:2', 'v', 'v:2', 'v:3']);
    expect(problem.items[0]?.massG).toBe(5 * (CATALOG.get('antiseptic-wipe')?.massG ?? 0));
    expect(unitOf.get('v:3')).toBe('v');
  });

  it('are single below three, where they are stiff or thick, where they lie otherwise, and where one was put by hand', () => {
    const count = (units: Unit[], fit?: FitChoices) => items(units, fit === undefined ? {} : { fit }).problem.items.length;
    expect(count([unit('w', 'antiseptic-wipe', { count: 2 })])).toBe(2);
    expect(count([unit('s', 'shears', { count: 3 })])).toBe(3);
    expect(count([unit('b', 'foil-blanket', { count: 3 })])).toBe(1);
    expect(count([unit('b', 'bar-bandage-100', { count: 3 })])).toBe(3);
    expect(count([unit('g', 'gloves', { count: 2 }), unit('p', 'gloves', { count: 2, state: 'pressed' })])).toBe(4);
    const room = CONTAINER.compartments[0]?.id ?? '';
    const wipes = [unit('w', 'antiseptic-wipe', { count: 4 })];
    expect(count(wipes, { press: 0, locks: {}, pins: { 'w:2': room }, folds: {} })).toBe(4);
    const lock = { compartment: room, xMm: 0, yMm: 0, zMm: 0, wMm: 55, hMm: 55, dMm: 3 };
    expect(count(wipes, { press: 0, locks: { w: lock }, pins: {}, folds: {} })).toBe(4);
  });

  it('are put, pinned and locked as the block that they are', () => {
    const room = CONTAINER.compartments[0]?.id ?? '';
    const wipes = [unit('w', 'antiseptic-wipe', { count: 4 })];
    const lock = { compartment: room, xMm: 10, yMm: 0, zMm: 0, wMm: 55, hMm: 55, dMm: 12 };
    const { problem } = items(wipes, { fit: { press: 0, locks: { w: lock }, pins: {}, folds: {} } });
    expect(problem.items).toMatchObject([{ id: 'w', lockedAt: lock }]);
    const result = packFit(problem);
    expect(result.placed).toMatchObject([{ id: 'w', xMm: 10, dMm: 12 }]);
    expect(result.blocks).toMatchObject([{ id: 'w', deep: 4 }]);
    expect(items(wipes, { fit: { press: 0, locks: {}, pins: { w: room }, folds: {} } }).problem.items).toMatchObject([
      { id: 'w', pinnedTo: room },
    ]);
  });
});

describe('cutters', () => {
  // Common practice, no source: what opens a sealed bag is taped to its outside.
  const roll = CONTAINERS.find(({ make }) => make === 'vacuumRoll');
  if (roll === undefined) throw new Error('there is no roll in the catalogue');
  const units = [unit('t', 'windlass-tourniquet'), unit('s', 'shears')];

  const [position] = POSITIONS;
  if (position === undefined) throw new Error('there are no positions');
  const thickness = (container: typeof roll, own = units) =>
    kitCarry({ units: own, container, position, packed: { thicknessMm: 30 }, catalog: CATALOG }).outerTMm;

  it('are not sealed into a vacuum bag, and make it thicker by what they measure', () => {
    expect(problemOf(units, roll).items.map(({ id }) => id)).toEqual(['t']);
    expect(thickness(roll) - thickness(roll, units.slice(0, 1))).toBeCloseTo(12, 6);
  });

  it('lie in every other container, which is no thicker for them', () => {
    expect(problemOf(units).items.map(({ id }) => id)).toEqual(['t', 's']);
    expect(thickness(CONTAINER)).toBe(thickness(CONTAINER, units.slice(0, 1)));
  });
});

describe('reachClasses', () => {
  // Planning values: a tourniquet with nothing in front; what is needed within three minutes with one thing at most.
  it('put first what is needed within a minute, gloves and cutter, tourniquet and packing second, the rest anywhere', () => {
    const classes = reachClasses(
      judge([
        unit('t', 'windlass-tourniquet'),
        unit('g', 'kaolin-gauze'),
        unit('h', 'gloves', { count: 2 }),
        unit('c', 'shears-small'),
        unit('b', 'foil-blanket'),
      ]),
    );
    expect(['t', 'g', 'h', 'c', 'b'].map((id) => classes.get(id))).toEqual([2, 2, 1, 1, 3]);
  });

  it('follow the windows: where all are alike, all come first, but of three rolls only two', () => {
    const units = [unit('t', 'windlass-tourniquet'), unit('g1', 'kaolin-gauze'), unit('g2', 'kaolin-gauze'), unit('g3', 'kaolin-gauze')];
    const school = SCHOOLS.find(({ order }) => order[0] === 'M.pack');
    if (school === undefined) throw new Error('no school begins with packing');
    const brief = BriefSchema.parse({ persons: 3, casualties: 2, penetrating: true, training: 'trauma' });
    const { coverage } = judgeKit({ id: 'k', brief, units }, school, CONTAINER, plainDate('2026-11-25'), CATALOG);
    const classes = reachClasses(coverage);
    expect(classes.get('t')).toBe(1);
    expect(['g1', 'g2', 'g3'].map((id) => classes.get(id)).sort()).toEqual([1, 1, 2]);
  });

  it('follow the window that the brief asks for', () => {
    const brief = BriefSchema.parse({
      persons: 1,
      overrides: { 'H.warm': { least: null, ideal: null, windowS: 60, reason: 'cold water' } },
    });
    const units = [unit('t', 'windlass-tourniquet'), unit('b', 'foil-blanket')];
    const { coverage } = judgeKit({ id: 'k', brief, units }, SCHOOL, CONTAINER, plainDate('2026-11-25'), CATALOG);
    expect(reachClasses(coverage).get('b')).toBe(1);
    expect(reachClasses(coverage).get('t')).toBe(2);
  });

  it('class only the first of a stack', () => {
    const problem = problemOf([unit('t', 'windlass-tourniquet', { count: 3 })]);
    expect(problem.items.map(({ reach }) => reach)).toEqual([1, 3, 3]);
  });

  it('follow what a thing serves, not what it is: a suspect tourniquet serves nothing', () => {
    expect(reachClasses(judge([unit('t', 'windlass-tourniquet', { condition: 'suspect' })])).get('t')).toBeUndefined();
  });
});

describe('fitFingerprint', () => {
  const base = [unit('t', 'windlass-tourniquet'), unit('d', 'pressure-dressing')];
  const print = (units: Unit[], container = CONTAINER) => fitFingerprint(problemOf(units, container));

  it.each([
    ['a thing more', () => print([...base, unit('m', 'marker')])],
    ['a thing less', () => print(base.slice(1))],
    ['another state', () => print([base[0] as Unit, unit('d', 'pressure-dressing', { state: 'outerOff' })])],
    ['another container', () => print(base, OTHER)],
    ['another reach class', () => print([unit('t', 'windlass-tourniquet', { condition: 'damaged' }), base[1] as Unit])],
  ])('changes with %s', (_, changed) => {
    expect(changed()).not.toBe(print(base));
  });

  it('stays when a stored lock comes back with its keys in another order, and changes when the lock does', () => {
    const item = problemOf([unit('m', 'marker')]);
    const lock = { compartment: 'main', xMm: 1, yMm: 2, zMm: 0, wMm: 90, hMm: 12, dMm: 12, folded: false };
    const locked = (lockedAt: typeof lock) => fitFingerprint({ ...item, items: item.items.map((one) => ({ ...one, lockedAt })) });
    const turned = Object.fromEntries(Object.entries(lock).reverse()) as typeof lock; // the same fields
    expect(locked(turned)).toBe(locked(lock));
    expect(locked({ ...lock, xMm: 6 })).not.toBe(locked(lock));
  });

  it('stays with a date or a lot, which do not change the packing', () => {
    expect(print([base[0] as Unit, unit('d', 'pressure-dressing', { lot: 'X', expiresOn: plainDate('2028-01-01') })])).toBe(print(base));
  });
});

describe('kitPriceMinor', () => {
  it('adds usual prices by count and leaves unknown kinds out', () => {
    expect(kitPriceMinor([unit('g', 'gloves', { count: 3 }), unit('x', 'nothing-known')], CATALOG)).toBe(102);
  });
});

describe('what was chosen by hand', () => {
  const units = [unit('m', 'marker'), unit('s', 'vented-seals')];
  const clamshell = CONTAINERS.find(({ id }) => id === 'small-clamshell');
  const bag = CONTAINERS.find(({ id }) => id === 'quart-bag');
  if (clamshell === undefined || bag === undefined) throw new Error('the catalogue changed');
  const none = { press: 0, locks: {}, pins: {}, folds: {} };
  const lock = { compartment: 'left panel', xMm: 0, yMm: 0, zMm: 0, wMm: 90, hMm: 12, dMm: 12, folded: false };
  const itemsIn = (container: typeof clamshell, fit: FitChoices) => {
    const built = kitFitProblem({ units, container, coverage: judge(units), catalog: CATALOG, fit });
    if (!built.ok) throw new Error(built.reason);
    return built.problem.items;
  };

  it('reaches the packing: locks, pins, folds and the press', () => {
    const [marker, seals] = itemsIn(clamshell, { press: 0.6, locks: { m: lock }, pins: { s: 'right panel' }, folds: { s: true } });
    expect(marker).toMatchObject({ id: 'm', lockedAt: lock });
    expect(seals).toMatchObject({ id: 's', pinnedTo: 'right panel', fold: true });
  });

  it.each([
    ['a compartment that the container does not have', { ...none, locks: { m: { ...lock, compartment: 'lid' } }, pins: { s: 'lid' } }],
    ['a thing whose measures are not these any more', { ...none, locks: { m: { ...lock, wMm: 70 } } }],
    ['a slot where there are none', { ...none, locks: { m: { ...lock, slot: 'slot 1' } } }],
  ])('is let go of for %s', (_, fit) => {
    for (const item of itemsIn(clamshell, fit)) {
      expect(item.lockedAt).toBeUndefined();
      expect(item.pinnedTo).toBeUndefined();
    }
  });

  it('is not locked in film, whatever was locked before', () => {
    expect(itemsIn(bag, { ...none, locks: { m: { ...lock, compartment: 'main' } } })[0]?.lockedAt).toBeUndefined();
  });

  it('makes another packing of it: each of them changes the fingerprint', () => {
    const print = (fit: FitChoices) => {
      const built = kitFitProblem({ units, container: clamshell, coverage: judge(units), catalog: CATALOG, fit });
      return built.ok ? fitFingerprint(built.problem) : '';
    };
    const prints = [
      none,
      { ...none, press: 1 },
      { ...none, locks: { m: lock } },
      { ...none, pins: { s: 'right panel' } },
      { ...none, folds: { s: false } },
    ].map(print);
    expect(new Set(prints).size).toBe(prints.length);
  });
});

describe('modules in the packing problem', () => {
  const units = [unit('d', 'pressure-dressing'), unit('g', 'gloves', { count: 2 }), unit('t', 'windlass-tourniquet')];
  const built = (modules: Module[]) => {
    const fit = kitFitProblem({ units, container: OTHER, coverage: judge(units), catalog: CATALOG, modules });
    if (!fit.ok) throw new Error(fit.reason);
    return fit.problem.items;
  };
  const ids = (...list: string[]) => list.map((id) => UnitIdSchema.parse(id));

  it('are one thing with the mass of all that is in them and the most urgent reach', () => {
    const items = built([{ id: 'all', name: 'All', unitIds: ids('d', 'g', 't'), pattern: [] }]);
    expect(items).toHaveLength(1);
    expect(items[0]).toMatchObject({ id: 'module/all', massG: 60 + 2 * 12 + 80, reach: 1 });
  });

  it('leave what is in none of them as it is, and are nothing while they are empty or name what is gone', () => {
    expect(built([{ id: 'one', name: 'One', unitIds: ids('d'), pattern: [] }]).map(({ id }) => id)).toEqual([
      'g',
      'g:2',
      't',
      'module/one',
    ]);
    expect(built([{ id: 'one', name: 'One', unitIds: [], pattern: [] }]).map(({ id }) => id)).toEqual(['d', 'g', 'g:2', 't']);
    expect(built([{ id: 'one', name: 'One', unitIds: ids('gone'), pattern: [] }]).map(({ id }) => id)).toEqual(['d', 'g', 'g:2', 't']);
  });
});

describe('whether a thing goes into a container at all', () => {
  it('is what packing it alone finds, for every kind and container that is shipped', () => {
    const nothing = judge([]);
    let refused = 0;
    for (const container of CONTAINERS) {
      if (container.make !== 'soft' && container.make !== 'rigid') continue;
      for (const kind of CATALOG.values()) {
        const said = goesIn(kind, container, CATALOG);
        const found = kind.states.some(({ id: state }) => {
          const units = [UnitSchema.parse({ id: 'one', kind: kind.id, count: 1, condition: 'ready', state })];
          const fit = kitFitProblem({ units, container, coverage: nothing, catalog: CATALOG });
          if (!fit.ok) throw new Error(fit.reason);
          return fit.problem.items.length === 0 || packFit({ ...fit.problem, decodes: 60 }).unplaced.length === 0;
        });
        expect(said, `${kind.id} into ${container.id}`).toBe(found);
        if (!said) refused += 1;
      }
    }
    expect(refused).toBeGreaterThan(50);
  });
});

describe('what hangs outside', () => {
  const panel = CONTAINERS.find(({ id }) => id === 'loop-panel');
  const [point] = panel?.outside ?? [];
  if (panel === undefined || point === undefined) throw new Error('the catalogue has changed');
  const strap = unit('t', 'windlass-tourniquet');
  const fit = { ...nothingMadeReady().fit, hung: { t: point.id } };

  it('is not packed inside, adds to the thickness, and stays inside of a container without such a loop', () => {
    const inside = kitFitProblem({
      units: [strap, unit('g', 'plain-gauze')],
      container: panel,
      coverage: judge([]),
      catalog: CATALOG,
      fit,
    });
    expect(inside.ok && inside.problem.items.map(({ id }) => id)).toEqual(['g']);
    const [position] = POSITIONS;
    if (position === undefined) throw new Error('there are no places');
    const packed = { thicknessMm: 28 };
    const carried = { units: [strap], container: panel, position, packed, catalog: CATALOG };
    expect(kitCarry({ ...carried, fit }).outerTMm - kitCarry(carried).outerTMm).toBe(36);
    expect(problemOf([strap], CONTAINER).items).toHaveLength(1);
    const elsewhere = kitFitProblem({ units: [strap], container: CONTAINER, coverage: judge([]), catalog: CATALOG, fit });
    expect(elsewhere.ok && elsewhere.problem.items).toHaveLength(1);
  });

  it('goes onto a loop that is large enough, turned any way', () => {
    const kind = (id: string) => CATALOG.get(id) as Kind;
    expect(goesOn(kind('windlass-tourniquet'), strap, point)).toBe(true);
    expect(goesOn(kind('shears'), unit('s', 'shears'), point)).toBe(false);
  });
});
