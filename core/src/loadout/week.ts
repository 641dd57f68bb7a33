import type * as z from 'zod';
import { isAtHand, type Loadout, type LoadoutSchema, WEEKDAYS, type Weekday, type WeekPlan } from '../model/loadout.ts';
import { daysBetween, type PlainDate, plainDate } from '../model/plainDate.ts';

const A_MONDAY = plainDate('2024-01-01');

export function weekdayOf(date: PlainDate): Weekday {
  const day = daysBetween(A_MONDAY, date) % 7;
  return WEEKDAYS[day < 0 ? day + 7 : day] as Weekday; // 0 to 6
}

export const WEEKDAY_NAMES: Record<Weekday, string> = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
};

type Planned = z.output<typeof LoadoutSchema>;

/** A kit that two people's loadouts would have at once. */
export interface KitConflict {
  kitId: string;
  loadouts: [string, string];
  /** Weekdays on which both are planned; empty: they clash whenever both are out on one day. */
  days: Weekday[];
}

/**
 * A kit is in one place at a time: it cannot be on two people, nor wait somewhere to be fetched while somebody wears it. A kit
 * that another person brings along is where that person is, so it clashes with nothing. Two loadouts of one person are worn one
 * after the other and do not clash.
 */
export function kitConflicts(loadouts: readonly Planned[], weeks: readonly WeekPlan[]): KitConflict[] {
  const conflicts: KitConflict[] = [];
  for (const [index, one] of loadouts.entries())
    for (const other of loadouts.slice(index + 1)) {
      if (one.personId === other.personId) continue;
      const days = WEEKDAYS.filter((day) => isPlanned(one, day, weeks) && isPlanned(other, day, weeks));
      const bothPlanned = [one, other].every((loadout) => WEEKDAYS.some((day) => isPlanned(loadout, day, weeks)));
      if (bothPlanned && days.length === 0) continue;
      for (const kit of one.kits) {
        const again = other.kits.find(({ kitId }) => kitId === kit.kitId);
        if (again === undefined || kit.isBrought || again.isBrought) continue;
        // Two people may count on the same box on the wall.
        if (!isAtHand(kit) && !isAtHand(again)) continue;
        conflicts.push({ kitId: kit.kitId, loadouts: [one.id, other.id], days });
      }
    }
  return conflicts;
}

function isPlanned({ id, personId }: Planned, day: Weekday, weeks: readonly WeekPlan[]): boolean {
  return weeks.some((week) => week.id === personId && week.days[day].includes(id));
}

/** Whose loadouts are planned for a day, in the order of the day. */
export function plannedOn(
  date: PlainDate,
  loadouts: readonly Loadout[],
  weeks: readonly WeekPlan[],
): { personId: string; loadouts: Loadout[] }[] {
  const day = weekdayOf(date);
  return weeks.flatMap(({ id, days }) => {
    const own = days[day].flatMap((wanted) => loadouts.filter((loadout) => loadout.id === wanted));
    return own.length === 0 ? [] : [{ personId: id, loadouts: own }];
  });
}
