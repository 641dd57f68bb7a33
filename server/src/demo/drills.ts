import { addDays, type Drill, type DrillAnswer, DrillSchema, type PlainDate } from '@ivrak/core/model';

/** Days before today on which the crew sat down to it, over half a year. */
const SITTINGS = [176, 151, 120, 92, 61, 33, 12];
/** Who drills which kit, and how quick they are: seconds for a thing in front, by their first sitting. */
const WHO = [
  { personId: 'isla', kitId: 'helm-vest', firstS: 7 },
  { personId: 'tomas', kitId: 'helm-vest', firstS: 11 },
  { personId: 'ruth', kitId: 'helm-vest', firstS: 16 },
  { personId: 'isla', kitId: 'console-case', firstS: 9 },
  { personId: 'tomas', kitId: 'belt-kit', firstS: 8 },
];
const LEARNT = 0.82;
const BEHIND = 1.9;

/** Made up, and the same on every start: `lies` has where each kind of a kit lies. */
export function demoDrills(today: PlainDate, lies: ReadonlyMap<string, ReadonlyMap<string, string>>): Drill[] {
  return WHO.flatMap(({ personId, kitId, firstS }, who) =>
    SITTINGS.flatMap((daysAgo, sitting): Drill[] => {
      const things = [...(lies.get(kitId) ?? [])];
      if (things.length === 0) return [];
      const answers = things.flatMap(([kind, where], at): DrillAnswer[] => {
        // Not everything is asked each time.
        if ((at + sitting) % 3 === 2 && sitting > 0) return [];
        const isBehind = where.endsWith('behind');
        const spread = 1 + (((at * 7 + who * 5 + sitting * 3) % 9) - 4) / 16;
        const seconds = Math.round(firstS * LEARNT ** sitting * (isBehind ? BEHIND : 1) * spread * 10) / 10;
        const misses =
          isBehind && firstS > 10 && at % 4 === who % 4 && sitting > 2
            ? 2
            : (at * 5 + sitting * 4 + who) % 17 === 0 || (sitting === 6 && at % 5 === 1)
              ? 1
              : 0;
        return [
          { kind, where, seconds, misses, isFound: misses < 2 || sitting > 4, openedS: null, appliedS: null, casualty: null, need: null },
        ];
      });
      const at = `${addDays(today, -daysAgo)}T18:${String(10 + who).padStart(2, '0')}:00.000Z`;
      return [DrillSchema.parse({ id: `demo-drill-${who}-${sitting}`, personId, kitId, at, answers })];
    }),
  );
}
