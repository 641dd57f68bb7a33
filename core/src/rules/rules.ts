import { briefOn } from '../model/brief.ts';
import type { Fix } from './applyFix.ts';
import { BLEEDING_RULES } from './bleeding.ts';
import { BREATHING_RULES } from './breathing.ts';
import { COURSE_RULES } from './courses.ts';
import { DRILL_RULES } from './drills.ts';
import { KEEPING_RULES } from './keeping.ts';
import { PEOPLE_RULES } from './people.ts';
import { surelyGoesIn } from './room.ts';
import { Facts, type Finding, type Rule, type RuleFacts, SEVERITIES } from './rule.ts';
import { SPREAD_RULES } from './spread.ts';
import { SUPPORT_RULES } from './support.ts';

export const RULES: readonly Rule[] = [
  ...BLEEDING_RULES,
  ...BREATHING_RULES,
  ...PEOPLE_RULES,
  ...SUPPORT_RULES,
  ...KEEPING_RULES,
  ...SPREAD_RULES,
  ...COURSE_RULES,
  ...DRILL_RULES,
];

/** Nobody is sent to buy what may not go in without being told. */
const labelled = (fix: Fix, { draft, container, catalog }: RuleFacts): Fix =>
  surelyGoesIn(draft, fix, container, catalog) ? fix : { ...fix, label: `${fix.label}${IF_IT_GOES_IN}` };
export const IF_IT_GOES_IN = ', if it goes in';

/**
 * What an experienced builder would say while looking at the kit: stops first, then warnings, then notes, each with its
 * reason and where possible a fix; a fix that would cost a need something is not advised. Rules do not repeat what coverage says (gaps, thin needs, single points). Pure.
 */
export function runRules(given: RuleFacts): Finding[] {
  const { today, brief, draft } = given;
  const facts = new Facts({ ...given, brief: briefOn(brief, today), draft: { ...draft, brief: briefOn(draft.brief, today) } });
  const speaks = ({ needs }: Rule): boolean => needs === undefined || needs.some((need) => facts.isAsked(need));
  const findings = RULES.filter(speaks).flatMap((rule) =>
    rule
      .check(facts)
      .map(
        (said): Finding => ({ rule: rule.id, ...said, fix: said.fix !== null && facts.keeps(said.fix) ? labelled(said.fix, given) : null }),
      ),
  );
  return findings.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

export { applyFix } from './applyFix.ts';
