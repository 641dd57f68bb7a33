import { type Brief, briefOn, type Override, ownSkillsOf, PURPOSE_NAMES, type Purpose, skillsOf } from '../model/brief.ts';
import type { Family } from '../model/family.ts';
import { type AskedLine, NEEDS, type NeedId, rungOf } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { DAILY } from './daily.ts';
import { casualtiesOf, type Draft, type Facts, NONE, nothing, type Rule } from './facts.ts';
import { LIFE_SAVING } from './lifeSaving.ts';
import { SUPPORT } from './support.ts';
import { add, evaluateTerms, type Term } from './terms.ts';

export interface DerivedNeed {
  need: NeedId;
  least: number;
  ideal: number;
  windowS: number | null;
  /** In words, for people: "1 casualty; the spare because one can fail". */
  reason: string;
  /** Work out to `least` and `ideal`: `add` opens a product that `times` multiplies; `atLeast` lifts the sum. */
  terms: { least: Term[]; ideal: Term[] };
  /** What was derived before it was set by hand, and why that was done; null where nothing was. */
  /** Asked line by line, where it is: doses of each medicine. */
  lines?: AskedLine[];
  /** What only stands in here although it is made for the need. */
  secondBest?: Family[];
  /** Outside of what this kit is for: never a gap. */
  elsewhere?: boolean;
  override: { reason: string; derived: { least: number; ideal: number; windowS: number | null } } | null;
}

const RULES: Record<NeedId, Rule> = { ...LIFE_SAVING, ...SUPPORT, ...DAILY };

/** The needs that a purpose is about; null: all of them. */
const SCOPES: Record<Purpose, ((need: NeedId) => boolean) | null> = {
  bleeding: (need) => rungOf(need) === 'M' || BLEEDING_SUPPORT.includes(need),
  trauma: null,
  individual: null,
  everyday: (need) => 'DS'.includes(rungOf(need)) || EVERYDAY_SUPPORT.includes(need),
  medicines: (need) => MEDICINE_NEEDS.includes(need),
};
const BLEEDING_SUPPORT: readonly NeedId[] = ['C.record', 'S.hands', 'S.cut', 'S.light'];
const EVERYDAY_SUPPORT: readonly NeedId[] = ['C.dress', 'C.roll', 'C.tape', 'H.warm'];
const MEDICINE_NEEDS: readonly NeedId[] = ['D.sugar', 'D.allergy', 'D.chestPain', 'D.meds'];

/** Whether a need is within what the kit is for. */
export const isInScope = ({ purpose }: Pick<Brief, 'purpose'>, need: NeedId): boolean => SCOPES[purpose]?.(need) ?? true;

/** Whether a day-to-day need is asked for: as it was said of it, else as of all of them; a trauma kit holds none, an everyday kit all. */
function isDaily({ daily, dayToDay, purpose }: Brief, need: NeedId): boolean {
  return daily[need] ?? (purpose === 'everyday' || (purpose === 'individual' && dayToDay));
}

/**
 * Needs of a brief under a school, in the school's order. Quantities are pieces; windows are seconds; both are planning
 * values, never clinical limits. Pure: same brief and school, same needs.
 */
export function deriveNeeds(brief: Brief, school: School): DerivedNeed[] {
  const k = casualtiesOf(brief);
  const skills = skillsOf(brief);
  const own = ownSkillsOf(brief);
  const facts: Facts = {
    brief,
    k,
    kLabel: k === 1 ? 'casualty' : 'casualties',
    has: (skill) => skills.includes(skill),
    isOwn: (skill) => own.includes(skill),
    isDaily: false,
  };
  return school.order.map((need) => {
    const set = brief.overrides[need];
    const isOutside = !isInScope(brief, need);
    if (isOutside && (set === undefined || (set.ideal ?? set.least ?? 0) === 0))
      return {
        ...finish(need, nothing(`outside of what this kit is for: ${PURPOSE_NAMES[brief.purpose].name.toLowerCase()}`), undefined),
        elsewhere: true,
      };
    const draft = RULES[need]({ ...facts, isDaily: isDaily(brief, need) });
    const quantity = school.quantities[need];
    if (quantity === undefined) return finish(need, draft, set);
    // A school may ask for less than the brief does, never for something that the brief leaves out altogether.
    if (draft.ideal.length === 0 && quantity.ideal > 0) return finish(need, draft, set);
    const term = (value: number): Term[] => (value === 0 ? NONE : [add(value, `set by the school: ${quantity.reason}`)]);
    return finish(need, { least: term(quantity.least), ideal: term(quantity.ideal), reason: quantity.reason }, set);
  });
}

/** The same of a brief as it stands on a day: a course that has lapsed opens no need any more. */
export const needsOn = (brief: Brief, school: School, on: PlainDate): DerivedNeed[] => deriveNeeds(briefOn(brief, on), school);

function finish(need: NeedId, draft: Draft, set: Override | undefined): DerivedNeed {
  const least = evaluateTerms(draft.least);
  // An ideal under the least would be a contradiction in the table; the least wins.
  const ideal = Math.max(least, evaluateTerms(draft.ideal));
  const { windowS } = NEEDS[need];
  const terms = { least: draft.least, ideal: draft.ideal };
  const asked = {
    ...(draft.lines === undefined ? {} : { lines: draft.lines }),
    ...(draft.secondBest === undefined ? {} : { secondBest: draft.secondBest }),
  };
  if (set === undefined) return { need, least, ideal, windowS, reason: draft.reason, terms, ...asked, override: null };
  const ownLeast = set.least ?? (set.ideal === null ? least : Math.min(least, set.ideal));
  return {
    need,
    least: ownLeast,
    ideal: set.ideal ?? Math.max(ideal, ownLeast),
    windowS: set.windowS ?? windowS,
    reason: draft.reason,
    terms,
    ...asked,
    override: { reason: set.reason, derived: { least, ideal, windowS } },
  };
}

export { careDaysOf, casualtiesOf } from './facts.ts';
export { evaluateTerms, showTerms, type Term } from './terms.ts';
