import { existsSync } from 'node:fs';
import { join } from 'node:path';
import * as contract from '@ivrak/contract';
import { desc } from 'drizzle-orm';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { backupRoutes } from '../backups/routes.ts';
import { orderRoutes } from '../buying/orderRoutes.ts';
import { buyingRoutes } from '../buying/routes.ts';
import { ownRoutes } from '../catalog/ownRoutes.ts';
import { placeRoutes } from '../catalog/placeRoutes.ts';
import { catalogRoutes } from '../catalog/routes.ts';
import type { Queues } from '../compute/queues.ts';
import { computeRoutes } from '../compute/routes.ts';
import { crewRoutes } from '../crew/routes.ts';
import { journal } from '../db/schema.ts';
import { discrepancyRoutes } from '../discrepancies/routes.ts';
import { drillRoutes } from '../drills/routes.ts';
import { heatRoutes } from '../heat/routes.ts';
import { contentPolicy, keepPrivate } from '../http/guard.ts';
import { preloadFor } from '../http/preload.ts';
import { notFound, Problem, ProblemSchema, problemHandler } from '../http/problem.ts';
import { roomFirst } from '../http/room.ts';
import { describeApi, mount, type Served, serve } from '../http/route.ts';
import { useLogRoutes } from '../incidents/logRoutes.ts';
import { useRoutes } from '../incidents/useRoutes.ts';
import { inspectionRoutes } from '../inspections/routes.ts';
import type { Installation } from '../installation/installation.ts';
import { journalRoutes } from '../journal/routes.ts';
import { moduleRoutes } from '../kits/moduleRoutes.ts';
import { kitRoutes } from '../kits/routes.ts';
import { listRoutes } from '../lists/routes.ts';
import { liveRoutes } from '../live/routes.ts';
import { loadoutRoutes } from '../loadouts/loadoutRoutes.ts';
import { reachRoutes } from '../loadouts/reachRoutes.ts';
import { noticeRoutes } from '../notices/routes.ts';
import { WEB_FOLDER } from '../paths.ts';
import { patternRoutes } from '../patterns/routes.ts';
import { rotationRoutes } from '../restock/rotationRoutes.ts';
import { restockRoutes } from '../restock/routes.ts';
import { setRoutes } from '../sets/routes.ts';
import { settingsRoutes } from '../settings/routes.ts';
import { admit, checkAccess } from '../sharing/admit.ts';
import { Door } from '../sharing/door.ts';
import { sharingRoutes } from '../sharing/routes.ts';
import { transferRoutes } from '../transfer/routes.ts';
import { tripRoutes } from '../trips/routes.ts';
import { batchRoutes } from '../units/batch.ts';
import { unitRoutes } from '../units/routes.ts';
import { horizonRoutes } from '../upkeep/horizonRoutes.ts';
import { upkeepRoutes } from '../upkeep/routes.ts';

export const VERSION = '0.1.0';

const BODY_LIMIT = '2mb';
/** Rows of a CSV file, temperatures of a logger. */
const FILE_LIMIT = '16mb';
/** Far above what one crew's browsers do; it stops a runaway script. */
const MOST_REQUESTS = { windowMs: 10_000, limit: 5000 };

/** What proves who a phone is, which stands in no log. */
const SECRETS = ['req.headers.cookie', 'res.headers["set-cookie"]'];

const STREAMED = new Set([contract.importAll.path as string]);

export interface AppOptions {
  log: Logger;
  queues: Queues;
  /** Where phones come in; absent: nowhere. */
  door?: Door;
}

export function createApp(here: Installation, { log, queues, door = new Door() }: AppOptions): Express {
  const app = express();
  door.serve(app);
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(pinoHttp({ logger: log, redact: SECRETS, autoLogging: { ignore: (req) => !req.url?.startsWith('/api') } }));
  app.use(contentPolicy);
  app.use(keepPrivate);
  app.use(admit(here, door));
  app.use('/api', rateLimit({ ...MOST_REQUESTS, standardHeaders: 'draft-8', legacyHeaders: false, handler: () => tooMany() }));
  app.use('/api', roomFirst(here.freeBytes));
  app.use(['/api/stores/batch', '/api/heat'], express.json({ limit: FILE_LIMIT }));
  const readBody = express.json({ limit: BODY_LIMIT });
  // What may be larger than memory is read by its handler.
  app.use('/api', (req, res, next) => (STREAMED.has(`/api${req.path}`) ? next() : readBody(req, res, next)));

  mount(app, allRoutes(here, queues, door), {
    admits: (caller, access, call) => checkAccess(here, caller, access, call),
    changed: (by) => here.live.changed(by),
  });
  app.use('/api', (req) => {
    throw notFound('call', `${req.method} ${req.originalUrl.split('?')[0]}`);
  });
  servePages(app);
  app.use(problemHandler(log));
  return app;
}

/** Every call there is, and the one that describes them. */
function allRoutes(here: Installation, queues: Queues, door: Door): Served[] {
  const served: Served[] = [
    healthRoute(here),
    ...catalogRoutes(here),
    ...ownRoutes(here),
    ...placeRoutes(here),
    ...listRoutes(here),
    ...kitRoutes(here),
    ...moduleRoutes(here),
    ...unitRoutes(here),
    ...useRoutes(here),
    ...useLogRoutes(here),
    ...upkeepRoutes(here),
    ...restockRoutes(here),
    ...heatRoutes(here),
    ...loadoutRoutes(here),
    ...setRoutes(here),
    ...patternRoutes(here),
    ...tripRoutes(here),
    ...reachRoutes(here),
    ...crewRoutes(here),
    ...buyingRoutes(here),
    ...orderRoutes(here),
    ...inspectionRoutes(here),
    ...horizonRoutes(here),
    ...rotationRoutes(here, queues),
    ...noticeRoutes(here),
    ...discrepancyRoutes(here),
    ...drillRoutes(here),
    ...journalRoutes(here),
    ...batchRoutes(here),
    ...computeRoutes(here, queues),
    ...transferRoutes(here),
    ...backupRoutes(here),
    ...settingsRoutes(here, door),
    ...sharingRoutes(here, door),
    ...liveRoutes(here),
  ];
  const openapi: Served = serve(
    contract.getApiDescription,
    () =>
      describeApi(
        [...served, openapi].map(({ endpoint }) => endpoint),
        VERSION,
        ProblemSchema,
      ) as { openapi: string },
  );
  return [...served, openapi];
}

const tooMany = (): never => {
  throw new Problem(429, 'Too many requests', 'Wait a few seconds and try again.');
};

const healthRoute = ({ db, describeDb }: Installation): Served =>
  serve(contract.getHealth, async () => {
    const [last] = await db.select({ at: journal.at }).from(journal).orderBy(desc(journal.id)).limit(1);
    return {
      status: 'ok' as const,
      version: VERSION,
      database: describeDb,
      now: new Date().toISOString(),
      lastChangeAt: last === undefined ? null : new Date(last.at).toISOString(),
    };
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
