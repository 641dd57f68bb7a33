const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const DAY_MS = 24 * HOUR_MS;

/** "Away: 3 entries wait for the machine. What you see is of 2 h ago." */
export function awayText(waiting: number, toldAt: string | null, nowMs: number): string {
  const waits = waiting === 0 ? 'nothing waits' : `${waiting} ${waiting === 1 ? 'entry waits' : 'entries wait'}`;
  const told = toldAt === null ? Number.NaN : Date.parse(toldAt);
  return `Away: ${waits} for the machine.${Number.isNaN(told) ? '' : ` What you see is ${agoText(nowMs - told)}.`}`;
}

function agoText(ms: number): string {
  if (ms < 2 * MINUTE_MS) return 'of just now';
  if (ms < 2 * HOUR_MS) return `${Math.round(ms / MINUTE_MS)} min old`;
  if (ms < 2 * DAY_MS) return `${Math.round(ms / HOUR_MS)} h old`;
  return `${Math.round(ms / DAY_MS)} days old`;
}

/** What a phone has kept for when it is away, and how far the browser is to be relied on. */
export function keptText({ isKept, isPersistent }: { isKept: boolean; isPersistent: boolean }): string {
  if (!isKept) return 'What it needs while the machine is away is not kept yet: trust the machine’s certificate first.';
  return isPersistent
    ? 'It opens while the machine is away, too.'
    : 'It opens while the machine is away, too; the browser may throw that away when it runs out of room. Put it on the home screen to make it stay.';
}
