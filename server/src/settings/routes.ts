import type { SettingsSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import { MEASURES } from '@ivrak/core/model';
import { eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db } from '../db/database.ts';
import { settings } from '../db/schema.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { LAPSE_KEY, policyOf } from '../installation/knows.ts';
import type { Door } from '../sharing/door.ts';

/** Set by the demo's own seed, and gone once somebody says that this is theirs, clears it or imports their own. */
export const DEMO_KEY = 'isDemo';
const CAUTION_KEY = 'cautionReadAt';
const CURRENCY_KEY = 'currency';
const MEASURES_KEY = 'measures';
/** Set where data of an earlier version is brought forward or imported, and gone once it was read what that means. */
export const MODEL_NEWS_KEY = 'modelNews';

async function readSettings(db: Db): Promise<z.output<typeof SettingsSchema>> {
  const rows = new Map((await db.select().from(settings)).map(({ key, value }) => [key, value]));
  const readAt = rows.get(CAUTION_KEY);
  const currency = rows.get(CURRENCY_KEY);
  const measures = MEASURES.find((one) => one === rows.get(MEASURES_KEY));
  return {
    cautionReadAt: typeof readAt === 'string' ? readAt : null,
    isDemo: rows.get(DEMO_KEY) === true,
    hasModelNews: rows.get(MODEL_NEWS_KEY) === true,
    measures: measures ?? 'metric',
    lapsedCourses: policyOf(rows.get(LAPSE_KEY)),
    currency: typeof currency === 'string' ? currency : contract.DEFAULT_CURRENCY,
  };
}

export const settingsRoutes = (here: Installation, door: Pick<Door, 'isOpen'>): Served[] => [
  serve(contract.getSettings, async ({ caller: { isHere, role, personId, device } }) => ({
    ...(await readSettings(here.db)),
    today: here.today(),
    me: { isHere, role: role ?? 'reader', personId, device: device?.name ?? null },
    isShared: door.isOpen,
  })),
  serve(contract.saveSettings, async ({ body }) => {
    await here.db.transaction(async (tx) => {
      const put = (key: string, value: unknown) =>
        tx.insert(settings).values({ key, value }).onConflictDoUpdate({ target: settings.key, set: { value } });
      if (body.cautionRead === true) await put(CAUTION_KEY, new Date().toISOString());
      if (body.measures !== undefined) await put(MEASURES_KEY, body.measures);
      if (body.currency !== undefined) await put(CURRENCY_KEY, body.currency);
      if (body.lapsedCourses !== undefined) await put(LAPSE_KEY, body.lapsedCourses);
      if (body.isDemo === false) await tx.delete(settings).where(eq(settings.key, DEMO_KEY));
      if (body.hasModelNews === false) await tx.delete(settings).where(eq(settings.key, MODEL_NEWS_KEY));
    });
    return readSettings(here.db);
  }),
];
