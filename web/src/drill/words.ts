import { DRILL_PLAN, type DueThing, type DueWhy, type WorstThing } from '@ivrak/core/drill';
import { daysBetween, type PlainDate, plainDate } from '@ivrak/core/model';

const things = (count: number): string => (count === 1 ? '1 thing' : `${count} things`);

const WHY: Record<DueWhy, (count: number) => string> = {
  forgotten: (count) => `${things(count)} that you said you do not remember`,
  moved: (count) => `${things(count)} that ${count === 1 ? 'lies' : 'lie'} elsewhere now`,
  due: (count) => `${things(count)} due`,
  new: (count) => `${things(count)} never asked`,
};

/** "3 things due, 1 thing that lies elsewhere now; of 12 in it." */
export function dueText(due: readonly Pick<DueThing, 'why'>[], all: number): string {
  const parts = (['forgotten', 'moved', 'due', 'new'] as const).flatMap((why) => {
    const count = due.filter((one) => one.why === why).length;
    return count === 0 ? [] : [WHY[why](count)];
  });
  if (parts.length === 0) return `Nothing is due today; of ${all} in it.`;
  return `${parts.join(', ')}; of ${all} in it.${due.length > DRILL_PLAN.mostAsked ? ` The first ${DRILL_PLAN.mostAsked} are asked: ten minutes are enough.` : ''}`;
}

/** When a thing is asked again, by the day of the sitting. */
export function againText(on: PlainDate, sitting: string): string {
  const days = daysBetween(plainDate(sitting.slice(0, 10)), on);
  return days <= 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
}

/** What would gain the crew most. */
export function worstText({ asked, missed, slowestS }: Pick<WorstThing, 'asked' | 'missed' | 'slowestS'>, name: string): string {
  if (missed > 0 && missed === asked)
    return `${asked === 1 ? 'Whoever was asked does not find' : 'Nobody finds'} the ${name.toLowerCase()}: move it or practise.`;
  if (missed > 0) return `${missed} of ${asked} do not find the ${name.toLowerCase()}: move it or practise.`;
  return `The ${name.toLowerCase()} takes ${(slowestS ?? 0).toFixed(0)} s at worst: move it or practise.`;
}
