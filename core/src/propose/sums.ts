/** What a kind adds to a sum: so much for each of it, or for each beyond so many. */
export interface Share {
  by: number;
  beyond: number;
}
/** By choice. What is owned costs nothing, and then each what it is sold for: shares only grow. */
export type Sum = readonly (readonly Share[])[];

export const each = (by: number, beyond = 0): Share[] => [{ by, beyond }];

export function sumOf(sum: Sum, counts: readonly number[]): number {
  let total = 0;
  for (let at = 0; at < sum.length; at += 1)
    for (const { by, beyond } of sum[at] as readonly Share[]) total += by * Math.max(0, (counts[at] as number) - beyond);
  return total;
}

/** The first sum so many times over, and the second. */
export const weighed = (first: Sum, times: number, second: Sum): Sum =>
  first.map((shares, at) => [...shares.map(({ by, beyond }) => ({ by: by * times, beyond })), ...(second[at] as readonly Share[])]);
