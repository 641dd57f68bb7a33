import type { Brief, Threat } from '../model/brief.ts';
import { hasThreat } from '../model/brief.ts';
import type { Family } from '../model/family.ts';
import type { AskedLine, Skill } from '../model/need.ts';
import { showDate } from '../model/plainDate.ts';
import { add, type Term, times } from './terms.ts';

/** Casualties planned for at once: 1; 2 from four persons; a quarter of them, rounded up, from nine. Planning values. */
export function casualtiesOf(brief: Brief): number {
  if (brief.casualties !== null) return brief.casualties;
  if (brief.persons >= 9) return Math.ceil(brief.persons / 4);
  return brief.persons >= 4 ? 2 : 1;
}

/** Days of care that somebody waits for: none under a day, then whole days, a begun one included. */
export const careDaysOf = (brief: Brief): number => (brief.hoursToCare < 24 ? 0 : Math.ceil(brief.hoursToCare / 24));

export interface Draft {
  least: Term[];
  ideal: Term[];
  reason: string;
  /** Asked line by line: doses of each medicine. */
  lines?: AskedLine[];
  /** What only stands in here although it is made for the need. */
  secondBest?: Family[];
}
export type Rule = (facts: Facts) => Draft;
export interface Facts {
  brief: Brief;
  k: number;
  kLabel: string;
  /** There, or talked through by remote medical advice. */
  has: (skill: Skill) => boolean;
  isOwn: (skill: Skill) => boolean;
  /** Whether the need at hand is among the day-to-day ones that this kit holds. */
  isDaily: boolean;
}

export const NONE: Term[] = [];
export const nothing = (reason: string): Draft => ({ least: NONE, ideal: NONE, reason });
export const only = (least: Term[], reason: string): Draft => ({ least, ideal: least, reason });
export const perCasualty = ({ k, kLabel }: Facts, each: number, label: string): Term[] => [add(each, label), times(k, kLabel)];

/** Said where nobody there has the skill and a voice from afar is meant to stand in. */
export const viaRemote = ({ isOwn }: Facts, ...skills: readonly Skill[]): string =>
  skills.some(isOwn) ? '' : '; only with remote medical advice, nobody here is trained';

/** Said where somebody has the skill by a course that lapsed too long ago. */
export function sinceLapsed({ brief }: Facts, ...skills: readonly Skill[]): string {
  const lapsed = brief.carers.flatMap(({ name, skills: counting, knows }) =>
    knows.flatMap(({ skill, lapsesOn }) =>
      skills.includes(skill) && !counting.includes(skill) && lapsesOn !== null ? [`${name}’s course lapsed on ${showDate(lapsesOn)}`] : [],
    ),
  );
  return lapsed.length === 0 ? '' : `; ${lapsed.join(', ')}`;
}

/** From how many hours to care on a place counts as far. Planning value. */
export const FAR_HOURS = 2;
export const isFar = ({ hoursToCare }: Brief): boolean => hoursToCare >= FAR_HOURS;

/** How day-to-day amounts grow with persons and days: by half as often as they double. Planning value. */
export const growthOf = ({ persons, daysOut }: Brief): number => Math.max(1, Math.round(Math.log2(persons * Math.max(1, daysOut))));

const growthLabel = ({ persons, daysOut }: Brief): string =>
  daysOut > 1 ? `for ${persons} persons and ${daysOut} days` : `for ${persons} persons`;

/** An amount that grows with persons and days. */
export const growing = (brief: Brief, each: number, label: string): Term[] => {
  const growth = growthOf(brief);
  return each === 0 ? NONE : growth === 1 ? [add(each, label)] : [add(each, label), times(growth, growthLabel(brief))];
};

export interface DailyPlan {
  least: number;
  ideal: number;
  reason: string;
  /** Grows with persons and days. */
  grows?: boolean;
  /** Threats that ask for it in a kit that holds no day-to-day things otherwise, and what is said then. */
  threats?: readonly Threat[];
  because?: string;
}
/** A day-to-day need; whether one is asked for may be said need by need. */
export const daily =
  ({ least, ideal, reason, grows = false, threats = [], because = reason }: DailyPlan): Rule =>
  ({ brief, isDaily }) => {
    const terms = (amount: number, label: string) => (amount === 0 ? NONE : grows ? growing(brief, amount, label) : [add(amount, label)]);
    if (hasThreat(brief, ...threats)) {
      const raised = Math.max(1, least);
      const isWhole = isDaily;
      return {
        least: isWhole ? terms(raised, 'for the threat') : [add(raised, 'for the threat')],
        ideal: isWhole ? terms(Math.max(raised, ideal), 'per kit') : [add(Math.max(raised, ideal), 'per kit')],
        reason: because,
      };
    }
    return isDaily
      ? { least: terms(least, 'per kit'), ideal: terms(ideal, 'per kit'), reason }
      : nothing('day-to-day things are in another bag');
  };
