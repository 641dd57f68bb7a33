import * as contract from '@ivrak/contract';
import { asc, eq, inArray } from 'drizzle-orm';
import { gtins, lots, units } from '../db/schema.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { correct, moveOnce, takeIn, toPlaced } from './store.ts';

export const unitRoutes = (here: Installation): Served[] => [
  serve(contract.getStores, async () => {
    const rows = await here.db
      .select()
      .from(units)
      .leftJoin(lots, eq(units.lotId, lots.id))
      .where(inArray(units.place, ['stores', 'practice']))
      .orderBy(asc(lots.expiresOn), asc(units.kind), asc(units.id));
    return { units: rows.map(toPlaced), gtins: await here.db.select().from(gtins).orderBy(asc(gtins.gtin)), today: here.today() };
  }),
  serve(contract.receiveUnit, ({ body, who }) => takeIn(here, here.db, who, body)),
  serve(contract.correctUnit, ({ params, body, who }) => correct(here.db, who, params.id, body)),
  serve(contract.moveUnit, ({ params, body, who }) => here.db.transaction((tx) => moveOnce(tx, who, params.id, body))),
];
