import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, readFileSync, readlinkSync, realpathSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createConnection, createServer, type Server } from 'node:net';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { GUARD_THREAD_FILE } from '../paths.ts';
import { unwritable } from './folder.ts';

export class FolderInUseError extends Error {
  constructor(
    readonly folder: string,
    readonly holder: string,
  ) {
    super(`The data folder ${folder} is in use by ${holder}. Stop that one first, or choose another folder with IVRAK_DATA.`);
  }
}

export interface FolderLock {
  release(): Promise<void>;
}

/** Who holds a folder, as it is written into it. */
export interface Holder {
  pid: number;
  /** When the process began, in the system's ticks; null: not told here. A number of a process is used again, both together are not. */
  began: string | null;
  /** Within which processes are numbered: machine, its last start, container. */
  space: string;
  token: string;
}

export const BEAT_MS = 5000;
/** A holder whose mark has not been renewed for so long has gone. */
export const GONE_MS = 20_000;
const LOOK_MS = 1000;
/** Two that take over at once: the later one's mark stands, and the earlier one sees it. */
const SETTLE_MS = 300;

interface LockOptions {
  /** Told of what makes a start take long. */
  say?: (text: string) => void;
  goneMs?: number;
}

/**
 * Two processes on one embedded database lose data silently, so the folder is locked first, in two ways that must both agree. On Linux a
 * listening socket in the abstract namespace, which the kernel frees even when the process is killed; it is not seen from another
 * container. And everywhere a file in the folder that says who holds it, renewed every few seconds by a thread of its own.
 */
export async function lockFolder(folder: string, options: LockOptions = {}): Promise<FolderLock> {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw unwritable(folder, error);
  }
  const real = realpathSync(folder);
  const socket = process.platform === 'linux' ? await lockBySocket(real) : null;
  try {
    const file = await lockByFile(real, options);
    return {
      release: async () => {
        await file.release();
        await socket?.release();
      },
    };
  } catch (error) {
    await socket?.release();
    throw unwritable(folder, error);
  }
}

async function lockBySocket(folder: string): Promise<FolderLock> {
  const name = `\0ivrak-${createHash('sha256').update(folder).digest('hex').slice(0, 32)}`;
  const server = createServer((socket) => socket.end(`process ${process.pid}`));
  server.unref();
  try {
    await listen(server, name);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error; // listen fails with errno errors
    throw new FolderInUseError(folder, await askHolder(name));
  }
  return { release: () => new Promise((resolve) => server.close(() => resolve())) };
}

const listen = (server: Server, path: string): Promise<void> =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen({ path }, () => resolve());
  });

function askHolder(path: string): Promise<string> {
  return new Promise((resolve) => {
    let said = '';
    const socket = createConnection({ path });
    socket.setTimeout(1000, () => socket.destroy());
    socket.on('data', (chunk) => {
      said += chunk.toString();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => resolve(said || 'another process'));
  });
}

/** When a process began; null: there is none of that number, or the system does not tell. */
function beganAt(pid: number): string | null {
  try {
    // Fields after the name in brackets, which may hold spaces; the 22nd of all is the start.
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1)?.split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

function ownSpace(): string {
  try {
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${readlinkSync('/proc/self/ns/pid')}`;
  } catch {
    return hostname();
  }
}

const self = (): Holder => ({ pid: process.pid, began: beganAt(process.pid), space: ownSpace(), token: randomUUID() });

async function lockByFile(folder: string, { say = () => undefined, goneMs = GONE_MS }: LockOptions): Promise<FolderLock> {
  const file = join(folder, 'ivrak.lock');
  const own = self();
  const mark = JSON.stringify(own);
  try {
    writeFileSync(file, mark, { flag: 'wx' });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error; // file calls fail with errno errors
    const other = readHolder(file);
    if (other !== null && (await isHeld(file, other, own, say, goneMs))) throw new FolderInUseError(folder, `process ${other.pid}`);
    writeFileSync(`${file}.${own.token}`, mark);
    renameSync(`${file}.${own.token}`, file);
    await sleep(SETTLE_MS);
    const now = readHolder(file);
    if (now?.token !== own.token) throw new FolderInUseError(folder, now === null ? 'another process' : `process ${now.pid}`);
  }
  const stopBeating = keepAlive(file, own.token);
  return {
    release: async () => {
      await stopBeating();
      if (readHolder(file)?.token === own.token) rmSync(file, { force: true });
    },
  };
}

/** Null: nobody, or what is written there says nothing. */
export function readHolder(file: string): Holder | null {
  try {
    const told: unknown = JSON.parse(readFileSync(file, 'utf8'));
    if (typeof told === 'number') return { pid: told, began: null, space: ownSpace(), token: '' };
    return typeof told === 'object' && told !== null && 'pid' in told && 'token' in told ? (told as Holder) : null; // written by lockByFile
  } catch {
    return null;
  }
}

/** Whether the one who is written there still holds the folder: by his process where it can be seen from here, else by his marks. */
async function isHeld(file: string, other: Holder, own: Holder, say: (text: string) => void, goneMs: number): Promise<boolean> {
  if (other.space === own.space && !isRunning(other)) return false;
  if (other.space === own.space && other.began !== null) return true;
  const markedAt = () => {
    try {
      return statSync(file).mtimeMs;
    } catch {
      return null;
    }
  };
  const first = markedAt();
  if (first === null) return false;
  // The clocks of two machines differ, so it is waited for the next mark instead of reckoning with the age of the last one.
  say(`The data folder was in use by process ${other.pid} of another machine or container; looking whether it still is…`);
  for (let waited = 0; waited < goneMs; waited += LOOK_MS) {
    await sleep(Math.min(LOOK_MS, goneMs));
    const now = markedAt();
    if (now === null) return false;
    if (now !== first) return true;
  }
  return false;
}

function isRunning({ pid, began }: Holder): boolean {
  if (began !== null) return beganAt(pid) === began;
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

const ALIVE_MS = 1000;

/** Renews the mark from a thread of its own, which also ends this process where it is stuck; returns what stops that. */
function keepAlive(file: string, token: string): () => Promise<void> {
  const turns = new Int32Array(new SharedArrayBuffer(4));
  const guard = new Worker(GUARD_THREAD_FILE, { workerData: { file, token, turns } });
  guard.unref();
  const timer = setInterval(() => Atomics.add(turns, 0, 1), ALIVE_MS).unref();
  return async () => {
    clearInterval(timer);
    await guard.terminate();
  };
}
