// Quality and speed of packing, beside general-purpose packers on the same instances in the same run.
import { pack3D } from 'binpackingjs/3d';
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { CUT_BOXES, cutBox, MAKERS, random } from './cutBoxes.mjs';

/** Fresh instances each run; a run is repeated with IVRAK_SEED. */
const SEED = Number(process.env.IVRAK_SEED ?? Date.now() % 1_000_000);

const mean = (values) => values.reduce((sum, value) => sum + value, 0) / values.length;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const MOST_DECODES = 200_000;

/** Works for so many milliseconds, and tells what stood after each. */
function runFor(core, problem, limits) {
  const fit = core.createFit({ ...problem, decodes: MOST_DECODES });
  const start = performance.now();
  let share = 0;
  return limits.map((limit) => {
    while (share < 1 && performance.now() - start < limit) share = fit.step(20);
    const result = fit.result();
    const broken = core.checkPlacement(problem, result.placed);
    if (broken.length > 0) throw new Error(`the checker refuses a packing: ${JSON.stringify(broken[0])}`);
    return result;
  });
}

export const [W, H, D] = [160, 120, 60];

/** The least depth, by whole millimetres, at which the general-purpose packer takes all things. */
export function referenceDepth(boxes, [w, h, d] = [W, H, D]) {
  const items = boxes.map(([width, height, depth], index) => ({ name: `b${index}`, width, height, depth, weight: 1 }));
  for (let depth = d; depth < 4 * d; depth += 1) {
    const { unfitItems } = pack3D({ bins: [{ name: 'bin', width: w, height: h, depth, maxWeight: 1000 }], items });
    if (unfitItems.length === 0) return depth;
  }
  return 4 * d;
}

const CUT_CASES = [
  [6, 0, 0],
  [8, 0, 0],
  [10, 0, 0],
  [12, 0, 0],
  [15, 5, 5],
  [20, 12, 10],
  [30, 20, 18],
];
const ROUNDS = 5;
/** What a second's work is, in decodes: a busy machine does not change the figures. */
const A_SECOND = 10_000;

function benchCut(core, report) {
  console.log(`instances of seed ${SEED}`);
  for (const [n, at1, at3] of CUT_CASES) {
    const gaps = { one: [], three: [], reference: [] };
    let worse = 0;
    for (const [maker, cut] of Object.entries(MAKERS))
      for (const [round, box] of CUT_BOXES.entries()) {
        const [w, h, d] = box;
        const boxes = cut(random(SEED + 1000 * n + 100 * maker.length + round), n, w, h, d);
        const problem = core.FitProblemSchema.parse({
          container: { make: 'soft', compartments: [{ id: 'main', wMm: w, hMm: h, dMm: 4 * d, access: 'front' }] },
          items: boxes.map(([wMm, hMm, tMm], index) => ({ id: `b${index}`, wMm, hMm, tMm, shape: 'brick' })),
          seed: 7,
        });
        const gap = (decodes) => 100 * (core.packFit({ ...problem, decodes }).thicknessMm / d - 1);
        const one = gap(A_SECOND);
        const reference = 100 * (referenceDepth(boxes, box) / d - 1);
        gaps.one.push(one);
        gaps.three.push(at3 === at1 ? one : gap(3 * A_SECOND));
        gaps.reference.push(reference);
        if (one > reference + 1e-9) worse += 1;
      }
    const worst = (values) => Math.max(...values).toFixed(1);
    const detail = `; worst ${worst(gaps.one)} %, reference ${median(gaps.reference).toFixed(1)} %`;
    report(`perfect-cut boxes n = ${n}, median gap of thickness at a second's decodes`, median(gaps.one), '%', at1, detail);
    if (at3 !== at1)
      report(
        `perfect-cut boxes n = ${n}, median gap at three seconds' decodes`,
        median(gaps.three),
        '%',
        at3,
        `; worst ${worst(gaps.three)} %`,
      );
    report(`perfect-cut boxes n = ${n}, instances worse than the reference`, worse, `of ${gaps.one.length}`, 0);
  }
}

/** The share of a sheet that the rectangle packer covers. */
export function referenceCover(rectangles, w, h) {
  const packer = new MaxRectsPacker(w, h, 0, { smart: false, pot: false, square: false, allowRotation: true });
  packer.addArray(rectangles.map(([width, height], index) => ({ width, height, data: index })));
  return Math.max(...packer.bins.map((bin) => bin.rects.reduce((sum, rect) => sum + rect.width * rect.height, 0))) / (w * h);
}

/** One layer: rectangles cut from a sheet; how much of its area is covered. */
function benchLayer(core, report) {
  for (const n of [10, 15, 20, 30]) {
    const own = [];
    const theirs = [];
    let worse = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const rectangles = cutBox(random(5000 * n + round), n, 200, 150, 8);
      const problem = core.FitProblemSchema.parse({
        container: { make: 'soft', compartments: [{ id: 'main', wMm: 200, hMm: 150, dMm: 8, access: 'front' }] },
        items: rectangles.map(([wMm, hMm], index) => ({ id: `r${index}`, wMm, hMm, tMm: 8, shape: 'flat', keep: (wMm * hMm) / 30 })),
        seed: 7,
      });
      const [result] = runFor(core, problem, [1000]);
      const covered = result.placed.reduce((sum, box) => sum + box.wMm * box.hMm, 0) / (200 * 150);
      const reference = referenceCover(rectangles, 200, 150);
      own.push(100 * covered);
      theirs.push(100 * reference);
      if (covered < reference - 1e-9) worse += 1;
    }
    const detail = `; ${mean(own).toFixed(1)} % covered, reference ${mean(theirs).toFixed(1)} %`;
    report(`one layer of ${n} rectangles, instances worse than the reference at 1 s`, worse, 'of 5', 0, detail);
  }
}

/** The full trauma list; sizes typical of the kinds, from memory. */
const TRAUMA = [
  ['tourniquet', 165, 60, 36, 'brick', 1],
  ['wrap', 130, 80, 20, 'flat', 3],
  ['bar-bandage', 100, 65, 38, 'brick', 2],
  ['plain-gauze', 85, 60, 28, 'brick', 2],
  ['hemostatic', 140, 100, 20, 'flat', 2],
  ['seals', 150, 115, 6, 'flat', 3],
  ['airway', 200, 60, 12, 'flat', 3],
  ['needle', 130, 20, 20, 'tube', 3],
  ['blanket', 110, 75, 15, 'flat', 3],
  ['gloves', 100, 70, 12, 'flat', 3],
  ['marker', 90, 12, 12, 'brick', 3],
  ['tape', 110, 55, 4, 'flat', 3],
  ['lighter', 80, 25, 12, 'brick', 3],
  ['penlight', 130, 15, 15, 'tube', 3],
  ['shears', 190, 95, 12, 'brick', 3],
];
const GIVES = { hemostatic: 0.2, blanket: 0.15, gloves: 0.25, wrap: 0.1 };
const itemsOf = (rows, reaches) =>
  rows.map(([id, wMm, hMm, tMm, shape, reach]) => ({
    id,
    wMm,
    hMm,
    tMm,
    shape,
    reach: reaches ? reach : 3,
    give: GIVES[id] ?? 0,
    foldable: id === 'airway',
  }));

const BACK_POCKET = [
  ['wrap', 185, 110, 8, 'flat'],
  ['ribbon', 100, 75, 11, 'flat'],
  ['gloves-1', 95, 65, 7, 'flat'],
  ['gloves-2', 95, 65, 7, 'flat'],
  ['seals', 150, 115, 6, 'flat'],
  ['tape', 110, 55, 4, 'flat'],
  ['film-1', 75, 70, 1, 'flat'],
  ['film-2', 75, 70, 1, 'flat'],
  ['barrier', 60, 60, 12, 'flat'],
  ['wipe-1', 55, 55, 3, 'flat'],
  ['wipe-2', 55, 55, 3, 'flat'],
];

export function benchLists(core, report) {
  const soft = (wMm, hMm, dMm) => ({ make: 'soft', compartments: [{ id: 'main', wMm, hMm, dMm, access: 'front' }] });
  // Two seeds, each for the whole time: the page packs from two seeds in two workers and takes the better.
  const at = (container, items, limit) => {
    const thickness = [1, 3, 5, 7, 9].map((first) => {
      const problems = [first, first + 1].map((seed) => core.FitProblemSchema.parse({ container, items, seed }));
      const best = core.bestFit(
        problems[0],
        problems.map((problem) => runFor(core, problem, [limit])[0]),
      );
      return best.feasible ? best.thicknessMm : Number.POSITIVE_INFINITY;
    });
    return { middle: median(thickness), detail: `; ${thickness.join(', ')} mm by pair of seeds` };
  };
  const quart = at(soft(178, 203, 90), itemsOf(TRAUMA, true), 1000);
  report('quart-bag list in a box of 178 x 203 x 90, with reach, at 1 s, median of five', quart.middle, 'mm', 74, quart.detail);
  const classes = { wrap: 1, hemostatic: 2, 'bar-bandage': 3 };
  const held = itemsOf(TRAUMA, true).map((item) => ({ ...item, reach: classes[item.id] ?? item.reach }));
  const rigid = at({ ...soft(178, 203, 90), make: 'rigid' }, held, 1000);
  report('the same with the elastic wrap first, too, and both gauzes second', rigid.middle, 'mm', 74, rigid.detail);
  const free = at(soft(178, 203, 90), itemsOf(TRAUMA, false), 1000);
  report('the same without reach', free.middle, 'mm', 74, free.detail);
  const roll = { make: 'vacuumRoll', rollWidthMm: 280, compartments: [{ id: 'tube', wMm: 280, hMm: 400, dMm: 60, access: 'front' }] };
  const vacuum = itemsOf(TRAUMA, false).filter(({ id }) => id !== 'shears' && id !== 'bar-bandage');
  const loose = at(roll, vacuum, 1000);
  report('vacuum list, 280 mm roll', loose.middle, 'mm', 36, loose.detail);
  const sleeve = at(soft(195, 120, 40), itemsOf(BACK_POCKET, false), 1000);
  report('back-pocket list in a wide sleeve, loose', sleeve.middle, 'mm', 32, sleeve.detail);
}

export function benchFitQuality(core, report) {
  benchCut(core, report);
  benchLayer(core, report);
  benchLists(core, report);
}
