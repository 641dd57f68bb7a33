// Instances for packing of which a packing without any waste is known: boxes cut out of one, by several makers.

/** The same numbers on every machine. */
export function random(seed) {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}

/** Cuts a box into n by guillotine cuts at random places: a packing without any waste exists by construction. */
export function cutBox(next, n, w, h, d) {
  const boxes = [[w, h, d]];
  while (boxes.length < n) {
    const volumes = boxes.map((box) => box[0] * box[1] * box[2]);
    let pick = next() * volumes.reduce((sum, value) => sum + value, 0);
    let index = 0;
    while (index < boxes.length - 1 && pick > volumes[index]) {
      pick -= volumes[index];
      index += 1;
    }
    const box = boxes[index];
    const axes = [0, 1, 2].filter((axis) => box[axis] >= 16);
    if (axes.length === 0) continue;
    const axis = axes[Math.floor(next() * axes.length)];
    const cut = Math.max(8, Math.min(box[axis] - 8, Math.round(box[axis] * (0.2 + 0.6 * next()))));
    const [one, other] = [[...box], [...box]];
    one[axis] = cut;
    other[axis] -= cut;
    boxes.splice(index, 1, one, other);
  }
  return boxes;
}

/** The largest box is cut across its longest side, again and again: all of a size, as most things in a kit are. */
function cutLargest(next, n, w, h, d) {
  const boxes = [[w, h, d]];
  while (boxes.length < n) {
    boxes.sort((a, b) => b[0] * b[1] * b[2] - a[0] * a[1] * a[2]);
    const box = boxes.shift();
    const axis = box.indexOf(Math.max(...box));
    const cut = Math.round(box[axis] * (0.3 + 0.4 * next()));
    boxes.push(box.with(axis, cut), box.with(axis, box[axis] - cut));
  }
  return boxes;
}

/** Layers of their own thickness, each cut into rectangles: flat things on one another. */
function cutLayers(next, n, w, h, d) {
  const layers = Math.max(2, Math.round(n / 6));
  const boxes = [];
  let left = d;
  for (let layer = 0; layer < layers; layer += 1) {
    const last = layer === layers - 1;
    const thick = last ? left : Math.max(6, Math.round((left / (layers - layer)) * (0.6 + 0.8 * next())));
    left -= thick;
    const own = Math.floor(n / layers) + (layer < n % layers ? 1 : 0);
    boxes.push(...cutLargest(next, own, w, h, 1).map(([wide, high]) => [wide, high, thick]));
  }
  return boxes;
}

export const MAKERS = { byVolume: cutBox, largest: cutLargest, layers: cutLayers };
/** Boxes that are cut up, mm. */
export const CUT_BOXES = [
  [160, 200, 60],
  [160, 120, 60],
  [178, 203, 70],
  [140, 110, 90],
];
