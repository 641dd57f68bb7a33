interface Clocks {
  /** What this device says, milliseconds since 1970. */
  hereMs: number;
  /** What the server said at the same moment, and when the last change was made by its clock; null: no change yet. */
  now: string;
  lastChangeAt: string | null;
}

/** A change and the question after it may come within one tick of two clocks; a phone's clock is rarely nearer than this. */
const SERVER_SLACK_MS = 60_000;
const DEVICE_SLACK_MS = 120_000;

/** What is wrong with the clocks, one sentence each; dates that keep others alive hang on them. */
export function clockTrouble({ hereMs, now, lastChangeAt }: Clocks): string[] {
  const serverMs = Date.parse(now);
  const behindMs = lastChangeAt === null ? 0 : Date.parse(lastChangeAt) - serverMs;
  const aheadMs = hereMs - serverMs;
  return [
    ...(behindMs > SERVER_SLACK_MS
      ? [
          `The clock of the machine that runs Ivrak stands ${lasting(behindMs)} before the last change that was made here. Set it: until then, nothing that it says about expiry is to be trusted.`,
        ]
      : []),
    ...(Math.abs(aheadMs) > DEVICE_SLACK_MS
      ? [
          `The clock of this device is ${lasting(Math.abs(aheadMs))} ${aheadMs > 0 ? 'ahead of' : 'behind'} the server’s. Set it: the times you log are this device’s.`,
        ]
      : []),
  ];
}

const MINUTE_MS = 60_000;
const STEPS = [
  { ms: 24 * 60 * MINUTE_MS, one: 'day' },
  { ms: 60 * MINUTE_MS, one: 'hour' },
  { ms: MINUTE_MS, one: 'minute' },
] as const;

/** Rounded, in the largest unit that fits: "3 days", "1 hour". */
function lasting(ms: number): string {
  const step = STEPS.find((one) => ms >= one.ms) ?? STEPS[2];
  const count = Math.max(1, Math.round(ms / step.ms));
  return `${count} ${step.one}${count === 1 ? '' : 's'}`;
}
