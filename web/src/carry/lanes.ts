/** Where a time stands on a lane: 1 s at the left, 1 h at the right, logarithmic. */
const MOST_S = 3600;

export const TICKS: readonly { s: number; label: string }[] = [
  { s: 1, label: '1 s' },
  { s: 3, label: '3 s' },
  { s: 10, label: '10 s' },
  { s: 60, label: '1 min' },
  { s: 180, label: '3 min' },
  { s: 600, label: '10 min' },
  { s: 3600, label: '1 h' },
];

/** Share of the width, 0 to 1; what is sooner than a second or later than an hour stands at the end. */
export const laneShare = (seconds: number): number => Math.log(Math.min(MOST_S, Math.max(1, seconds))) / Math.log(MOST_S);

/** So far apart that letters neither cover each other nor are too near for a thumb, as a share of a lane of usual width. */
export const LEAST_APART = 0.056;

/** Shares of marks on a lane, pushed to the right as far as they would cover the one before; in the order of their times. */
export function spread(seconds: readonly number[]): number[] {
  let last = Number.NEGATIVE_INFINITY;
  return seconds.map((s) => {
    last = Math.max(laneShare(s), last + LEAST_APART);
    return last;
  });
}

const NO_BREAK = '\u00a0';

/** "3 s", "2 min 40 s", "1 h 5 min"; a number and its unit stay on one line. */
export const showSeconds = (seconds: number): string => spelled(seconds).replaceAll(/(\d) /g, `$1${NO_BREAK}`);

function spelled(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  if (hours > 0) return minutes === 0 ? `${hours} h` : `${hours} h ${minutes} min`;
  return rest === 0 ? `${minutes} min` : `${minutes} min ${rest} s`;
}

/** A letter or two for each kit, no two alike. */
export function kitLetters(kits: readonly { id: string; name: string }[]): Map<string, string> {
  const letters = new Map<string, string>();
  const taken = new Set<string>();
  for (const { id, name } of kits) {
    const words = name.split(/\s+/).map((word) => word[0]?.toUpperCase() ?? '');
    const candidates = [
      words[0] ?? 'K',
      words.slice(0, 2).join(''),
      ...Array.from({ length: 20 }, (_, index) => `${words[0] ?? 'K'}${index + 2}`),
    ];
    const letter = candidates.find((candidate) => !taken.has(candidate)) ?? id;
    taken.add(letter);
    letters.set(id, letter);
  }
  return letters;
}

/** The first words of Carry: what is in hand first, who else has one within the same seconds, and the next one with its own time. */
export function limbHeadline(means: readonly { s: number; name: string }[]): string {
  const [first] = means;
  if (first === undefined) return 'Nothing to stop a limb bleeding is in hand in time.';
  const firstTime = showSeconds(first.s);
  // What reads the same is as quick to whoever reads it.
  const asQuick = means.filter(({ s }) => showSeconds(s) === firstTime).map(({ name }) => name);
  const later = means.find(({ s }) => showSeconds(s) !== firstTime);
  const only = means.length === 1 ? 'only ' : '';
  const next = later === undefined ? '' : `; the next in ${showSeconds(later.s)}, from ${later.name}`;
  return `A bleeding limb: in hand in ${firstTime}, ${only}from ${asQuick.join(' or ')}${next}.`;
}
