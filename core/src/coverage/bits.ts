/**
 * A set of places, such as the demands that a thing serves: a number while all places fit into one, a whole number of any length
 * beyond. Equal sets are equal keys of a map.
 */
export type Bits = number | bigint;

/** A number holds so many places without a sign getting in the way. */
const SMALL = 31;

export function bitsOf(count: number, has: (place: number) => boolean): Bits {
  if (count <= SMALL) {
    let bits = 0;
    for (let place = 0; place < count; place += 1) if (has(place)) bits |= 1 << place;
    return bits;
  }
  let bits = 0n;
  for (let place = 0; place < count; place += 1) if (has(place)) bits |= 1n << BigInt(place);
  return bits;
}

export const hasBit = (bits: Bits, place: number): boolean =>
  typeof bits === 'number' ? ((bits >> place) & 1) === 1 : ((bits >> BigInt(place)) & 1n) === 1n;

export const isNone = (bits: Bits): boolean => bits === 0 || bits === 0n;
