// Beside the server, so that it goes on whatever the server does: renews the mark in the data folder, and ends a server that is stuck.
import { utimesSync, writeSync } from 'node:fs';
import { workerData } from 'node:worker_threads';
import { BEAT_MS, readHolder } from './lock.ts';

/** A server that has not come round for so long, and works all the while, will not any more; a slow answer takes seconds. */
const STUCK_MS = 180_000;

const { file, token, turns } = workerData as { file: string; token: string; turns: Int32Array }; // as lock.ts starts it

/** The server's own output may be what is stuck, so this goes around it. */
function end(why: string): void {
  writeSync(2, `${why}\n`);
  process.kill(process.pid, 'SIGKILL');
}

let seen = { turn: -1, at: performance.now(), cpu: process.cpuUsage() };

function watch(): void {
  const turn = Atomics.load(turns, 0);
  const cpu = process.cpuUsage();
  if (turn !== seen.turn) {
    seen = { turn, at: performance.now(), cpu };
    return;
  }
  const stoodMs = performance.now() - seen.at;
  const workedMs = (cpu.user + cpu.system - seen.cpu.user - seen.cpu.system) / 1000;
  // A process that was stopped or slept with its machine did no work, and goes on.
  if (stoodMs > STUCK_MS && workedMs > STUCK_MS / 2)
    end(
      'Ivrak has ended itself: it was stuck and answered nothing. What was acknowledged is kept; start it again, and look whether the disk is full.',
    );
}

let isMissed = false;

function beat(): void {
  const holder = readHolder(file);
  if (holder === null) {
    // Once may be a file that could not be read for a moment.
    if (isMissed) end('Ivrak has ended itself: its data folder is gone, or somebody removed the lock in it.');
    isMissed = true;
    return;
  }
  isMissed = false;
  if (holder.token !== token)
    end(`Ivrak has ended itself: process ${holder.pid} has taken the data folder over. Two on one folder would lose data.`);
  else {
    const now = new Date();
    try {
      utimesSync(file, now, now);
    } catch {
      // Read-only or full for a moment: the next mark tells.
    }
  }
}

setInterval(watch, 1000);
setInterval(beat, BEAT_MS);
