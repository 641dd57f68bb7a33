/** A small seeded generator (mulberry32): 32 bits of state, good enough to steer a search, the same everywhere. */
export class Random {
  private state: number;
  constructor(seed: number) {
    this.state = seed >>> 0;
  }
  /** A number from 0 (included) to 1 (left out). */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let mixed = this.state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }
  /** A whole number from 0 to `below` - 1. */
  below(below: number): number {
    return Math.floor(this.next() * below);
  }
}
