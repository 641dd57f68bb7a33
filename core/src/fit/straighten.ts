/** A point: across and down in a photo, across and down on a sheet. */
export type Point = readonly [x: number, y: number];

/**
 * From places on a flat sheet to places in a photo of it, by the four corners of the sheet in the photo: a plane seen in perspective is
 * a plane by a projective map, and four pairs of points are all it takes (Hartley and Zisserman, Multiple View Geometry, 2nd ed., 2.3).
 * @param corners of the sheet in the photo, px: upper left, upper right, lower right, lower left as they lie on the sheet
 * @param sheet its width and height, mm
 * @returns the map from millimetres on the sheet to pixels; null where three corners lie in a line
 */
export function toPhoto(
  corners: readonly [Point, Point, Point, Point],
  { wMm, hMm }: { wMm: number; hMm: number },
): ((at: Point) => Point) | null {
  if (corners.some((_, index) => isInLine(corners, index))) return null;
  const flat: readonly Point[] = [
    [0, 0],
    [wMm, 0],
    [wMm, hMm],
    [0, hMm],
  ];
  const rows: number[][] = [];
  for (const [index, [x, y]] of flat.entries()) {
    const [u, v] = corners[index] as Point;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  const solved = solve(rows);
  if (solved === null) return null;
  const [a, b, c, d, e, f, g, h] = solved as [number, number, number, number, number, number, number, number];
  return ([x, y]) => {
    const depth = g * x + h * y + 1;
    return [(a * x + b * y + c) / depth, (d * x + e * y + f) / depth];
  };
}

/** Sine under which three corners are taken to lie in a line. */
const STRAIGHT = 0.01;

/** Whether a corner lies in a line with its two neighbours, or on one of them. */
function isInLine(corners: readonly Point[], index: number): boolean {
  const [x, y] = corners[index] as Point;
  const [ax, ay] = corners[(index + 1) % corners.length] as Point;
  const [bx, by] = corners[(index + 3) % corners.length] as Point;
  const [u, v, s, t] = [ax - x, ay - y, bx - x, by - y];
  return Math.abs(u * t - v * s) <= STRAIGHT * Math.hypot(u, v) * Math.hypot(s, t);
}

const SINGULAR = 1e-9;

/** Gauss with the largest pivot; each row ends with its right side. Null: no single answer. */
function solve(rows: number[][]): number[] | null {
  const n = rows.length;
  for (let column = 0; column < n; column += 1) {
    let pivot = column;
    for (let row = column + 1; row < n; row += 1)
      if (Math.abs(rows[row]?.[column] ?? 0) > Math.abs(rows[pivot]?.[column] ?? 0)) pivot = row;
    [rows[column], rows[pivot]] = [rows[pivot] as number[], rows[column] as number[]];
    const own = rows[column] as number[];
    const lead = own[column] ?? 0;
    if (Math.abs(lead) < SINGULAR) return null;
    for (let row = 0; row < n; row += 1) {
      if (row === column) continue;
      const other = rows[row] as number[];
      const factor = (other[column] ?? 0) / lead;
      for (let at = column; at <= n; at += 1) other[at] = (other[at] ?? 0) - factor * (own[at] ?? 0);
    }
  }
  return rows.map((row, index) => (row[n] ?? 0) / (row[index] ?? 1));
}

/** Width and height of the upright box around an outline. */
export function outlineSize(points: readonly Point[]): { wMm: number; hMm: number } {
  const range = (axis: 0 | 1) => {
    const values = points.map((point) => point[axis]);
    return values.length === 0 ? 0 : Math.max(...values) - Math.min(...values);
  };
  return { wMm: range(0), hMm: range(1) };
}
