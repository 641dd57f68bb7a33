import { addDays, NeedIdSchema, type PlainDate, PlainDateSchema, skillsOf } from '@ivrak/core/model';
import { type HorizonKit, horizon } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import { ICalAlarmType, ICalCalendar, ICalCalendarMethod } from 'ical-generator';
import * as z from 'zod';
import { KIND_CATALOG, schoolOf } from '../catalog/catalog.ts';
import type { Db } from '../db/open.ts';
import { loadouts, people } from '../db/schema.ts';
import { intervalOf } from '../heat/heat.ts';
import { unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { findKit, listKits, type StoredKit } from '../kits/store.ts';
import { judge } from '../kits/view.ts';
import { kitEvents } from './routes.ts';

const HorizonRowSchema = z.object({
  id: z.string(),
  name: z.string(),
  of: z.enum(['kit', 'layer', 'person', 'loadout']),
  kitIds: z.array(z.string()),
  gapNow: z.boolean(),
  holdsUntil: PlainDateSchema.nullable(),
  needs: z.array(
    z.object({
      need: NeedIdSchema,
      least: z.number(),
      isHeld: z.boolean(),
      lapsesOn: PlainDateSchema.nullable(),
      orderBy: PlainDateSchema.nullable(),
    }),
  ),
  inspections: z.array(PlainDateSchema),
});

export async function horizonKits(db: Db, today: PlainDate): Promise<(HorizonKit & { stored: StoredKit })[]> {
  const crew = new Map((await db.select().from(people)).map(({ id, name }) => [id, { id, name }]));
  return (await listKits(db)).flatMap((kit) => {
    const school = schoolOf(kit.schoolId);
    if (school === undefined) return [];
    return [
      {
        id: kit.id,
        name: kit.name,
        layer: kit.layer,
        person: kit.personId === null ? null : (crew.get(kit.personId) ?? null),
        needs: judge(kit, today).needs,
        school,
        skills: skillsOf(kit.brief),
        units: kit.units,
        inspectedOn: kit.inspectedOn,
        inspectEveryDays: intervalOf(kit).days,
        stored: kit,
      },
    ];
  });
}

const SPAN_DAYS = 730;
const CALENDAR_DAYS = 730;

/** All-day entries with ids that stay, so that a calendar that is fetched again changes entries and does not double them. */
function calendarOf(kits: readonly StoredKit[], today: PlainDate, name: string): string {
  const calendar = new ICalCalendar({
    name,
    prodId: { company: 'ivrak', product: 'upkeep', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const seen = new Set<string>();
  for (const kit of kits)
    for (const event of kitEvents(kit, today, addDays(today, CALENDAR_DAYS))) {
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
  return calendar.toString();
}

const TITLES = { lapse: 'a need falls', unitLapse: 'a thing lapses', orderBy: 'order by today', inspect: 'inspect' } as const;

export const horizonRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/horizon',
    summary: 'Until when every need of every kit, layer and person is held if nothing is done',
    query: z.object({ from: PlainDateSchema.optional(), to: PlainDateSchema.optional() }),
    response: z.object({ from: PlainDateSchema, to: PlainDateSchema, rows: z.array(HorizonRowSchema) }),
    handle: async ({ query }) => {
      const from = query.from ?? today();
      const to = query.to ?? addDays(from, SPAN_DAYS);
      if (to < from) throw unacceptable([{ path: 'to', message: 'lies before "from"' }]);
      const own = (await db.select().from(loadouts).orderBy(asc(loadouts.id))).map(({ data }) => data);
      return { from, to, rows: horizon(await horizonKits(db, from), from, to, KIND_CATALOG, own) };
    },
  }),
  route({
    method: 'get',
    path: '/api/calendar.ics',
    summary: 'Dates of all kits as a calendar (RFC 5545)',
    response: z.string(),
    contentType: 'text/calendar; charset=utf-8',
    handle: async () => calendarOf(await listKits(db), today(), 'Kits: dates and inspections'),
  }),
  route({
    method: 'get',
    path: '/api/kits/:id/calendar.ics',
    summary: 'Dates of a kit as a calendar (RFC 5545)',
    response: z.string(),
    contentType: 'text/calendar; charset=utf-8',
    handle: async ({ params }) => {
      const kit = await findKit(db, params.id ?? '');
      return calendarOf([kit], today(), kit.name);
    },
  }),
];
