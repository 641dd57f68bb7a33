import type { SettingsSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import { desc, eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db } from '../db/open.ts';
import { journal, settings } from '../db/schema.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';

export async function readSettings(db: Db): Promise<z.output<typeof SettingsSchema>> {
  const [row] = await db.select().from(settings).where(eq(settings.key, 'cautionReadAt'));
  return { cautionReadAt: typeof row?.value === 'string' ? row.value : null };
}

export const settingsRoutes = (here: Installation): Served[] => [
  serve(contract.getSettings, async () => ({ ...(await readSettings(here.db)), today: here.today() })),
  serve(contract.saveSettings, async () => {
    const value = new Date().toISOString();
    await here.db.insert(settings).values({ key: 'cautionReadAt', value }).onConflictDoUpdate({ target: settings.key, set: { value } });
    return readSettings(here.db);
  }),
  serve(contract.getJournal, async ({ query }) => ({
    entries: await here.db.select().from(journal).orderBy(desc(journal.id)).limit(query.limit),
  })),
];
