/** "ABCD EFGH", as it is read aloud. */
export const inFours = (code: string): string => code.replaceAll(/(.{4})(?=.)/g, '$1 ');

/** "14:05", by the clock of whoever looks. */
export const clockTime = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const DAY_MS = 24 * HOUR_MS;

/** "seen 3 min ago" */
export function seenText(lastSeenAt: string | null, nowMs: number): string {
  if (lastSeenAt === null) return 'not seen yet';
  const ago = Math.max(0, nowMs - Date.parse(lastSeenAt));
  if (ago < 2 * MINUTE_MS) return 'here now';
  if (ago < HOUR_MS) return `seen ${Math.round(ago / MINUTE_MS)} min ago`;
  if (ago < DAY_MS) return `seen ${Math.round(ago / HOUR_MS)} h ago`;
  const days = Math.round(ago / DAY_MS);
  return `seen ${days} ${days === 1 ? 'day' : 'days'} ago`;
}

/** What a device calls itself until somebody says better. */
export const usualName = (agent: string): string => (/Mobi/.test(agent) ? 'phone' : /Tablet/.test(agent) ? 'tablet' : 'computer');
