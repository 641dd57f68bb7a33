import {
  AGE_GROUPS,
  type Brief,
  briefOn,
  type Carer,
  childrenIn,
  helpersIn,
  mayUse,
  PURPOSE_NAMES,
  SURROUNDING_NAMES,
  THREAT_NAMES,
  TRAINING_NAMES,
} from '../model/brief.ts';
import { byCourse, countsOn, isLapsedOn, type KnownSkill } from '../model/course.ts';
import { NEEDS, type NeedId, SKILL_FACTS } from '../model/need.ts';
import { addDays, type PlainDate, showDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { TRAIT_NAMES } from '../model/traits.ts';
import { inWords } from '../model/words.ts';
import { casualtiesOf } from './needs.ts';

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** "25 min", "2 h 30 min", "3 days" */
export function showHours(hours: number): string {
  const minutes = Math.round(hours * 60);
  if (minutes < 120) return `${minutes} min`;
  if (hours >= 48) return `${Math.round(hours / 2.4) / 10} days`.replace('.0 ', ' ');
  const rest = minutes % 60;
  return rest === 0 ? `${Math.floor(minutes / 60)} h` : `${Math.floor(minutes / 60)} h ${rest} min`;
}

/** Where what is too much stays, in the words of the surroundings: nothing is left ashore on a hike. */
export const leftBehind = ({ surroundings }: Pick<Brief, 'surroundings'>): string => (surroundings === 'boat' ? 'ashore' : 'behind');

/** Where hands work, as the dark is asked about. */
export const darkPlaces = ({ surroundings }: Pick<Brief, 'surroundings'>): string =>
  ({
    boat: 'night, below deck',
    vehicle: 'night, in a tunnel',
    trail: 'night, a short winter day',
    house: 'a power cut, a cellar',
    town: 'night, a stairwell',
  })[surroundings ?? 'town'];

const purposeSentence = ({ purpose, surroundings }: Brief): string =>
  `${PURPOSE_NAMES[purpose].name}${surroundings === null ? '' : `, ${SURROUNDING_NAMES[surroundings].toLowerCase()}`}.`;

/** Names as the labels have them; no doses. */
function medicineSentences({ medicines, injectors }: Brief): string[] {
  const daily = medicines.map(({ who, substance }) => (who === '' ? substance : `${substance} for ${who}`));
  const pens = injectors.map(({ who, where }) => `${who} (${where === 'kit' ? 'in this kit, by agreement' : 'on the person'})`);
  return [
    ...(daily.length > 0 ? [`Daily medicines: ${inWords(daily)}.`] : []),
    ...(pens.length > 0 ? [`Injectors: ${inWords(pens)}.`] : []),
  ];
}

function peopleSentence(brief: Brief): string {
  const k = casualtiesOf(brief);
  const among = [
    ...AGE_GROUPS.flatMap((group) =>
      brief.childrenByAge[group] > 0 ? [`${counted(brief.childrenByAge[group], 'child', 'children')} aged ${TRAIT_NAMES.ages[group]}`] : [],
    ),
    ...(brief.children && childrenIn(brief) === 0 ? ['children'] : []),
    ...(brief.olderPersons > 0 ? [counted(brief.olderPersons, 'older person', 'older people')] : []),
    ...(brief.onBloodThinners > 0 ? [`${brief.onBloodThinners} on blood thinners`] : []),
    ...(brief.withAllergies > 0 ? [`${brief.withAllergies} with a severe allergy`] : []),
    ...(brief.withDiabetes > 0 ? [`${brief.withDiabetes} with diabetes`] : []),
  ];
  const animals = brief.animals > 0 ? `, and ${counted(brief.animals, 'animal', 'animals')}` : '';
  const whom = among.length > 0 ? ` (among them ${inWords(among)})` : '';
  const at = k === 1 ? 'one casualty at a time' : `${k} casualties at once`;
  return `Covers ${counted(brief.persons, 'person', 'persons')}${whom}${animals}, and plans for ${at}.`;
}

function dangerSentence(brief: Brief): string {
  const dangers = [
    ...(brief.penetrating ? ['penetrating wounds'] : []),
    ...brief.threats.map((threat) => THREAT_NAMES[threat].name.toLowerCase()),
    ...(brief.coldWet ? ['cold or wet'] : []),
  ];
  const what = dangers.length > 0 ? `Likely: ${dangers.join('; ')}.` : 'No particular threat is named.';
  return `${what}${brief.dark ? ' It may be dark.' : ''}`;
}

function distanceSentence(brief: Brief): string {
  const days = brief.daysOut > 0 ? ` on a trip of ${counted(brief.daysOut, 'day', 'days')}` : '';
  const phone = brief.phoneCover ? 'within phone cover' : 'beyond phone cover';
  return `Professional care is about ${showHours(brief.hoursToCare)} away${days}, ${phone}.`;
}

const skillList = (carer: Carer): string => {
  const able = carer.skills.filter((skill) => mayUse(carer, skill)).map((skill) => SKILL_FACTS[skill].name);
  return able.length === 0 ? 'no course' : inWords(able);
};

/** "; Isla Fearn’s course “Trauma first aid” lapsed on 01 Sep 2026 (nasal airway, vital signs): counts until 01 Mar 2027" */
function lapsedCourses({ name, knows }: Carer, on: PlainDate): string[] {
  return byCourse(knows.filter((known) => isLapsedOn(known, on))).map((own) => {
    const [first] = own;
    const skills = inWords(own.map(({ skill }) => SKILL_FACTS[skill].name));
    return `${name}’s course “${first.course}” lapsed on ${showDate(first.lapsesOn ?? on)} (${skills}): ${countsUntil(first, on)}`;
  });
}

const countsUntil = (known: KnownSkill, on: PlainDate): string =>
  known.closesOn === null
    ? 'it still counts'
    : countsOn(known, on)
      ? `it counts until ${showDate(addDays(known.closesOn, -1))}`
      : `it opens no need since ${showDate(known.closesOn)}`;

function helperSentence(brief: Brief, on: PlainDate): string {
  const remote = brief.remoteAdvice ? ' Remote medical advice may stand in for a missing skill.' : '';
  if (brief.carers.length > 0) {
    const who = brief.carers.map((carer) => `${carer.name}${carer.carries ? ', who carries it' : ''} (${skillList(carer)})`);
    const lapsed = brief.carers.flatMap((carer) => lapsedCourses(carer, on));
    return `Those who help: ${who.join('; ')}.${lapsed.map((says) => ` ${says}.`).join('')}${remote}`;
  }
  const { name, means } = TRAINING_NAMES[brief.training];
  const count = helpersIn(brief);
  return `${count === 1 ? 'One person helps' : `${count} people help`}; training: ${name.toLowerCase()} (${means}).${remote}`;
}

function kitSentence(brief: Brief): string {
  const says = [
    brief.staysPut ? 'stays put' : 'is worn or carried',
    brief.standsAlone ? 'must do when it is grabbed alone' : 'works together with other kits',
    ...(brief.dayToDay ? ['holds day-to-day things too'] : []),
    ...(brief.securityChecks ? ['has to pass security checks'] : []),
    ...(brief.strangers ? ['may be opened by strangers'] : []),
  ];
  return `The kit ${inWords(says)}.`;
}

/** "Set by hand: 6 chest seals (2 boats share it)." */
function overrideSentence(brief: Brief): string {
  const set = Object.entries(brief.overrides) as [NeedId, NonNullable<Brief['overrides'][NeedId]>][]; // keyed by need ids
  if (set.length === 0) return '';
  const says = set.map(([need, { least, ideal, windowS, reason }]) => {
    const figures = [
      ...(least === null ? [] : [`at least ${least}`]),
      ...(ideal === null ? [] : [`ideally ${ideal}`]),
      ...(windowS === null ? [] : [`within ${windowS} s`]),
    ];
    return `${NEEDS[need].label} ${figures.join(', ')} (${reason})`;
  });
  return ` Set by hand: ${says.join('; ')}.`;
}

/** The brief as it stands on a day, as one paragraph that can be printed and shown to a crew. Plain text; planning values, no clinical advice. */
export function briefSummary(asked: Brief, school: Pick<School, 'name'>, on: PlainDate): string {
  const brief = briefOn(asked, on);
  const sentences = [
    purposeSentence(brief),
    peopleSentence(brief),
    dangerSentence(brief),
    distanceSentence(brief),
    helperSentence(brief, on),
    kitSentence(brief),
    ...medicineSentences(brief),
    `What comes first follows the school “${school.name}”.`,
  ];
  return `${sentences.join(' ')}${overrideSentence(brief)}`;
}
