import { type Card, createEmptyCard, fsrs, type Grade, Rating } from 'ts-fsrs';
import type { Drill, DrillAnswer } from '../model/drill.ts';
import { type PlainDate, plainDate } from '../model/plainDate.ts';

/** Planning values: found as fast as it must be in an emergency, and at once. Not limits of anything. */
export const DRILL_PLAN = { quickS: 4, slowS: 10, mostAsked: 20, mostMinutes: 10 } as const;

/** Without chance, so that the same history gives the same days on every device. */
const scheduler = fsrs({ enable_fuzz: false });

/** What an answer says of how well it is known; one that had to be shown, or pointed for in the wrong place, is to be learnt again. */
export function gradeOf({ seconds, misses, isFound }: Pick<DrillAnswer, 'seconds' | 'misses' | 'isFound'>): Grade {
  if (!isFound || misses > 0) return Rating.Again;
  if (seconds > DRILL_PLAN.slowS) return Rating.Hard;
  return seconds > DRILL_PLAN.quickS ? Rating.Good : Rating.Easy;
}

/** What one person knows of where one thing of a kit lies. */
export interface DrillCard {
  card: Card;
  last: DrillAnswer;
  lastAt: string;
  /** Seconds of each sitting, first the first; null: it had to be shown or was sought in the wrong place first. */
  times: (number | null)[];
}

/** Cards of one person and one kit by kind, worked out of all sittings in the order of their times. */
export function cardsOf(drills: readonly Drill[], personId: string, kitId: string): Map<string, DrillCard> {
  const cards = new Map<string, DrillCard>();
  const own = drills
    .filter((drill) => drill.personId === personId && drill.kitId === kitId && (drill.way === 'find' || drill.way === 'use'))
    .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
  for (const { at, answers, way } of own)
    for (const answer of answers) {
      const before = cards.get(answer.kind);
      const now = new Date(at);
      // Who found it when it counted has recalled it; nobody held a watch to it.
      const grade = way === 'use' ? Rating.Good : gradeOf(answer);
      const { card } = scheduler.next(before?.card ?? createEmptyCard(now), now, grade);
      const times = before?.times ?? [];
      const seconds = answer.isFound && answer.misses === 0 ? answer.seconds : null;
      cards.set(answer.kind, { card, last: answer, lastAt: at, times: way === 'use' ? times : [...times, seconds] });
    }
  return cards;
}

/** Why a thing is asked: said to be forgotten at an inspection, moved since, due by the schedule, or never asked. */
export type DueWhy = 'forgotten' | 'moved' | 'due' | 'new';
const ORDER: readonly DueWhy[] = ['forgotten', 'moved', 'due', 'new'];

export interface DueThing {
  kind: string;
  why: DueWhy;
  /** By the schedule; null: never asked. */
  dueOn: PlainDate | null;
}

export interface DueQuestion {
  drills: readonly Drill[];
  personId: string;
  kitId: string;
  /** Where each kind lies now. */
  lies: ReadonlyMap<string, string>;
  /** Kinds of which this person said at an inspection that they do not remember how, and when. */
  forgotten: ReadonlyMap<string, string>;
  today: PlainDate;
}

/** What a person should be asked of a kit now: forgotten and moved things first, then what is longest due, then what is new. */
export function dueThings({ drills, personId, kitId, lies, forgotten, today }: DueQuestion): DueThing[] {
  const cards = cardsOf(drills, personId, kitId);
  const due = [...lies].flatMap(([kind, where]): (DueThing & { atMs: number })[] => {
    const known = cards.get(kind);
    if (known === undefined) return [{ kind, why: forgotten.has(kind) ? 'forgotten' : 'new', dueOn: null, atMs: 0 }];
    const { card, last, lastAt } = known;
    const saidAt = Date.parse(forgotten.get(kind) ?? '');
    const why = saidAt > Date.parse(lastAt) ? 'forgotten' : last.where !== where ? 'moved' : dayOf(card) <= today ? 'due' : null;
    return why === null ? [] : [{ kind, why, dueOn: dayOf(card), atMs: card.due.getTime() }];
  });
  return due.toSorted((a, b) => ORDER.indexOf(a.why) - ORDER.indexOf(b.why) || a.atMs - b.atMs).map(({ atMs: _, ...thing }) => thing);
}

const dayOf = (card: Card): PlainDate => plainDate(card.due.toISOString().slice(0, 10));

/** When a thing comes up again; null: it was never asked. */
export const nextDue = (card: DrillCard | undefined): PlainDate | null => (card === undefined ? null : dayOf(card.card));
