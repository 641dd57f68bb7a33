// Figures of proposals: without a room on forty questions, packed into pouches, and the ladder along money.
import { random } from './cutBoxes.mjs';

const QUESTIONS = 40;
const PACKED = 20;
const LADDERS = 8;
const SETS = 8;
const FIRSTS = [['cheapest'], ['lightest'], ['thinnest']];
const ROOMS = [
  ['back-pocket-pouch', 'back-pocket'],
  ['life-vest-pouch', 'life-vest-pocket'],
  ['vest-pouch', 'vest-front'],
  ['belt-pouch', 'belt-side'],
];
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const secondsSince = (start) => (performance.now() - start) / 1000;

/** A situation with more or fewer hurt and farther from help, under any school. */
function question(core, next) {
  const pick = (from) => from[Math.floor(next() * from.length)];
  const template = pick(core.TEMPLATES);
  const school = pick(core.SCHOOLS);
  const brief = { ...template.brief, casualties: 1 + Math.floor(next() * 3), hoursToCare: pick([0.3, 1, 3, 8]) };
  return {
    needs: core.deriveNeeds(brief, school),
    school,
    on: core.plainDate('2026-11-25'),
    kinds: core.KINDS,
    skills: core.skillsOf(brief),
    isChecked: brief.securityChecks,
    limits: next() < 0.7 ? { money: 1000 + 500 * Math.floor(next() * 40) } : {},
  };
}

function benchOpen(core, report, catalog) {
  const next = random(17);
  const times = [];
  for (let round = 0; round < QUESTIONS; round += 1) {
    const asked = question(core, next);
    const start = performance.now();
    const { proposals } = core.proposed(asked, FIRSTS, catalog);
    times.push(secondsSince(start));
    if (proposals.some(({ proven }) => !proven)) throw new Error(`question ${round} was not proven`);
  }
  const what = `three proposals, ${core.KINDS.length} kinds, no room`;
  report(`${what}, median of ${QUESTIONS} questions, all proven`, median(times), 's', 0.5);
  report(`${what}, slowest`, Math.max(...times), 's', 2);
}

function benchPacked(core, report, catalog) {
  const next = random(18);
  const firsts = [];
  const settled = [];
  for (let round = 0; round < PACKED; round += 1) {
    const [containerId, positionId] = ROOMS[round % ROOMS.length];
    const asked = question(core, next);
    const container = core.CONTAINERS.find(({ id }) => id === containerId);
    const position = core.POSITIONS.find(({ id }) => id === positionId);
    const work = core.propose({ ...asked, limits: { ...asked.limits, container, position } }, FIRSTS, catalog);
    const start = performance.now();
    let first = null;
    for (let step = work.next(); !step.done; step = work.next())
      if (first === null && step.value.proposed.proposals.length > 0) first = secondsSince(start);
    firsts.push(first ?? secondsSince(start));
    settled.push(secondsSince(start));
  }
  report(`proposals packed into pouches, first answer, slowest of ${PACKED}`, Math.max(...firsts), 's', 2);
  const ninth = [...settled].sort((a, b) => a - b)[Math.floor(PACKED * 0.9) - 1];
  report(`proposals packed into pouches, settled, nine of ten`, ninth, 's', 10, `; median ${median(settled).toFixed(1)} s`);
}

function benchLadder(core, report, catalog) {
  const next = random(19);
  const times = [];
  let steps = 0;
  for (let round = 0; round < LADDERS; round += 1) {
    const asked = question(core, next);
    const start = performance.now();
    const ladder = core.climbed(asked, 'money', catalog);
    times.push(secondsSince(start));
    steps = Math.max(steps, ladder.steps.length);
  }
  report(`ladder along money with what is kept beside it, slowest of ${LADDERS}, up to ${steps} steps`, Math.max(...times), 's', 5);
}

/** A pouch on the body and a case that is fetched, under one brief. */
function benchSets(core, report, catalog) {
  const next = random(21);
  const firsts = [];
  const settled = [];
  for (let round = 0; round < SETS; round += 1) {
    const template = core.TEMPLATES[round % core.TEMPLATES.length];
    const school = core.SCHOOLS.find(({ id }) => id === template.schoolId);
    const [containerId, positionId] = ROOMS[round % ROOMS.length];
    const kit = (id, container, position, fetchS) => {
      const { layer, brief, schoolId } = template;
      const head = { name: id, layer, personId: null, containerId: container, positionId: position, schoolId, brief };
      return { id, draft: { ...head, setAside: [], units: [], ...core.nothingMadeReady() }, alone: [], fetchS };
    };
    const kits = [kit('pouch', containerId, positionId, 0), kit('case', 'hard-case', 'load-area', 60)];
    const limits = next() < 0.5 ? { money: 4000 + 500 * Math.floor(next() * 30) } : {};
    const world = { catalog, school, today: core.plainDate('2026-11-25'), containers: core.CONTAINERS, positions: core.POSITIONS };
    const start = performance.now();
    const work = core.proposeForSet(
      kits,
      { limits, goal: 'least', locked: [], barred: [], takesStores: true },
      { ...world, spares: [], own: [], plan: core.reachPlan() },
    );
    let first = null;
    for (let step = work.next(); !step.done; step = work.next())
      if (first === null && step.value.proposed.proposals.length > 0) first = secondsSince(start);
    firsts.push(first ?? secondsSince(start));
    settled.push(secondsSince(start));
  }
  report(`proposals for a set of two kits, first answer, slowest of ${SETS}`, Math.max(...firsts), 's', 2);
  report(
    `proposals for a set of two kits, settled, slowest of ${SETS}`,
    Math.max(...settled),
    's',
    10,
    `; median ${median(settled).toFixed(1)} s`,
  );
}

export function benchPropose(core, report) {
  const catalog = core.kindCatalog();
  benchOpen(core, report, catalog);
  benchPacked(core, report, catalog);
  benchSets(core, report, catalog);
  benchLadder(core, report, catalog);
}
