// Figures of Carry: twelve loadouts of fifteen kits with four hundred units, worked out in a worker thread.
import { Worker } from 'node:worker_threads';
import { random } from './cutBoxes.mjs';

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const LOADOUTS = 12;
const KITS = 15;
const UNITS = 400;
const ROUNDS = 15;
const WARM_UP = 3;

/** Everything by seed, so that two runs measure the same. */
function scene(core) {
  const { BriefSchema, CONTAINERS, KINDS, LoadoutSchema, OWN_THINGS, POSITIONS, SCHOOLS, addDays, deriveNeeds, plainDate, skillsOf } = core;
  const next = random(15);
  const pick = (list) => list[Math.floor(next() * list.length)];
  const today = plainDate('2026-11-25');
  const brief = BriefSchema.parse({ persons: 9, hoursToCare: 5, penetrating: true, dayToDay: true, training: 'advanced' });
  const needs = deriveNeeds(brief, SCHOOLS[0]);
  const needsOfOne = deriveNeeds(BriefSchema.parse({ ...brief, casualties: 1 }), SCHOOLS[0]);
  const kits = Array.from({ length: KITS }, (_, index) => {
    const units = Array.from({ length: Math.ceil(UNITS / KITS) }, (_unit, at) => ({
      id: `k${index}u${at}`,
      kind: pick(KINDS).id,
      count: 1 + Math.floor(next() * 2),
      condition: 'ready',
      state: 'asSold',
      expiresOn: next() < 0.8 ? addDays(today, Math.floor(next() * 900)) : null,
    }));
    return {
      id: `k${index}`,
      name: `Kit ${index}`,
      needs,
      needsOfOne,
      school: SCHOOLS[0],
      skills: skillsOf(brief),
      units,
      modules: [],
      massG: 500,
      container: pick(CONTAINERS),
      positionId: pick(POSITIONS).id,
      blockedBy: Object.fromEntries(units.map(({ id }, at) => [id, at % 3 === 0 ? [units[0].id] : []])),
      hasSlits: true,
    };
  });
  const loadouts = Array.from({ length: LOADOUTS }, (_, index) =>
    LoadoutSchema.parse({
      id: `l${index}`,
      name: `Loadout ${index}`,
      kits: kits.map(({ id }) => ({
        kitId: id,
        distanceM: next() < 0.5 ? 0 : Math.floor(next() * 400),
        by: next() < 0.3 ? 'boat' : 'foot',
      })),
      own: OWN_THINGS.slice(0, 4),
      conditions: { isSeated: next() < 0.3, isDark: next() < 0.3 },
      passesSecurity: index % 4 === 0,
    }),
  );
  return { kits, loadouts, today };
}

/** In a worker thread: every loadout whole, as the page's worker does after each change. */
async function inWorker(coreUrl, data) {
  const source = `
    import { parentPort, workerData } from 'node:worker_threads';
    const core = await import(workerData.core);
    const { kits, loadouts, today } = workerData.data;
    const world = {
      kits: new Map(kits.map((kit) => [kit.id, kit])),
      positions: new Map(core.POSITIONS.map((position) => [position.id, position])),
      catalog: core.kindCatalog(),
      plan: core.reachPlan(),
      measured: new Map(),
      on: today,
    };
    const times = [];
    for (let round = 0; round < ${ROUNDS}; round += 1) {
      const start = performance.now();
      for (const loadout of loadouts) core.loadoutView(loadout, world);
      times.push(performance.now() - start);
    }
    const start = performance.now();
    const scenarios = loadouts.map((loadout) => {
      const { problem, catalog } = core.loadoutProblem(loadout, world);
      return { id: loadout.id, problem, catalog };
    });
    const spares = core.leaveAtHome(scenarios, new Set(kits.map(({ id }) => id)), world.catalog);
    parentPort.postMessage({ times, spareMs: performance.now() - start, spare: spares.units.length, proven: spares.proven });
  `;
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL(`data:text/javascript,${encodeURIComponent(source)}`), { workerData: { core: coreUrl, data } });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}

export async function benchCarry(core, coreUrl, report) {
  const { times, spareMs, spare, proven } = await inWorker(coreUrl, scene(core));
  const what = `${LOADOUTS} loadouts of ${KITS} kits with ${UNITS} units, worked out in a worker, median`;
  report(what, median(times.slice(WARM_UP)), 'ms', 200);
  console.log(
    `       what can stay at home of them: ${spare} things in ${Math.round(spareMs)} ms, ${proven ? 'proven' : 'the largest set found, not proven'}`,
  );
}
