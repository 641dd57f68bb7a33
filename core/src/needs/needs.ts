import { type Brief, TRAINING_SKILLS } from '../model/brief.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
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
  has: (skill: 'airway' | 'decompression' | 'vitals') => boolean;
}

const NONE: Term[] = [];
const nothing = (reason: string): Draft => ({ least: NONE, ideal: NONE, reason });
const only = (least: Term[], reason: string): Draft => ({ least, ideal: least, reason });
const perCasualty = ({ k, kLabel }: Facts, each: number, label: string): Term[] => [add(each, label), times(k, kLabel)];

const limb: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'per casualty');
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

const press: Rule = (facts) => ({
  least: perCasualty(facts, 1, 'per casualty'),
  ideal: [...perCasualty(facts, 1, 'per casualty'), add(1, 'spare')],
  reason: 'it holds the packing down while hands are needed elsewhere',
});

const airway: Rule = (facts) => {
  if (!facts.has('airway')) return nothing('nobody in this brief is trained for a tube: positioning only');
  const least = perCasualty(facts, 1, 'per casualty');
  const ideal = facts.brief.children ? [...least, atLeast(2, 'sizes, adult and child')] : least;
  return { least, ideal, reason: 'one per casualty, one of each size that may be needed' };
};

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
  if (facts.brief.training === 'untrained') return nothing('untrained: compressions alone are fine');
  const pairs = Math.ceil(facts.brief.helpers / 2);
  return {
    least: [add(1, 'per kit')],
    ideal: [add(1, 'per pair of helpers'), times(pairs, pairs === 1 ? 'pair' : 'pairs')],
    reason: 'for drowning and for two rescuers',
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

const vitals: Rule = (facts) =>
  facts.has('vitals')
    ? { least: NONE, ideal: [add(1, 'oximeter')], reason: 'a trend helps the next carer' }
    : nothing('nobody in this brief is trained to read them');

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
  const { helpers } = facts.brief;
  const least = [add(2, 'pairs per helper'), times(helpers, helpers === 1 ? 'helper' : 'helpers')];
  const days = careDaysOf(facts.brief);
  const ideal = days > 0 ? [...least, add(3, 'pairs per day of care'), times(days, days === 1 ? 'day' : 'days')] : least;
  return { least, ideal, reason: 'gloves tear, and they are changed between casualties' };
};

const call: Rule = ({ brief }) => ({
  least: [add(1, 'per kit')],
  ideal: brief.hoursToCare > 1 ? [add(2, 'independent means')] : [add(1, 'per kit')],
  reason: 'being found is part of being helped',
});

const daily =
  (least: number, ideal: number, label: string, reason: string): Rule =>
  ({ brief }) =>
    brief.dayToDay
      ? { least: least ? [add(least, label)] : NONE, ideal: ideal ? [add(ideal, label)] : NONE, reason }
      : nothing('day-to-day things are in another bag');

const meds: Rule = ({ brief }) => {
  if (brief.dosesPerDay === 0) return nothing('no daily medicines in this brief');
  const terms = [
    add(brief.dosesPerDay, 'doses per day and person'),
    times(brief.daysOut + 1, 'days, one more than planned'),
    times(brief.persons, 'persons'),
  ];
  return only(terms, 'a week out is packed as eight days');
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
  'H.head': () => ({
    least: NONE,
    ideal: [add(2, 'eye shields'), add(1, 'pupil light')],
    reason: 'a shield keeps pressure off a hurt eye',
  }),
  'H.call': call,
  'S.hands': hands,
  'S.cut': ({ brief }) =>
    brief.standsAlone
      ? only([add(1, 'per kit')], 'a kit that may be grabbed alone holds its own')
      : nothing('another kit brings the cutter'),
  'S.light': ({ brief }) => (brief.dark ? only([add(1, 'per kit')], 'it may be dark') : nothing('no work in the dark in this brief')),
  'S.clean': () => ({ least: NONE, ideal: [add(1, 'waste bag or wipe')], reason: 'used gloves and wrappers have to go somewhere' }),
  'D.wound': daily(5, 10, 'per kit', 'small cuts come a hundred times as often'),
  'D.burn': daily(1, 2, 'per kit', 'engines, galleys and ropes burn'),
  'D.splint': daily(1, 2, 'per kit', 'sprains and breaks'),
  'D.blister': daily(2, 4, 'per kit', 'heels and hands'),
  'D.bite': daily(0, 2, 'per kit', 'bites and stings'),
  'D.flush': daily(1, 2, 'per kit', 'dirt and salt out first'),
  'D.close': daily(0, 1, 'per kit', 'small clean cuts'),
  'D.meds': meds,
  'D.dental': () => nothing('not planned for'),
};

/**
 * Needs of a brief under a school, in the school's order. Quantities are pieces; windows are seconds; both are planning
 * values, never clinical limits. Pure: same brief and school, same needs.
 */
export function deriveNeeds(brief: Brief, school: School): DerivedNeed[] {
  const k = casualtiesOf(brief);
  const skills = TRAINING_SKILLS[brief.training];
  const facts: Facts = { brief, k, kLabel: k === 1 ? 'casualty' : 'casualties', has: (skill) => skills.includes(skill) };
  return school.order.map((need) => {
    const draft = RULES[need](facts);
    const own = school.quantities[need];
    if (own === undefined) return finish(need, draft);
    // A school may ask for less than the brief does, never for something that the brief leaves out altogether.
    if (draft.ideal.length === 0 && own.ideal > 0) return finish(need, draft);
    const term = (value: number): Term[] => (value === 0 ? NONE : [add(value, `set by the school: ${own.reason}`)]);
    return finish(need, { least: term(own.least), ideal: term(own.ideal), reason: own.reason });
  });
}

function finish(need: NeedId, draft: Draft): DerivedNeed {
  const least = evaluateTerms(draft.least);
  // An ideal under the least would be a contradiction in the table; the least wins.
  const ideal = Math.max(least, evaluateTerms(draft.ideal));
  const terms = { least: draft.least, ideal: draft.ideal };
  return { need, least, ideal, windowS: NEEDS[need].windowS, reason: draft.reason, terms };
}
