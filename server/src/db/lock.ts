import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection, createServer, type Server } from 'node:net';
import { join } from 'node:path';

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

/**
 * Two processes on one embedded database lose data silently, so the folder is locked first. On Linux a listening socket
 * in the abstract namespace does it, which the kernel frees even when the process is killed; elsewhere a file with the
 * process id, checked for being alive.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  mkdirSync(folder, { recursive: true });
  const real = realpathSync(folder);
  return process.platform === 'linux' ? lockBySocket(real) : lockByFile(real);
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

async function lockByFile(folder: string): Promise<FolderLock> {
  const file = join(folder, 'ivrak.lock');
  try {
    writeFileSync(file, String(process.pid), { flag: 'wx' });
  } catch {
    const pid = Number(readFileSync(file, 'utf8'));
    if (isAlive(pid)) throw new FolderInUseError(folder, `process ${pid}`);
    writeFileSync(file, String(process.pid));
  }
  return { release: async () => rmSync(file, { force: true }) };
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
