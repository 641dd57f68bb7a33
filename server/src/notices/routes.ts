import type { HitSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { Notice } from '@ivrak/core/model';
import { eq, inArray } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { kits, lots, notices, units } from '../db/schema.ts';
import { noticeFeed } from '../devices/notices.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { isAbout } from './warnings.ts';

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

export const noticeRoutes = (here: Installation): Served[] => [
  serve(contract.listNotices, async () => {
    const known = (await here.db.select().from(notices)).map(({ data }) => data).sort((a, b) => (a.on > b.on ? -1 : 1));
    return { hits: await hitsOf(here.db, known) };
  }),
  serve(contract.getNoticeFeed, () => ({ notices: noticeFeed(here.today()) })),
  serve(contract.importNotices, ({ body, who }) =>
    here.db.transaction(async (tx) => {
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
  ),
];
