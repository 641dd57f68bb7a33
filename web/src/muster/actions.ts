import { NEEDS, type PlainDate, type Restock, showDate } from '@ivrak/core/model';
import type { CourseDates, UpkeepEvent } from '@ivrak/core/upkeep';
import { kindName } from '../data/catalog.ts';
import type { DrillDue } from '../drill/useMyDrills.ts';

export interface Action {
  key: string;
  when: 'now' | PlainDate;
  what: string;
  detail: string;
  to: string;
}

/** What to do, in date order: what is missing and where it comes from, then dated things. */
export const nextActions = (
  events: readonly UpkeepEvent[],
  restock: Restock | undefined,
  today: PlainDate,
  used: readonly UsedKit[] = [],
  disagreeing = 0,
  drills: readonly DrillDue[] = [],
  courses: readonly CourseDates[] = [],
): Action[] => {
  const dated = inOrder([...eventActions(events, today), ...courseActions(courses, today)]);
  const isNow = ({ when }: Action) => when === 'now';
  // A drill is for today, and after whatever is wrong with a kit.
  return [
    ...disagreeActions(disagreeing),
    ...debriefActions(used),
    ...restockActions(restock),
    ...dated.filter(isNow),
    ...drillActions(drills),
    ...dated.filter((action) => !isNow(action)),
  ];
};

/** The year is left out where it is the current one or the date lies within a year. */
export const shortDate = (date: PlainDate, today: PlainDate): string =>
  date.slice(0, 4) === today.slice(0, 4) ? showDate(date).slice(0, 6) : `${showDate(date).slice(0, 6)} ’${date.slice(2, 4)}`;

/** What is due now first; of a day, as it was given. */
const inOrder = (actions: readonly Action[]): Action[] => {
  const day = ({ when }: Action) => (when === 'now' ? '' : when);
  return actions.toSorted((a, b) => (day(a) < day(b) ? -1 : day(a) > day(b) ? 1 : 0));
};

/** By when to book the next course; one that has lapsed is to be taken again. */
const courseActions = (courses: readonly CourseDates[], today: PlainDate): Action[] =>
  courses.map(({ personId, personName, course, goodUntil, bookBy, state }) => ({
    key: `course-${personId}-${course}`,
    when: bookBy <= today ? 'now' : bookBy,
    what: `Book a course for ${personName.split(' ')[0]}`,
    detail: `${course} · ${state === 'lapsed' || state === 'closed' ? 'was good until' : 'good until'} ${showDate(goodUntil)}`,
    to: '/crew',
  }));

/** A kit, as far as it tells of a use that is not closed. */
export interface UsedKit {
  name: string;
  openUse: { logId: string; startedAt: string } | null;
}

const drillActions = (drills: readonly DrillDue[]): Action[] =>
  drills.map(({ kitId, kitName, count }) => ({
    key: `drill-${kitId}`,
    when: 'now',
    what: `Find ${count === 1 ? '1 thing' : `${count} things`} again`,
    detail: `${kitName} · a few minutes`,
    to: `/drill/${kitId}`,
  }));

/** What two phones said of one thing. */
const disagreeActions = (count: number): Action[] =>
  count === 0
    ? []
    : [
        {
          key: 'disagree',
          when: 'now',
          what: count === 1 ? 'Say what is true of a thing' : `Say what is true of ${count} things`,
          detail: 'Two phones that were away do not agree',
          to: '/upkeep',
        },
      ];

/** One for every log, however many kits things came out of. */
function debriefActions(kits: readonly UsedKit[]): Action[] {
  const names = new Map<string, string[]>();
  for (const { name, openUse } of kits) if (openUse !== null) names.set(openUse.logId, [...(names.get(openUse.logId) ?? []), name]);
  return [...names].map(([logId, own]) => ({
    key: `debrief-${logId}`,
    when: 'now',
    what: 'Debrief the use',
    detail: `${own.join(', ')} · not ready until then`,
    to: `/debrief/${logId}`,
  }));
}

function restockActions(restock: Restock | undefined): Action[] {
  const lacking = (restock?.kits ?? []).filter(({ lines }) => lines.length > 0);
  return [...plannedActions(restock), ...lacking.map(lackAction)];
}

/** What is planned is fetched from the stores where it lies there, else it is ordered. */
function plannedActions(restock: Restock | undefined): Action[] {
  return (restock?.kits ?? []).flatMap(({ kitId, kitName, planned }): Action[] => {
    const [count, toBuy] = [planned.reduce((sum, line) => sum + line.count, 0), planned.reduce((sum, line) => sum + line.toBuy, 0)];
    if (count === 0) return [];
    const things = (some: number) => (some === 1 ? '1 planned thing' : `${some} planned things`);
    return [
      {
        key: `planned-${kitId}`,
        when: 'now',
        what: toBuy < count ? `Put in ${things(count - toBuy)}` : `Order ${things(count)}`,
        detail: `${kitName} · ${toBuy < count ? `from stores${toBuy > 0 ? `, ${toBuy} more to order` : ''}` : 'not in stores'}`,
        to: toBuy < count ? `/restock?kit=${kitId}` : `/buy?kits=${kitId}`,
      },
    ];
  });
}

function lackAction({ kitId, kitName, lines }: Restock['kits'][number]): Action {
  const names = lines.map(({ need }) => NEEDS[need].one);
  const fromStores = lines.filter((line) => line.fromStores.length > 0).length;
  const what = fromStores > 0 ? `Put back ${names.slice(0, 2).join(', ')}` : `Buy ${names.slice(0, 2).join(', ')}`;
  const more = names.length > 2 ? ` and ${names.length - 2} more` : '';
  return {
    key: `restock-${kitId}`,
    when: 'now',
    what: what + more,
    detail: `${kitName} · ${fromStores > 0 ? `${fromStores} from stores` : 'not in stores'}`,
    to: `/restock?kit=${kitId}`,
  };
}

function eventActions(events: readonly UpkeepEvent[], today: PlainDate): Action[] {
  return events
    .filter(({ type }) => type === 'orderBy' || type === 'inspect' || type === 'unitLapse' || type === 'dateMissing')
    .map((event, index) => {
      const name = event.kind === null ? '' : kindName(event.kind).toLowerCase();
      const what = {
        orderBy: `Order ${name}`,
        inspect: `Inspect ${event.kitName}`,
        unitLapse: event.on <= today ? `Take out ${name}` : `Replace ${name}`,
        dateMissing: 'Read missing dates',
        gap: '',
        lapse: '',
        skillLapse: '',
      }[event.type];
      const detail = event.type === 'inspect' ? (event.text.split(':')[0] ?? '') : event.kitName;
      return {
        key: `${event.type}-${event.kitId}-${index}`,
        when: event.on <= today ? ('now' as const) : event.on,
        what,
        detail,
        to: event.type === 'inspect' ? `/kits/${event.kitId}/inspect` : `/kits/${event.kitId}/bench`,
      };
    });
}
