import * as contract from '@ivrak/contract';
import { addDays, NEEDS, type PlainDate, showDate } from '@ivrak/core/model';
import { type CourseDates, horizon } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import { ICalAlarmType, ICalCalendar, ICalCalendarMethod } from 'ical-generator';
import { loadouts } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { findKit, listKits } from '../kits/store.ts';
import { kitEvents } from '../kits/view.ts';
import { coursesOf } from './courses.ts';
import { horizonKits } from './horizonKits.ts';

const SPAN_DAYS = 730;
const CALENDAR_DAYS = 730;

const BEGIN = 'BEGIN:VEVENT';
const END = 'END:VCALENDAR';

/** A calendar of some kits. Its entries are kept kit by kit: phones ask for all of them each hour, and few have changed. */
function calendarOf(
  here: Installation,
  kits: readonly StoredKit[],
  courses: readonly CourseDates[],
  today: PlainDate,
  name: string,
): string {
  const frame = emptyCalendar(name).toString();
  const entries = kits.map((kit) => here.memory.of(kit, `calendar ${today}`, () => entriesOf(here, kit, today)));
  return `${frame.slice(0, frame.lastIndexOf(END))}${entries.join('')}${courseEntries(courses, today)}${END}`;
}

const emptyCalendar = (name: string): ICalCalendar =>
  new ICalCalendar({
    name,
    prodId: { company: 'ivrak', product: 'upkeep', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });

/** All-day entries with ids that stay, so that a calendar that is fetched again changes entries and does not double them. */
function entriesOf(here: Installation, kit: StoredKit, today: PlainDate): string {
  const calendar = emptyCalendar('');
  const seen = new Set<string>();
  for (const event of kitEvents(here, kit, today, addDays(today, CALENDAR_DAYS))) {
    if (event.type === 'gap' || event.type === 'dateMissing') continue;
    const about = event.need ?? event.unitIds.join('-') ?? 'kit';
    const id = `${event.type}-${event.kitId}-${event.type === 'inspect' ? 'next' : about}@ivrak.local`;
    if (seen.has(id)) continue;
    seen.add(id);
    const entry = calendar.createEvent({
      id,
      start: event.on,
      end: addDays(event.on, 1),
      allDay: true,
      summary: `${event.kitName}: ${TITLES[event.type]}`,
      description: `${event.text} A printed date is never extended. Planning aid, not medical advice.`,
      stamp: `${today}T00:00:00Z`,
    });
    if (event.type === 'orderBy') entry.createAlarm({ type: ICalAlarmType.display, trigger: 0, description: event.text });
  }
  return bodyOf(calendar);
}

/** What stands between a calendar's frame. */
function bodyOf(calendar: ICalCalendar): string {
  const text = calendar.toString();
  const first = text.indexOf(BEGIN);
  return first === -1 ? '' : text.slice(first, text.lastIndexOf(END));
}

/** By when to book the next course, and when one lapses, with what falls; ids stay as long as the course is the same. */
function courseEntries(courses: readonly CourseDates[], today: PlainDate): string {
  const calendar = emptyCalendar('');
  const last = addDays(today, CALENDAR_DAYS);
  for (const { personId, personName, course, goodUntil, lapsesOn, closesOn, bookBy, falls } of courses) {
    const falling = falls.map(({ kitName, need, on }) => `${NEEDS[need].label} in ${kitName} on ${showDate(on)}`);
    const effect = falling.length === 0 ? 'No need of a kit falls with it.' : `Falls with it: ${falling.join(', ')}.`;
    const about = `${personName}’s course “${course}” is good until ${showDate(goodUntil)}. ${effect} What is allowed where is local law.`;
    const put = (what: string, on: PlainDate, summary: string) => {
      if (on < today || on > last) return null;
      const id = `${what}-${personId}-${course.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}-${goodUntil}@ivrak.local`;
      return calendar.createEvent({
        id,
        start: on,
        end: addDays(on, 1),
        allDay: true,
        summary,
        description: about,
        stamp: `${today}T00:00:00Z`,
      });
    };
    put('course-lapses', lapsesOn, `${personName}: course “${course}” lapses`);
    if (closesOn !== null && closesOn !== lapsesOn) put('course-closes', closesOn, `${personName}: “${course}” counts no more`);
    if (lapsesOn > today)
      put('book-course', bookBy, `${personName}: book a course by today`)?.createAlarm({
        type: ICalAlarmType.display,
        trigger: 0,
        description: about,
      });
  }
  return bodyOf(calendar);
}

const TITLES = {
  lapse: 'a need falls',
  skillLapse: 'a need falls with a course',
  unitLapse: 'a thing lapses',
  orderBy: 'order by today',
  inspect: 'inspect',
} as const;

export const horizonRoutes = (here: Installation): Served[] => [
  serve(contract.getHorizon, async ({ query }) => {
    const from = query.from ?? here.today();
    const to = query.to ?? addDays(from, SPAN_DAYS);
    if (to < from) throw unacceptable([{ path: 'to', message: 'lies before "from"' }]);
    const own = (await here.db.select().from(loadouts).orderBy(asc(loadouts.id))).map(({ data }) => data);
    return { from, to, rows: horizon(await horizonKits(here, here.db, from), from, to, here.catalog.kinds, own) };
  }),
  serve(contract.getCalendar, async () => {
    const all = await listKits(here, here.db);
    return calendarOf(here, all, await coursesOf(here, all, here.today()), here.today(), 'Kits: dates and inspections');
  }),
  serve(contract.getKitCalendar, async ({ params }) => {
    const kit = await findKit(here.db, params.id);
    const carers = kit.brief.carers.flatMap(({ personId }) => personId ?? []);
    const courses = (await coursesOf(here, [kit], here.today())).filter(({ personId }) => carers.some((id) => id === personId));
    return calendarOf(here, [kit], courses, here.today(), kit.name);
  }),
];
