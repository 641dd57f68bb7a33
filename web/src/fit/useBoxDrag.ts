import { type PointerEvent, useEffect, useState } from 'react';

/** A thing that is being carried on the drawing: how far, in pixels, from where it was taken up. */
export interface BoxDrag {
  id: string;
  startX: number;
  startY: number;
  dx: number;
  dy: number;
}

const TAKEN_UP_PX = 5;

/** Carrying on the drawing by pointer: taken up after a few pixels, let go over a place, back where it was on Escape. */
export function useBoxDrag(drop: (drag: BoxDrag, at: { x: number; y: number }) => void) {
  const [drag, setDrag] = useState<BoxDrag | null>(null);
  useEffect(() => {
    if (drag === null) return;
    const cancel = (event: KeyboardEvent) => event.key === 'Escape' && setDrag(null);
    window.addEventListener('keydown', cancel);
    return () => window.removeEventListener('keydown', cancel);
  }, [drag]);
  const isTakenUp = drag !== null && Math.hypot(drag.dx, drag.dy) >= TAKEN_UP_PX;
  return {
    drag: isTakenUp ? drag : null,
    handlers: (id: string) => ({
      onPointerDown: (event: PointerEvent<SVGGElement>) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrag({ id, startX: event.clientX, startY: event.clientY, dx: 0, dy: 0 });
      },
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        if (drag?.id === id) setDrag({ ...drag, dx: event.clientX - drag.startX, dy: event.clientY - drag.startY });
      },
      onPointerUp: (event: PointerEvent<SVGGElement>) => {
        if (drag?.id === id && isTakenUp) drop(drag, { x: event.clientX, y: event.clientY });
        setDrag(null);
      },
      onPointerCancel: () => setDrag(null),
    }),
  };
}
