interface Line {
  id: string;
  count: number;
  massG: number;
}

/** Real things differ a little from their kind: by up to this share, the same way every time. */
const SPREAD = 0.01;

/** What a scale would say that stood here: the parts with a little spread, one of them left out where that is wanted, in its steps. */
export function simulatedScale(lines: readonly Line[], containerG: number, goneId: string, stepG: number): number {
  const sum = lines.reduce((total, { id, count, massG }) => {
    const there = id === goneId ? count - 1 : count;
    return total + there * massG * (1 + SPREAD * leaning(id));
  }, containerG);
  return Math.round(Math.round(sum / stepG) * stepG * 10) / 10;
}

/** Between -1 and 1, fixed by the id. */
function leaning(id: string): number {
  let hash = 7;
  for (const letter of id) hash = (hash * 31 + (letter.codePointAt(0) ?? 0)) % 2001;
  return hash / 1000 - 1;
}
