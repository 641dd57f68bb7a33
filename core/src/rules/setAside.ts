import type { SetAside } from '../model/setAside.ts';
import type { Finding } from './rule.ts';

/** The facts behind a finding: severity, words (which carry the figures) and what it looked at, in any order. */
export const factsOf = ({ severity, reason, lookedAt }: Pick<Finding, 'severity' | 'reason' | 'lookedAt'>): string =>
  JSON.stringify([severity, reason, [...lookedAt].sort()]);

export interface OpenFinding extends Finding {
  /** Set aside once, under other facts. */
  before: SetAside | null;
}
export interface Sifted {
  open: OpenFinding[];
  aside: { finding: Finding; entry: SetAside }[];
}

/** Parts findings into open ones and those set aside under just these facts. */
export function siftFindings(findings: readonly Finding[], setAside: readonly SetAside[]): Sifted {
  const sifted: Sifted = { open: [], aside: [] };
  for (const finding of findings) {
    const facts = factsOf(finding);
    const same = setAside.find((entry) => entry.rule === finding.rule && entry.facts === facts);
    if (same === undefined) {
      // Of a rule that speaks of several things, only the entry that shares a thing with this finding is its past.
      const before = setAside.find((entry) => entry.rule === finding.rule && sharesThing(entry.facts, finding)) ?? null;
      sifted.open.push({ ...finding, before });
    } else sifted.aside.push({ finding, entry: same });
  }
  return sifted;
}

function sharesThing(facts: string, { lookedAt }: Finding): boolean {
  return lookedAt.some((thing) => facts.includes(JSON.stringify(thing)));
}

/** The kit's entries with this one in place of what the same rule had of the same facts. */
export const withSetAside = (entries: readonly SetAside[], added: SetAside): SetAside[] => [
  ...entries.filter(({ rule, facts }) => rule !== added.rule || facts !== added.facts),
  added,
];
export const withoutSetAside = (entries: readonly SetAside[], gone: SetAside): SetAside[] => entries.filter((entry) => entry !== gone);
