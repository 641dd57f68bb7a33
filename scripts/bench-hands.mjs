// Packing as hands do it: a base kit of 130 things, and where else a kit could be carried.
import { readFileSync } from 'node:fs';

/** Kinds and counts of a base kit, as the tests pack it. */
export const BASE = JSON.parse(readFileSync(new URL('../core/src/kit/baseKitFixture.json', import.meta.url), 'utf8'));

const FOUR = {
  id: 'four',
  name: 'Bag with four compartments',
  make: 'soft',
  lies: 'behind',
  compartments: ['a', 'b', 'c', 'd'].map((id) => ({ id, wMm: 375, hMm: 197, dMm: 75, access: 'front' })),
  massG: 900,
  wallMm: 8,
  opening: 'zip',
};

function kitOf(core) {
  const units = BASE.map(([kind, count], index) => core.UnitSchema.parse({ id: `u${index}`, kind, count, condition: 'ready' }));
  const brief = core.BriefSchema.parse({ persons: 8, casualties: 2, penetrating: true, training: 'trauma', dayToDay: true });
  return { units, brief };
}

/** First answer, and all of the work, as the worker does it. */
function benchBase(core, report) {
  const catalog = core.kindCatalog();
  const { units, brief } = kitOf(core);
  const { coverage } = core.judgeKit({ id: 'k', brief, units }, core.SCHOOLS[0], FOUR, core.plainDate('2026-11-25'), catalog);
  const fit = core.kitFitProblem({ units, container: FOUR, coverage, catalog });
  if (!fit.ok) throw new Error(`${fit.count} are too many`);
  const start = performance.now();
  const run = core.createFit(fit.problem);
  run.step(20);
  const isAll = run.result().feasible;
  const first = performance.now() - start;
  let longest = 0;
  for (let share = 0; share < 1; ) {
    const before = performance.now();
    share = run.step(20);
    longest = Math.max(longest, performance.now() - before);
  }
  const settled = performance.now() - start;
  const result = run.result();
  const broken = core.checkPlacement(fit.problem, result.placed);
  if (broken.length > 0) throw new Error(`the checker refuses a packing: ${JSON.stringify(broken[0])}`);
  const detail = `; ${result.unplaced.join(', ')} out, ${result.placed.length} of ${fit.problem.items.length} blocks and things in, ${result.thicknessMm} mm`;
  report('130 things in four compartments, first answer', first, 'ms', 1000, isAll ? '; all in' : '; not all in yet');
  report('130 things in four compartments, settled', settled, 'ms', 5000, detail);
  report('130 things, left out', result.unplaced.length, 'things', 0);
  report('130 things, longest step of the worker before it can be told to stop', longest, 'ms', 250);
}

function benchWhere(core, report) {
  const { brief } = kitOf(core);
  const kinds = [
    'windlass-tourniquet',
    'kaolin-gauze',
    'pressure-dressing',
    'vented-seals-compact',
    'gloves',
    'shears-small',
    'foil-blanket',
    'marker',
  ];
  const units = kinds.map((kind, index) => core.UnitSchema.parse({ id: `w${index}`, kind, count: 1, condition: 'ready' }));
  const draft = {
    name: 'Kit',
    layer: 'pocket',
    personId: null,
    containerId: 'vest-pouch',
    positionId: 'vest-front',
    schoolId: core.SCHOOLS[0].id,
    brief,
    setAside: [],
    ...core.nothingMadeReady(),
    units,
  };
  const world = {
    catalog: core.kindCatalog(),
    school: core.SCHOOLS[0],
    today: core.plainDate('2026-11-25'),
    containers: core.CONTAINERS,
    positions: core.POSITIONS,
  };
  const start = performance.now();
  const work = core.whereCarried(draft, world);
  let next = work.next();
  while (!next.done) next = work.next();
  const fits = next.value.filter((row) => row.fits).length;
  const detail = `; ${next.value.length} pairs, ${fits} of them fit`;
  report('where else a kit could be carried, all containers and places', performance.now() - start, 'ms', 20_000, detail);
}

export function benchHands(core, report) {
  benchBase(core, report);
  benchWhere(core, report);
}
