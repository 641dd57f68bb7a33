import type { PlainDate } from '@ivrak/core/model';
import { desc, eq } from 'drizzle-orm';
import * as z from 'zod';
import type { Db } from '../db/open.ts';
import { journal, settings } from '../db/schema.ts';
import { type RouteSpec, route } from '../http/route.ts';

const SettingsSchema = z.object({
  /** When the caution was read and confirmed; null: not yet. */
  cautionReadAt: z.string().nullable(),
});

export async function readSettings(db: Db): Promise<z.output<typeof SettingsSchema>> {
  const [row] = await db.select().from(settings).where(eq(settings.key, 'cautionReadAt'));
  return { cautionReadAt: typeof row?.value === 'string' ? row.value : null };
}

export const settingsRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/settings',
    summary: 'Settings of this installation, and its day',
    response: SettingsSchema.extend({ today: z.string() }),
    handle: async () => ({ ...(await readSettings(db)), today: today() }),
  }),
  route({
    method: 'put',
    path: '/api/settings',
    summary: 'Change settings',
    body: z.object({ cautionRead: z.literal(true) }),
    response: SettingsSchema,
    handle: async () => {
      const value = new Date().toISOString();
      await db.insert(settings).values({ key: 'cautionReadAt', value }).onConflictDoUpdate({ target: settings.key, set: { value } });
      return readSettings(db);
    },
  }),
  route({
    method: 'get',
    path: '/api/journal',
    summary: 'The latest changes, last first',
    query: z.object({ limit: z.coerce.number().int().min(1).max(500).default(50) }),
    response: z.object({
      entries: z.array(
        z.object({
          id: z.number(),
          at: z.string(),
          who: z.string(),
          what: z.string(),
          subject: z.string(),
          before: z.unknown(),
          after: z.unknown(),
        }),
      ),
    }),
    handle: async ({ query }) => ({ entries: await db.select().from(journal).orderBy(desc(journal.id)).limit(query.limit) }),
  }),
];
