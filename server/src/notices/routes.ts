import { type Notice, NoticeSchema, type PlainDate } from '@ivrak/core/model';
import { eq, inArray } from 'drizzle-orm';
import * as z from 'zod';
import { note } from '../db/journal.ts';
import type { Db, Tx } from '../db/open.ts';
import { kits, lots, notices, units } from '../db/schema.ts';
import { noticeFeed } from '../devices/notices.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { touchKit } from '../kits/store.ts';

const HitSchema = z.object({
  notice: NoticeSchema,
  units: z.array(
    z.object({
      unitId: z.string(),
      kind: z.string(),
      count: z.number(),
      place: z.string(),
      kitId: z.string().nullable(),
      kitName: z.string().nullable(),
    }),
  ),
});

type Warned = Pick<Notice, 'kind' | 'lot' | 'seller'>;

const isAbout = ({ kind, lot, seller }: Notice, row: Warned): boolean =>
  row.kind === kind &&
  (lot === null || row.lot?.toLowerCase() === lot.toLowerCase()) &&
  (seller === null || row.seller?.toLowerCase() === seller.toLowerCase());

async function hitsOf(tx: Tx | Db, list: readonly Notice[]): Promise<z.input<typeof HitSchema>[]> {
  const rows = await tx
    .select({ unit: units, lot: lots, kitName: kits.name })
    .from(units)
    .innerJoin(lots, eq(units.lotId, lots.id))
    .leftJoin(kits, eq(units.kitId, kits.id))
    .where(inArray(units.place, ['kit', 'stores']));
  return list.map((notice) => ({
    notice,
    units: rows
      .filter(({ unit, lot }) => isAbout(notice, { kind: unit.kind, lot: lot.lot, seller: lot.seller }))
      .map(({ unit, kitName }) => ({ unitId: unit.id, kind: unit.kind, count: unit.count, place: unit.place, kitId: unit.kitId, kitName })),
  }));
}

/** Tells whether a lot that is taken in is one that a notice warned of. */
export async function warningsIn(tx: Tx): Promise<(row: Warned) => boolean> {
  const known = await tx.select().from(notices);
  return (row) => known.some(({ data }) => isAbout(data, row));
}

export const noticeRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/notices',
    summary: 'Recalls and warnings that were heard of, and the things here that they are about',
    response: z.object({ hits: z.array(HitSchema) }),
    handle: async () => {
      const known = (await db.select().from(notices)).map(({ data }) => data).sort((a, b) => (a.on > b.on ? -1 : 1));
      return { hits: await hitsOf(db, known) };
    },
  }),
  route({
    method: 'get',
    path: '/api/devices/notices',
    summary: 'The simulated feed of recalls and warnings',
    response: z.object({ notices: z.array(NoticeSchema) }),
    handle: () => ({ notices: noticeFeed(today()) }),
  }),
  route({
    method: 'post',
    path: '/api/notices',
    summary: 'Take notices in: every thing they are about becomes suspect, once',
    body: z.object({ notices: z.array(NoticeSchema).min(1, 'holds no notices').max(200) }),
    response: z.object({ fresh: z.number(), hits: z.array(HitSchema) }),
    handle: ({ body, who }) =>
      db.transaction(async (tx) => {
        const before = new Set((await tx.select({ id: notices.id }).from(notices)).map(({ id }) => id));
        const fresh = body.notices.filter(({ id }, index, all) => !before.has(id) && all.findIndex((one) => one.id === id) === index);
        if (fresh.length > 0) await tx.insert(notices).values(fresh.map((data) => ({ id: data.id, data })));
        const hits = await hitsOf(tx, fresh);
        for (const { notice, units: own } of hits)
          for (const { unitId, kitId } of own) {
            const [unit] = await tx.select().from(units).where(eq(units.id, unitId));
            if (unit === undefined || unit.condition === 'practice' || unit.condition === 'suspect') continue;
            await tx
              .update(units)
              .set({ condition: 'suspect', version: unit.version + 1 })
              .where(eq(units.id, unitId));
            if (kitId !== null) await touchKit(tx, kitId);
            await note(tx, who, [
              {
                what: notice.about,
                subject: unitId,
                before: { condition: unit.condition },
                after: { condition: 'suspect', notice: notice.id },
              },
            ]);
          }
        return { fresh: fresh.length, hits };
      }),
  }),
];
