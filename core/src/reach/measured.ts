import type { Conditions, ReachTime } from '../model/reach.ts';

/** Measured seconds by what, where and how, last first. */
export type MeasuredTimes = ReadonlyMap<string, readonly number[]>;

type Measured = Pick<ReachTime, 'kitId' | 'kind' | 'positionId' | 'conditions'>;
type Asked = Omit<Measured, 'kitId'> & { kitId: string };

const conditionKey = ({ hands, isSeated, isDark, isGloved }: Conditions): string => [hands, isSeated, isDark, isGloved].join(' ');
/** Ids hold no space, so the parts cannot run into each other. */
const keyOf = ({ kitId, kind, positionId, conditions }: Asked): string => `${kitId} ${kind} ${positionId} ${conditionKey(conditions)}`;

/** How many of the last times count. */
export const LAST_TIMES = 5;

export function measuredTimes(times: readonly ReachTime[]): MeasuredTimes {
  const groups = new Map<string, ReachTime[]>();
  for (const time of times) {
    const key = keyOf(time);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [time]);
    else group.push(time);
  }
  const lastFirst = (a: ReachTime, b: ReachTime) => Date.parse(b.at) - Date.parse(a.at) || (a.id < b.id ? -1 : 1);
  return new Map([...groups].map(([key, group]) => [key, group.sort(lastFirst).map(({ seconds }) => seconds)]));
}

/**
 * The median of the last five times, with how many there are. Times go with the kind and not with the unit, so that they still
 * stand after a thing was replaced by another of its kind. Null: none was taken there under these conditions.
 */
export function measuredOf(times: MeasuredTimes, asked: Asked): { medianS: number; count: number } | null {
  if (times.size === 0) return null;
  const last = (times.get(keyOf(asked)) ?? []).slice(0, LAST_TIMES).sort((a, b) => a - b);
  if (last.length === 0) return null;
  const middle = Math.floor(last.length / 2);
  const upper = last[middle] as number; // there is at least one
  const medianS = last.length % 2 === 1 ? upper : ((last[middle - 1] as number) + upper) / 2; // an even number has two in the middle
  return { medianS, count: last.length };
}
