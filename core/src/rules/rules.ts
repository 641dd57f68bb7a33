import type { KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import { plainUnit, type Unit, UnitIdSchema } from '../model/unit.ts';
import { BLEEDING_RULES } from './bleeding.ts';
import { BREATHING_RULES } from './breathing.ts';
import { KEEPING_RULES } from './keeping.ts';
import { PEOPLE_RULES } from './people.ts';
import { Facts, type Finding, type Fix, type Rule, type RuleFacts, SEVERITIES } from './rule.ts';
import { SUPPORT_RULES } from './support.ts';

export const RULES: readonly Rule[] = [...BLEEDING_RULES, ...BREATHING_RULES, ...PEOPLE_RULES, ...SUPPORT_RULES, ...KEEPING_RULES];

/**
 * What an experienced builder would say while looking at the kit: stops first, then warnings, then notes, each with its
 * reason and where possible a fix. Rules do not repeat what coverage says (gaps, thin needs, single points). Pure.
 */
export function runRules(given: RuleFacts): Finding[] {
  const facts = new Facts(given);
  const findings = RULES.flatMap((rule) => rule.check(facts).map((said): Finding => ({ rule: rule.id, ...said })));
  return findings.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

/**
 * Applies a fix to a draft. `newId` names a unit that is added. A fix whose unit is gone changes nothing and gives the same
 * draft back.
 */
export function applyFix(draft: KitDraft, fix: Fix, catalog: KindCatalog, newId: string): KitDraft {
  switch (fix.do) {
    case 'add':
      return catalog.has(fix.kind) ? { ...draft, units: [...draft.units, fresh(fix.kind, newId)] } : draft;
    case 'swap': {
      // The other thing is another thing: it has an id, a lot and a date of its own.
      const at = draft.units.findIndex(({ id }) => id === fix.unitId);
      const old = draft.units[at];
      return old === undefined || !catalog.has(fix.kind)
        ? draft
        : { ...draft, units: draft.units.with(at, { ...fresh(fix.kind, newId), count: old.count }) };
    }
    case 'takeOut':
      return draft.units.some(({ id }) => id === fix.unitId)
        ? { ...draft, units: draft.units.filter(({ id }) => id !== fix.unitId) }
        : draft;
    case 'setState':
      return draft.units.some(({ id }) => id === fix.unitId)
        ? { ...draft, units: draft.units.map((unit) => (unit.id === fix.unitId ? { ...unit, state: fix.state } : unit)) }
        : draft;
  }
}

const fresh = (kind: string, id: string): Unit => plainUnit(UnitIdSchema.parse(id), kind);
