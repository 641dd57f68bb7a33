/** Whether two proposals are of the same things, in the same kits. */
export const isAlike = (a: object, b: object): boolean => JSON.stringify(contentsOf(a)) === JSON.stringify(contentsOf(b));

const contentsOf = (proposal: { things?: unknown; kits?: unknown }): unknown => proposal.things ?? proposal.kits;

/** Where the cheapest is the lightest as well, it is told once, with both names. */
export const alikeLeftOut = <T extends object>(proposals: readonly T[]): T[] =>
  proposals.filter((proposal, index) => proposals.findIndex((other) => isAlike(other, proposal)) === index);
