import { type DrillEvent, isClosed, type OrderPick, type OrderResult, type OrderWorld, pickedOf, standing } from '@ivrak/core/drill';
import { type Drill, NEEDS, type NeedId } from '@ivrak/core/model';

/** What is somebody's own is in no catalogue but that of their set. */
export const nameIn =
  ({ catalog }: OrderWorld) =>
  (kind: string): string =>
    catalog.get(kind)?.name ?? kind;

const MOST_PICKS = 60;
const MOST_S = 600;

export const WHOSE = ['the first', 'the second'] as const;

/** One of a unit, taken for a casualty; what is picked beyond the most that is kept is not taken. */
export function take(picks: readonly OrderPick[], pick: OrderPick): readonly OrderPick[] {
  return picks.length >= MOST_PICKS ? picks : [...picks, { ...pick, seconds: Math.min(MOST_S, Math.round(pick.seconds * 10) / 10) }];
}

/** Whether nothing that was asked for is open any more. */
export const isAllClosed = (event: DrillEvent, picks: readonly OrderPick[], world: OrderWorld): boolean =>
  standing(event, picks, world).every(isClosed);

/** What the last thing taken did, for whoever took it. */
export function lastText(event: DrillEvent, picks: readonly OrderPick[], world: OrderWorld, name: (kind: string) => string): string | null {
  const last = pickedOf(event, picks, world).at(-1);
  if (last === undefined) return null;
  const whose = event.casualties.length > 1 ? ` for ${WHOSE[last.casualty] ?? ''}` : '';
  return last.need === null
    ? `${name(last.kind)}: it closes nothing that is open${whose}.`
    : `${name(last.kind)}, ${NEEDS[last.need].label}${whose}.`;
}

export interface Went {
  need: NeedId;
  asked: number;
  held: number;
  /** Names of what was taken for it, in order. */
  took: string[];
  school: string[];
  state: 'closed' | 'missed' | 'ranOut';
}

/** How it went beside the school's order, casualty by casualty. */
export function wentOf({ picked, casualties }: OrderResult, name: (kind: string) => string): Went[][] {
  return casualties.map(({ needs, missed }, casualty) =>
    needs.map(
      ({ need, count, held, takes }): Went => ({
        need,
        asked: count,
        held,
        took: picked.flatMap((one, at) => (one.casualty === casualty && one.need === need ? [`${at + 1}. ${name(one.kind)}`] : [])),
        school: takes.map((one) => `${one.count > 1 ? `${one.count} ` : ''}${name(one.kind)}`),
        state: held >= count ? 'closed' : missed.includes(need) ? 'missed' : 'ranOut',
      }),
    ),
  );
}

/** The sitting as it is kept; null: nothing was taken. */
export function orderDrill(
  event: DrillEvent,
  { picked, idle, outOfOrder, casualties }: OrderResult,
  of: Pick<Drill, 'id' | 'personId' | 'kitId' | 'at'>,
): Drill | null {
  if (picked.length === 0) return null;
  return {
    ...of,
    way: 'order',
    conditions: null,
    practiceId: null,
    isBlind: false,
    ordered: {
      seed: event.seed,
      says: event.says,
      idle,
      outOfOrder,
      missed: casualties.map(({ missed }) => missed),
      ranOut: casualties.map(({ ranOut }) => ranOut),
    },
    answers: picked.map(({ kind, seconds, casualty, need }) => ({
      ...{ kind, where: '', seconds, misses: need === null ? 1 : 0, isFound: true, openedS: null, appliedS: null, casualty, need },
    })),
  };
}

/** "2 picks out of order, 1 for nothing." */
export function faultsText({ idle, outOfOrder }: { idle: number; outOfOrder: number }): string {
  const parts = [...(outOfOrder > 0 ? [`${outOfOrder} out of order`] : []), ...(idle > 0 ? [`${idle} that closed nothing`] : [])];
  return parts.length === 0 ? 'In the order of the school, nothing taken in vain.' : `Taken: ${parts.join(', ')}.`;
}
