import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { PlainDate } from '@ivrak/core/model';
import { sql } from 'drizzle-orm';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import * as z from 'zod';
import { orderRoutes } from '../buying/orderRoutes.ts';
import { buyingRoutes } from '../buying/routes.ts';
import { catalogRoutes } from '../catalog/catalog.ts';
import { ownRoutes } from '../catalog/ownRoutes.ts';
import { placeRoutes } from '../catalog/placeRoutes.ts';
import type { Queues } from '../compute/queues.ts';
import { computeRoutes } from '../compute/routes.ts';
import { crewRoutes } from '../crew/routes.ts';
import type { Db } from '../db/open.ts';
import { heatRoutes } from '../heat/routes.ts';
import { contentPolicy, localOnly } from '../http/guard.ts';
import { preloadFor } from '../http/preload.ts';
import { notFound, Problem, ProblemSchema, problemHandler } from '../http/problem.ts';
import { describeApi, mount, type RouteSpec, route } from '../http/route.ts';
import { useLogRoutes } from '../incidents/logRoutes.ts';
import { useRoutes } from '../incidents/useRoutes.ts';
import { inspectionRoutes } from '../inspections/routes.ts';
import { moduleRoutes } from '../kits/moduleRoutes.ts';
import { kitRoutes } from '../kits/routes.ts';
import { listRoutes } from '../lists/routes.ts';
import { loadoutRoutes } from '../loadouts/loadoutRoutes.ts';
import { reachRoutes } from '../loadouts/reachRoutes.ts';
import { noticeRoutes } from '../notices/routes.ts';
import { WEB_FOLDER } from '../paths.ts';
import { rotationRoutes } from '../restock/rotationRoutes.ts';
import { settingsRoutes } from '../settings/routes.ts';
import { transferRoutes } from '../transfer/routes.ts';
import { batchRoutes } from '../units/batch.ts';
import { unitRoutes } from '../units/routes.ts';
import { horizonRoutes } from '../upkeep/horizonRoutes.ts';
import { upkeepRoutes } from '../upkeep/routes.ts';

export const VERSION = '0.1.0';

const BODY_LIMIT = '2mb';
const IMPORT_LIMIT = '64mb';
/** Rows of a CSV file, temperatures of a logger. */
const FILE_LIMIT = '16mb';
/** Far above what one crew's browsers do; it stops a runaway script. */
const MOST_REQUESTS = { windowMs: 10_000, limit: 5000 };

export interface AppOptions {
  db: Db;
  describeDb: string;
  log: Logger;
  today: () => PlainDate;
  queues: Queues;
}

export function createApp({ db, describeDb, log, today, queues }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(pinoHttp({ logger: log, autoLogging: { ignore: (req) => !req.url?.startsWith('/api') } }));
  app.use(contentPolicy);
  app.use(localOnly);
  app.use('/api', rateLimit({ ...MOST_REQUESTS, standardHeaders: 'draft-8', legacyHeaders: false, handler: () => tooMany() }));
  app.use('/api/import', express.json({ limit: IMPORT_LIMIT }));
  app.use(['/api/stores/batch', '/api/heat'], express.json({ limit: FILE_LIMIT }));
  app.use('/api', express.json({ limit: BODY_LIMIT }));

  const specs: RouteSpec[] = [
    healthRoute(db, describeDb),
    ...catalogRoutes(db),
    ...ownRoutes(db),
    ...placeRoutes(db),
    ...listRoutes(db, today),
    ...kitRoutes(db, today),
    ...moduleRoutes(db, today),
    ...unitRoutes(db, today),
    ...useRoutes(db, today),
    ...useLogRoutes(db),
    ...upkeepRoutes(db, today),
    ...heatRoutes(db, today),
    ...loadoutRoutes(db, today),
    ...reachRoutes(db),
    ...crewRoutes(db),
    ...buyingRoutes(db),
    ...orderRoutes(db),
    ...inspectionRoutes(db, today),
    ...horizonRoutes(db, today),
    ...rotationRoutes(db, today),
    ...noticeRoutes(db, today),
    ...batchRoutes(db),
    ...computeRoutes(today, queues),
    ...transferRoutes(db),
    ...settingsRoutes(db, today),
  ];
  const openapi: RouteSpec = route({
    method: 'get',
    path: '/api/openapi.json',
    summary: 'This description',
    response: z.looseObject({ openapi: z.string() }),
    handle: () => describeApi([...specs, openapi], VERSION, ProblemSchema) as { openapi: string },
  });
  mount(app, [...specs, openapi]);
  app.use('/api', (req) => {
    throw notFound('call', `${req.method} ${req.originalUrl.split('?')[0]}`);
  });
  servePages(app);
  app.use(problemHandler(log));
  return app;
}

const tooMany = (): never => {
  throw new Problem(429, 'Too many requests', 'Wait a few seconds and try again.');
};

const healthRoute = (db: Db, describeDb: string): RouteSpec =>
  route({
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server and its database answer',
    response: z.object({ status: z.literal('ok'), version: z.string(), database: z.string() }),
    handle: async () => {
      await db.execute(sql`select 1`);
      return { status: 'ok' as const, version: VERSION, database: describeDb };
    },
  });

/** Built pages; every other path is a screen of the one-page application. */
function servePages(app: Express): void {
  const index = join(WEB_FOLDER, 'index.html');
  const preload = preloadFor();
  app.use('/assets', express.static(join(WEB_FOLDER, 'assets'), { immutable: true, maxAge: '1y', index: false }));
  app.use(express.static(WEB_FOLDER, { index: false }));
  app.get('/*path', (req, res) => {
    if (!existsSync(index)) throw notFound('page', req.path);
    const link = preload(req.path);
    if (link !== null) res.set('link', link);
    res.set('cache-control', 'no-cache').sendFile(index);
  });
  app.get('/', (_req, res) => {
    res.set('cache-control', 'no-cache').sendFile(index);
  });
}
