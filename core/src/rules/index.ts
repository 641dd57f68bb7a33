export { isHeatSensitive } from './keeping.ts';
export type { Finding, Severity } from './rule.ts';
export { applyFix, RULES, runRules } from './rules.ts';
export { factsOf, type OpenFinding, type Sifted, siftFindings, withoutSetAside, withSetAside } from './setAside.ts';
