import { fsyncSync, writeSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { syncPath } from './disk.ts';

interface Stream {
  nfd?: number;
  node: unknown;
}
/** Of the database's file system, what is gone over here. */
interface NodeMount {
  realPath(node: unknown): string;
  stream_ops: { fsync?: (stream: Stream) => number };
}

/**
 * What the database says where it must give up, as on a disk that is full while it writes its log; a server of the database would be
 * started anew by its postmaster. Here it would turn round in itself for good, and answer nothing. Only at
 * the head of a line, behind its time and process: further on its words quote what somebody wrote, and lines that go on begin with a tab.
 */
const GIVES_UP = /^[\d-]+ [\d:.]+ \S+ \[\d+\] PANIC: +(.*)/;

function endWhereItGivesUp(said: string, isOpen: boolean): void {
  const why = GIVES_UP.exec(said)?.[1];
  if (why === undefined) return;
  const isFull = why.includes('No space left on device');
  // One that is damaged cannot be opened, and whoever opens it says so.
  if (!isOpen && !isFull) return;
  const what = isFull ? 'the disk is full. Free some, then' : `the database cannot go on (${why}). Look at the disk, then`;
  // Nothing in this process comes round any more, its own output neither.
  writeSync(2, `Ivrak has ended itself: ${what} start it again. What was acknowledged is kept.\n`);
  process.kill(process.pid, 'SIGKILL');
}

/**
 * The database's files, with syncing: as it comes, the embedded database is started with syncing off, and its file system has no such
 * call, so that a power cut takes what was acknowledged, and often the database with it.
 */
class DurableFiles extends NodeFS {
  isOpen = false;

  override async init(...[pg, given]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(pg, given);
    const addSync = (module: { NODEFS?: NodeMount }) => {
      const { NODEFS } = module;
      if (NODEFS === undefined) throw new Error('the embedded database has no file system that could be synced');
      NODEFS.stream_ops.fsync = ({ node, nfd }) => {
        // A folder is opened without a descriptor.
        if (nfd === undefined) syncPath(NODEFS.realPath(node));
        else fsyncSync(nfd);
        return 0;
      };
    };
    return {
      emscriptenOpts: {
        ...emscriptenOpts,
        printErr: (said: string) => endWhereItGivesUp(said, this.isOpen),
        preRun: [...[emscriptenOpts.preRun ?? []].flat(), addSync as never],
      },
    }; // typed as a module without its file systems
  }
}

/** How the embedded database is opened so that an acknowledged write is on the disk, and not on its way there. */
export const durable = (place: string) => ({
  fs: new DurableFiles(place),
  startParams: [
    ...PGlite.defaultStartParams.filter((parameter) => parameter !== '-F'),
    ...['-c', 'fsync=on', '-c', 'wal_sync_method=fsync'],
    // Old log segments are used again up to so many; what is above is given back at the next checkpoint.
    ...['-c', 'max_wal_size=64MB', '-c', 'min_wal_size=32MB'],
  ],
});
