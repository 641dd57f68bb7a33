import { createServer, type Server } from 'node:http';
import { join, resolve } from 'node:path';
import { type PlainDate, toPlainDate } from '@ivrak/core/model';
import { pino } from 'pino';
import { keepBackingUp } from '../backups/daily.ts';
import { listBackups, readBackup, reading } from '../backups/store.ts';
import { startQueues } from '../compute/queues.ts';
import { FolderError, putBack } from '../db/folder.ts';
import { FolderInUseError } from '../db/lock.ts';
import { openDb } from '../db/open.ts';
import { isNewDatabase, seedDemo } from '../demo/seed.ts';
import { Problem } from '../http/problem.ts';
import { createInstallation, type Installation } from '../installation/installation.ts';
import type { Live } from '../installation/live.ts';
import { DEFAULT_DATA_FOLDER } from '../paths.ts';
import { Door, DoorError, SHARED_PORT } from '../sharing/door.ts';
import { replaceAll } from '../transfer/store.ts';
import { createApp } from './app.ts';

const HOST = '127.0.0.1';
/** A file is read only as fast as it is written down, and it may be of any size. */
const LONGEST_UPLOAD_MS = 3_600_000;

function portOf(name: 'PORT' | 'IVRAK_SHARE_PORT', usual: number): number {
  const text = process.env[name];
  if (text === undefined || text === '') return usual;
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`${name} must be a number from 1 to 65535, or 0 for any that is free, not "${text}"`);
  return port;
}

/** The local calendar day, or the one that IVRAK_TODAY fixes. */
function dayOf(fixed: string | undefined): () => PlainDate {
  if (fixed === undefined || fixed === '') {
    return () => {
      const now = new Date();
      const text = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
      return text as PlainDate; // the clock gives existing days
    };
  }
  const day = toPlainDate(fixed);
  if (day === null) throw new Error(`IVRAK_TODAY must be a date as YYYY-MM-DD, not "${fixed}"`);
  return () => day;
}

async function main(): Promise<void> {
  const log = pino({ level: process.env.IVRAK_LOG ?? 'warn' }, pino.destination({ fd: 2, sync: true }));
  const port = portOf('PORT', 4800);
  const today = dayOf(process.env.IVRAK_TODAY);
  const folder = resolve(process.env.IVRAK_DATA || DEFAULT_DATA_FOLDER);
  const isRestoring = process.argv.includes('--restore');
  const url = process.env.DATABASE_URL ?? '';
  // Before anything takes long, or is begun in a folder.
  await bind(createServer(), port).then((server) => server.close());
  const open =
    url === ''
      ? await openDb(folder, { isRestoring, say: (text) => console.log(text) })
      : await (await import('../db/postgres.ts')).openPostgres(url, {
          crew: process.env.IVRAK_CREW,
          warn: (err, text) => log.warn({ err }, text),
        });
  const { db, aside, close } = open;
  const stopper = stopOnSignals(close);
  const isNew = await isNewDatabase(db);
  const here = await createInstallation(open, today, join(folder, 'backups'));
  if (isRestoring)
    await restoreLast(here, aside).catch(async (error: unknown) => {
      await close();
      // On a server nothing was set aside, and nothing has changed.
      if (url === '') putBack(folder, aside);
      throw error;
    });
  else if (isNew && !process.argv.includes('--empty')) await seedDemo(here);
  keepBackingUp(here, log);
  const queues = startQueues();
  const door = new Door({
    folder: join(folder, 'sharing'),
    port: portOf('IVRAK_SHARE_PORT', SHARED_PORT),
    publicUrl: publicUrlOf(process.env.IVRAK_PUBLIC_URL),
  });
  const app = createApp(here, { log, queues, door });
  stopper.door = door;
  stopper.live = here.live;
  stopper.server = createServer(app);
  stopper.server.requestTimeout = LONGEST_UPLOAD_MS;
  await bind(stopper.server, port).catch(async (error: unknown) => {
    await close();
    throw error;
  });
  await letIn(door);
  const bound = stopper.server?.address();
  for (const address of door.isOpen ? door.addresses : []) console.log(`Paired phones are let in on ${address}`);
  console.log(
    `Ivrak is ready on http://${HOST}:${typeof bound === 'object' ? bound?.port : port} (data ${url === '' ? `in ${folder}` : 'on a PostgreSQL server'})`,
  );
}

/** Opens the door where it was left open, or `--share` says so; a port that is taken keeps nobody at the machine from working. */
async function letIn(door: Door): Promise<void> {
  const isAsked = process.argv.includes('--share');
  if (!isAsked && !door.wasOpen) return;
  await door.open({ isKept: false }).catch((error: unknown) => {
    if (!(error instanceof DoorError)) throw error;
    door.trouble = error.message;
    console.error(`Phones are not let in. ${error.message}`);
  });
}

function publicUrlOf(text: string | undefined): string | null {
  if (text === undefined || text === '') return null;
  const isGood = URL.canParse(text) && new URL(text).protocol === 'https:';
  if (!isGood) throw new Error(`IVRAK_PUBLIC_URL must be an address such as https://kits.example, not "${text}"`);
  return text;
}

const bind = (server: Server, port: number): Promise<Server> =>
  new Promise((done, fail) => {
    server.once('error', fail);
    server.listen(port, HOST, () => {
      server.off('error', fail);
      done(server);
    });
  });

/** Begins from the last backup that can be read; the database that was there is kept beside. */
async function restoreLast(here: Installation, aside: string | null): Promise<void> {
  for (const { name } of listBackups(here)) {
    try {
      await reading(name, replaceAll(here, readBackup(here, name)));
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      console.log(error.detail);
      continue;
    }
    console.log(`Restored from ${name}.${aside === null ? '' : ` The database that was there is kept as ${aside}.`}`);
    return;
  }
  throw new FolderError(`There is no backup in ${here.backupFolder} that can be read. Nothing was changed.`);
}

/** The first signal lets running requests end and closes the database, at whatever stage; a second one stops at once. */
function stopOnSignals(close: () => Promise<void>): { server: Server | null; door: Door | null; live: Live | null } {
  const stopper: ReturnType<typeof stopOnSignals> = { server: null, door: null, live: null };
  let isStopping = false;
  const end = async () => {
    await close();
    console.log('Ivrak has stopped; the database is closed.');
    process.exit(0);
  };
  const stop = () => {
    if (isStopping) process.exit(1);
    isStopping = true;
    const { server, door, live } = stopper;
    live?.end();
    void door?.shut({ isKept: false });
    if (server === null) {
      void end();
      return;
    }
    server.close(() => void end());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  return stopper;
}

main().catch((error: unknown) => {
  const isTaken = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
  const said = isTaken
    ? `Port ${process.env.PORT ?? 4800} is taken. Choose another: PORT=4801 npm start`
    : error instanceof FolderInUseError || error instanceof FolderError
      ? error.message
      : error;
  console.error(said);
  process.exit(1);
});
