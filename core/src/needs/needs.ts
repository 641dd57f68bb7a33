import { type Brief, hasChildren, hasThreat, helpersIn, type Override, ownSkillsOf, skillsOf, type Threat } from '../model/brief.ts';
import { NEEDS, type NeedId, type Skill } from '../model/need.ts';
import type { School } from '../model/school.ts';

/** One term of a sum that is shown to the user: "3 pairs per day of care" x 5 reads add 3, times 5. */
export interface Term {
  op: 'add' | 'times' | 'atLeast';
  value: number;
  label: string;
}

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
  override: { reason: string; derived: { least: number; ideal: number; windowS: number | null } } | null;
}

/** Works a list of terms out; 0 for an empty list. */
export function evaluateTerms(terms: readonly Term[]): number {
  let sum = 0;
  let product = 0;
  for (const term of terms) {
    if (term.op === 'times') product *= term.value;
    else if (term.op === 'add') {
      sum += product;
      product = term.value;
    } else {
      sum = Math.max(sum + product, term.value);
      product = 0;
    }
  }
  return sum + product;
}

const add = (value: number, label: string): Term => ({ op: 'add', value, label });
const times = (value: number, label: string): Term => ({ op: 'times', value, label });
const atLeast = (value: number, label: string): Term => ({ op: 'atLeast', value, label });

/** "2 per helper x 1 helper + 3 per day of care x 5 days = 17" */
export function showTerms(terms: readonly Term[]): string {
  if (terms.length === 0) return '0';
  const text = terms.map((term, index) => {
    const sign = term.op === 'times' ? ' × ' : term.op === 'add' ? (index === 0 ? '' : ' + ') : ', but at least ';
    return `${sign}${term.value} ${term.label}`;
  });
  return `${text.join('')} = ${evaluateTerms(terms)}`;
}

/** Casualties planned for at once: 1; 2 from four persons; a quarter of them, rounded up, from nine. Planning values. */
export function casualtiesOf(brief: Brief): number {
  if (brief.casualties !== null) return brief.casualties;
  if (brief.persons >= 9) return Math.ceil(brief.persons / 4);
  return brief.persons >= 4 ? 2 : 1;
}

/** Days of care that somebody waits for: none under a day, then whole days, a begun one included. */
export const careDaysOf = (brief: Brief): number => (brief.hoursToCare < 24 ? 0 : Math.ceil(brief.hoursToCare / 24));

interface Draft {
  least: Term[];
  ideal: Term[];
  reason: string;
}
type Rule = (facts: Facts) => Draft;
interface Facts {
  brief: Brief;
  k: number;
  kLabel: string;
  /** There, or talked through by remote medical advice. */
  has: (skill: Skill) => boolean;
  isOwn: (skill: Skill) => boolean;
}

const NONE: Term[] = [];
const nothing = (reason: string): Draft => ({ least: NONE, ideal: NONE, reason });
const only = (least: Term[], reason: string): Draft => ({ least, ideal: least, reason });
const perCasualty = ({ k, kLabel }: Facts, each: number, label: string): Term[] => [add(each, label), times(k, kLabel)];

const limb: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'per casualty');
  if (hasThreat(facts.brief, 'machinery'))
    return { least, ideal: perCasualty(facts, 2, 'per casualty'), reason: 'machines take more than one limb, and one tourniquet can fail' };
  const spare = facts.brief.staysPut || facts.brief.hoursToCare > 1;
  return spare
    ? { least, ideal: perCasualty(facts, 2, 'per casualty'), reason: 'one can fail, and people have four limbs' }
    : { least, ideal: least, reason: 'one per casualty; a worn kit may hold just one' };
};

const pack: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'set per casualty');
  const ideal = perCasualty(facts, 2, 'per casualty, hemostatic and plain behind it');
  if (facts.brief.hoursToCare >= 2) ideal.push(atLeast(4, 'rolls when care is two hours away or more'));
  return { least, ideal, reason: 'hemostatic goes against the bleed, plain fills the space behind it' };
};

const press: Rule = (facts) => {
  const ideal = [...perCasualty(facts, 1, 'per casualty'), add(1, 'spare')];
  if (hasThreat(facts.brief, 'machinery', 'vehicle')) ideal.push(add(1, 'for crushed limbs, which bleed in several places'));
  return {
    least: perCasualty(facts, 1, 'per casualty'),
    ideal,
    reason: 'it holds the packing down while hands are needed elsewhere',
  };
};

const airway: Rule = (facts) => {
  if (!facts.has('airway') && !facts.has('airwayOral')) return nothing('nobody in this brief is trained for a tube: positioning only');
  const least = perCasualty(facts, 1, 'per casualty');
  const ideal = hasChildren(facts.brief) ? [...least, atLeast(sizeGroups(facts.brief), 'sizes, one for each group present')] : least;
  return { least, ideal, reason: `one per casualty, one of each size that may be needed${viaRemote(facts, 'airway', 'airwayOral')}` };
};

/** Adult, child from eight, small child: a tube each. For infants positioning is what a layman's kit can offer. */
function sizeGroups({ persons, childrenByAge, children }: Brief): number {
  const { infants, small, older } = childrenByAge;
  if (infants + small + older === 0) return children ? 2 : 1;
  const adults = persons > infants + small + older;
  return Math.max(1, [adults, small > 0, older > 0].filter(Boolean).length);
}

/** Said where nobody there has the skill and a voice from afar is meant to stand in. */
const viaRemote = ({ isOwn }: Facts, ...skills: readonly Skill[]): string =>
  skills.some(isOwn) ? '' : '; only with remote medical advice, nobody here is trained';

const seal: Rule = (facts) => {
  if (!facts.brief.penetrating) return nothing('no penetrating threat in this brief');
  const least = perCasualty(facts, 2, 'per casualty, entry and exit');
  return { least, ideal: [...least, add(2, 'spare')], reason: 'a wound through the chest has an entry and an exit' };
};

const decompress: Rule = (facts) => {
  if (!facts.has('decompression')) return nothing('only for those trained and authorised');
  return { least: NONE, ideal: [add(1, 'per kit')], reason: 'trained and authorised in this brief; local protocols win' };
};

const breath: Rule = (facts) => {
  const breathStops = hasThreat(facts.brief, 'drowning');
  if (!facts.has('breath'))
    return breathStops
      ? { least: NONE, ideal: [add(1, 'per kit')], reason: 'nobody here has learnt it; compressions alone are fine until somebody comes' }
      : nothing('untrained: compressions alone are fine');
  const pairs = Math.ceil(helpersIn(facts.brief) / 2);
  return {
    least: [add(1, 'per kit')],
    ideal: [add(1, 'per pair of helpers'), times(pairs, pairs === 1 ? 'pair' : 'pairs')],
    reason: breathStops ? 'after drowning or an overdose it is breath that is missing' : 'for drowning and for two rescuers',
  };
};

const dress: Rule = (facts) => {
  const least = perCasualty(facts, 2, 'pads per casualty');
  const days = careDaysOf(facts.brief);
  const ideal = days > 0 ? [...least, add(4, 'pads per day of care'), times(days, 'days'), times(facts.k, facts.kLabel)] : least;
  return { least, ideal, reason: 'wounds that bleed less still need covering' };
};

const record: Rule = () => ({
  least: [add(1, 'marker')],
  ideal: [add(1, 'marker'), add(1, 'card')],
  reason: 'the tourniquet time is written on it and on the forehead',
});

const vitals: Rule = (facts) => {
  if (!facts.has('vitals')) return nothing('nobody in this brief is trained to read them');
  const ideal = [add(1, 'oximeter')];
  if (facts.brief.remoteAdvice) ideal.push(add(1, 'thermometer, asked for by a remote adviser'));
  return { least: NONE, ideal, reason: `a trend helps the next carer${viaRemote(facts, 'vitals')}` };
};

const warm: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'per casualty');
  const { persons, coldWet, hoursToCare } = facts.brief;
  if (!coldWet && hoursToCare <= 1) return { least, ideal: least, reason: 'clotting weakens as the body cools, on a warm day too' };
  return {
    least,
    ideal: [add(1, 'per person'), times(persons, 'persons'), atLeast(facts.k, 'one per casualty')],
    reason: coldWet ? 'cold or wet: everybody cools' : 'over an hour to care: everybody cools',
  };
};

const hands: Rule = (facts) => {
  const helpers = helpersIn(facts.brief);
  const least = [add(2, 'pairs per helper'), times(helpers, helpers === 1 ? 'helper' : 'helpers')];
  const days = careDaysOf(facts.brief);
  const ideal = days > 0 ? [...least, add(3, 'pairs per day of care'), times(days, days === 1 ? 'day' : 'days')] : least;
  return { least, ideal, reason: 'gloves tear, and they are changed between casualties' };
};

const call: Rule = ({ brief }) => ({
  least: [add(1, 'per kit')],
  ideal: brief.hoursToCare > 1 || !brief.phoneCover ? [add(2, 'independent means')] : [add(1, 'per kit')],
  reason: brief.phoneCover ? 'being found is part of being helped' : 'beyond phone cover one means alone is a hope',
});

interface DailyPlan {
  least: number;
  ideal: number;
  reason: string;
  /** Threats that ask for it in a kit that holds no day-to-day things otherwise, and what is said then. */
  threats?: readonly Threat[];
  because?: string;
}
const daily =
  ({ least, ideal, reason, threats = [], because = reason }: DailyPlan): Rule =>
  ({ brief }) => {
    const terms = (amount: number, label: string) => (amount > 0 ? [add(amount, label)] : NONE);
    if (hasThreat(brief, ...threats)) {
      const raised = Math.max(1, least);
      return { least: terms(raised, 'for the threat'), ideal: terms(Math.max(raised, ideal), 'per kit'), reason: because };
    }
    return brief.dayToDay
      ? { least: terms(least, 'per kit'), ideal: terms(ideal, 'per kit'), reason }
      : nothing('day-to-day things are in another bag');
  };

const SUGAR_DOSES = 2;

const meds: Rule = ({ brief }) => {
  const terms =
    brief.dosesPerDay > 0
      ? [
          add(brief.dosesPerDay, 'doses per day and person'),
          times(brief.daysOut + 1, 'days, one more than planned'),
          times(brief.persons, 'persons'),
        ]
      : [];
  if (brief.withDiabetes > 0) terms.push(add(SUGAR_DOSES, 'doses of sugar'), times(brief.withDiabetes, 'with diabetes'));
  if (terms.length === 0) return nothing('no daily medicines in this brief');
  return only(terms, brief.dosesPerDay > 0 ? 'a week out is packed as eight days' : 'sugar for somebody whose level falls');
};

/** With a threat to the eyes both shields are wanted at once: moving one eye moves the other. */
const head: Rule = ({ brief }) => ({
  least: hasThreat(brief, 'eye') ? [add(2, 'eye shields')] : NONE,
  ideal: [add(2, 'eye shields'), add(1, 'pupil light')],
  reason: 'a shield keeps pressure off a hurt eye',
});

const cut: Rule = ({ brief }) => {
  if (brief.standsAlone) return only([add(1, 'per kit')], 'a kit that may be grabbed alone holds its own');
  return hasThreat(brief, 'vehicle', 'machinery')
    ? only([add(1, 'per kit')], 'belts and caught clothing have to be cut')
    : nothing('another kit brings the cutter');
};

const RULES: Record<NeedId, Rule> = {
  'M.limb': limb,
  'M.pack': pack,
  'M.press': press,
  'A.airway': airway,
  'R.seal': seal,
  'R.breath': breath,
  'R.decompress': decompress,
  'C.dress': dress,
  'C.roll': () => only([add(1, 'per kit')], 'it holds pads in place'),
  'C.tape': () => only([add(1, 'per kit')], 'it fixes ends, pads and makeshift seals'),
  'C.record': record,
  'C.vitals': vitals,
  'H.warm': warm,
  'H.head': head,
  'H.call': call,
  'S.hands': hands,
  'S.cut': cut,
  'S.light': ({ brief }) => (brief.dark ? only([add(1, 'per kit')], 'it may be dark') : nothing('no work in the dark in this brief')),
  'S.clean': () => ({ least: NONE, ideal: [add(1, 'waste bag or wipe')], reason: 'used gloves and wrappers have to go somewhere' }),
  'D.wound': daily({ least: 5, ideal: 10, reason: 'small cuts come a hundred times as often' }),
  'D.burn': daily({
    least: 1,
    ideal: 2,
    reason: 'engines, galleys and ropes burn',
    threats: ['burn'],
    because: 'burns are among the threats of this brief',
  }),
  'D.splint': daily({
    least: 1,
    ideal: 2,
    reason: 'sprains and breaks',
    threats: ['fall', 'vehicle'],
    because: 'falls and collisions break bones',
  }),
  'D.blister': daily({ least: 2, ideal: 4, reason: 'heels and hands' }),
  'D.bite': daily({
    least: 0,
    ideal: 2,
    reason: 'bites and stings',
    threats: ['bites', 'allergic'],
    because: 'bites or stings are among the threats of this brief',
  }),
  'D.flush': daily({
    least: 1,
    ideal: 2,
    reason: 'dirt and salt out first',
    threats: ['eye'],
    because: 'an eye is washed before anything else',
  }),
  'D.close': daily({ least: 0, ideal: 1, reason: 'small clean cuts' }),
  'D.meds': meds,
  'D.dental': () => nothing('not planned for'),
};

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
  };
  return school.order.map((need) => {
    const draft = RULES[need](facts);
    const set = brief.overrides[need];
    const quantity = school.quantities[need];
    if (quantity === undefined) return finish(need, draft, set);
    // A school may ask for less than the brief does, never for something that the brief leaves out altogether.
    if (draft.ideal.length === 0 && quantity.ideal > 0) return finish(need, draft, set);
    const term = (value: number): Term[] => (value === 0 ? NONE : [add(value, `set by the school: ${quantity.reason}`)]);
    return finish(need, { least: term(quantity.least), ideal: term(quantity.ideal), reason: quantity.reason }, set);
  });
}

function finish(need: NeedId, draft: Draft, set: Override | undefined): DerivedNeed {
  const least = evaluateTerms(draft.least);
  // An ideal under the least would be a contradiction in the table; the least wins.
  const ideal = Math.max(least, evaluateTerms(draft.ideal));
  const { windowS } = NEEDS[need];
  const terms = { least: draft.least, ideal: draft.ideal };
  if (set === undefined) return { need, least, ideal, windowS, reason: draft.reason, terms, override: null };
  const ownLeast = set.least ?? (set.ideal === null ? least : Math.min(least, set.ideal));
  return {
    need,
    least: ownLeast,
    ideal: set.ideal ?? Math.max(ideal, ownLeast),
    windowS: set.windowS ?? windowS,
    reason: draft.reason,
    terms,
    override: { reason: set.reason, derived: { least, ideal, windowS } },
  };
}
