/** Film keeps its girth: a bag, a tube of vacuum roll, a band. Lengths in mm, volumes in cubic millimetres. */

/** Lost to the side seals of a vacuum roll, both together. */
export const SIDE_SEALS_MM = 10;
/** Film that a seal keeps free beside what it holds, so that it does not part. Planning value. */
export const SEAL_SLACK_MM = 10;
/** Firmness of the hands that close a bag of film: they press the air out, and with it all that gives. */
export const HAND_PRESS = 1;
/** From so much film to spare a bag closes with comfort. Planning value. */
export const COMFORTABLE_MM = 10;
/** Film above the contents that the sealing machine must take hold of. Planning value. */
export const TOP_SEAL_MARGIN_MM = 75;
export const BOTTOM_SEAL_MM = 10;

/** What a flat bag of film holds at most (paper-bag formula, from memory). */
export function flatBagCapacity(wMm: number, hMm: number): number {
  const [w, h] = wMm <= hMm ? [wMm, hMm] : [hMm, wMm];
  return w ** 3 * (h / (Math.PI * w) - 0.142 * (1 - 10 ** (-h / w)));
}

/** The footprint that is left for a box of thickness t in a flat bag: film that goes round the edge is not there for the face. */
export const flatBagFootprint = (wMm: number, hMm: number, tMm: number): { wMm: number; hMm: number } => ({
  wMm: wMm - tMm,
  hMm: hMm - tMm,
});

/** How wide contents of thickness t may be in a tube of vacuum roll: a seal on each side, and slack beside each. */
export const rollFootprintMm = (rollWidthMm: number, tMm: number): number => rollWidthMm - SIDE_SEALS_MM - 2 * SEAL_SLACK_MM - tMm;

/** Thickness at which a flat bag holds the largest box. */
export function roomiestThickness(wMm: number, hMm: number): number {
  // Where the derivative of (w - t)(h - t) t vanishes.
  const sum = wMm + hMm;
  return (sum - Math.sqrt(sum * sum - 3 * wMm * hMm)) / 3;
}
