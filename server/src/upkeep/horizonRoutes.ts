import * as contract from '@ivrak/contract';
import { addDays, type PlainDate } from '@ivrak/core/model';
import { horizon } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import { ICalAlarmType, ICalCalendar, ICalCalendarMethod } from 'ical-generator';
import { loadouts } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { findKit, listKits } from '../kits/store.ts';
import { kitEvents } from '../kits/view.ts';
import { horizonKits } from './horizonKits.ts';

const SPAN_DAYS = 730;
const CALENDAR_DAYS = 730;

const BEGIN = 'BEGIN:VEVENT';
const END = 'END:VCALENDAR';

/** A calendar of some kits. Its entries are kept kit by kit: phones ask for all of them each hour, and few have changed. */
function calendarOf(here: Installation, kits: readonly StoredKit[], today: PlainDate, name: string): string {
  const frame = emptyCalendar(name).toString();
  const entries = kits.map((kit) => here.memory.of(kit, `calendar ${today}`, () => entriesOf(here, kit, today)));
  return `${frame.slice(0, frame.lastIndexOf(END))}${entries.join('')}${END}`;
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
  const text = calendar.toString();
  const first = text.indexOf(BEGIN);
  return first === -1 ? '' : text.slice(first, text.lastIndexOf(END));
}

const TITLES = { lapse: 'a need falls', unitLapse: 'a thing lapses', orderBy: 'order by today', inspect: 'inspect' } as const;

export const horizonRoutes = (here: Installation): Served[] => [
  serve(contract.getHorizon, async ({ query }) => {
    const from = query.from ?? here.today();
    const to = query.to ?? addDays(from, SPAN_DAYS);
    if (to < from) throw unacceptable([{ path: 'to', message: 'lies before "from"' }]);
    const own = (await here.db.select().from(loadouts).orderBy(asc(loadouts.id))).map(({ data }) => data);
    return { from, to, rows: horizon(await horizonKits(here, here.db, from), from, to, here.catalog.kinds, own) };
  }),
  serve(contract.getCalendar, async () => calendarOf(here, await listKits(here, here.db), here.today(), 'Kits: dates and inspections')),
  serve(contract.getKitCalendar, async ({ params }) => {
    const kit = await findKit(here.db, params.id);
    return calendarOf(here, [kit], here.today(), kit.name);
  }),
];
