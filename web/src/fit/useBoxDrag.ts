import type { DragEndEvent, DragMoveEvent } from '@dnd-kit/core';
import { useState } from 'react';
import { useDragSensors } from '../ui/useDragSensors.ts';

/** A thing that is being carried on the drawing: how far, in pixels. */
export interface BoxDrag {
  id: string;
  dx: number;
  dy: number;
}

const dragOf = ({ active, delta }: DragMoveEvent | DragEndEvent): BoxDrag => ({ id: String(active.id), dx: delta.x, dy: delta.y });

/** Carrying on the drawing by pointer: taken up after a few pixels, let go over a place, back where it was on Escape. */
export function useBoxDrag(drop: (drag: BoxDrag, at: { x: number; y: number }) => void) {
  const [drag, setDrag] = useState<BoxDrag | null>(null);
  const sensors = useDragSensors();
  const letGo = (event: DragEndEvent) => {
    setDrag(null);
    const { clientX, clientY } = event.activatorEvent as PointerEvent; // the only sensor there is
    drop(dragOf(event), { x: clientX + event.delta.x, y: clientY + event.delta.y });
  };
  return {
    drag,
    context: {
      sensors,
      autoScroll: false,
      onDragMove: (event: DragMoveEvent) => setDrag(dragOf(event)),
      onDragEnd: letGo,
      onDragCancel: () => setDrag(null),
    },
  };
}
