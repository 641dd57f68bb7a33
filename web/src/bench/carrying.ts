import type { DragMoveEvent } from '@dnd-kit/core';
import type { Kind, UnitId } from '@ivrak/core/model';

/** What is under the hand, and what it may be let go on. */
export type Carried = { what: 'kind'; kind: Kind } | { what: 'unit'; unitId: UnitId; kind: Kind };
export type Target = { what: 'lane' } | { what: 'drawer' };

/**
 * The thing under the hand. Things are no drop targets of the library's: each one that comes or goes would redraw all the
 * others, which is what a kit of sixty things cannot afford.
 */
export function thingUnder({ active, activatorEvent, delta }: DragMoveEvent): string | null {
  if (!(activatorEvent instanceof PointerEvent)) return null;
  const under = document.elementsFromPoint(activatorEvent.clientX + delta.x, activatorEvent.clientY + delta.y);
  const thing = under.find((element) => element.closest('[data-unit]') !== null)?.closest('[data-unit]');
  const id = thing?.getAttribute('data-unit') ?? null;
  return active.id === `unit:${id}` ? null : id;
}
