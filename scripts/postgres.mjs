// A PostgreSQL server of its own for tests and long runs: installed where it is missing, in a folder that goes with it.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const VERSIONS = '/usr/lib/postgresql';
const OLDEST = 15;
/** It refuses to run as root, so the package's own user runs it there. */
const USER = 'postgres';
const isRoot = process.getuid?.() === 0;

/** Folder of the programs of the newest version that is there; null: none is. */
export function postgresPrograms() {
  if (!existsSync(VERSIONS)) return null;
  const versions = readdirSync(VERSIONS).map(Number);
  const best = Math.max(...versions.filter((version) => version >= OLDEST && existsSync(`${VERSIONS}/${version}/bin/initdb`)));
  return Number.isFinite(best) ? `${VERSIONS}/${best}/bin` : null;
}

/** Runs one of the programs to its end; throws with what it said. */
function runToEnd(program, args) {
  const { status, stdout, stderr, error } = spawnSync(program, args, { ...asUser(), encoding: 'utf8' });
  if (error !== undefined || status !== 0) throw new Error(`${program} ended with ${status}: ${error ?? `${stdout}${stderr}`}`);
}

function asUser() {
  if (!isRoot) return {};
  const idOf = (flag) => Number(execFileSync('id', [flag, USER], { encoding: 'utf8' }));
  return { uid: idOf('-u'), gid: idOf('-g'), cwd: '/' };
}

/** One that is free now; somebody else may have it a moment later. */
function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

const PORTS_TRIED = 5;
const ANSWERS_WITHIN_MS = 120_000;
const LOOK_AGAIN_MS = 100;

/**
 * Starts one on loopback, without anything in it, and without waiting for the disk unless told to. `url(name)` is the address of a
 * database; `kill` ends it at once, as a crash would, and `stop` leaves nothing behind.
 */
export async function startPostgres({ isDurable = false } = {}) {
  const programs = postgresPrograms();
  if (programs === null) throw new Error('PostgreSQL is not installed; npm test installs it from Debian’s packages');
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-postgres-'));
  const user = asUser();
  if (isRoot) chownSync(folder, user.uid, user.gid);
  const data = join(folder, 'data');
  runToEnd(join(programs, 'initdb'), ['-D', data, '-U', USER, '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8', '--no-sync']);
  let port = await freePort();
  const settings = ['listen_addresses=127.0.0.1', `unix_socket_directories=${folder}`, 'max_connections=200'];
  // On tables of a test's size making machine code of a query takes longer than the query.
  if (!isDurable) settings.push('jit=off', 'autovacuum=off', 'fsync=off', 'synchronous_commit=off', 'full_page_writes=off');
  const url = (name = USER) => `postgres://${USER}@127.0.0.1:${port}/${name}`;
  let child;
  const start = async () => {
    const all = [...settings, `port=${port}`].flatMap((one) => ['-c', one]);
    child = spawn(join(programs, 'postgres'), ['-D', data, ...all], { ...user, stdio: 'ignore' });
    const since = Date.now();
    while (spawnSync(join(programs, 'pg_isready'), ['-q', '-d', url()]).status !== 0) {
      if (child.exitCode !== null) throw new Error(`PostgreSQL ended with ${child.exitCode}`);
      if (Date.now() - since > ANSWERS_WITHIN_MS) throw new Error('PostgreSQL does not answer');
      await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
    }
  };
  const end = (signal) =>
    new Promise((resolve) => {
      if (child.exitCode !== null || child.signalCode !== null) resolve();
      else {
        child.once('exit', resolve);
        child.kill(signal);
      }
    });
  for (let tried = 1; ; tried += 1) {
    try {
      await start();
      break;
    } catch (error) {
      if (tried === PORTS_TRIED) throw error;
      port = await freePort();
    }
  }
  return {
    url,
    start,
    kill: () => end('SIGQUIT'),
    stop: async () => {
      await end('SIGINT');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
