import { type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from 'react';

/** A thing that is being carried on the drawing: how far, in pixels, from where it was taken up. */
export interface BoxDrag {
  id: string;
  startX: number;
  startY: number;
  dx: number;
  dy: number;
}

const TAKEN_UP_PX = 5;
const isTakenUp = ({ dx, dy }: BoxDrag): boolean => Math.hypot(dx, dy) >= TAKEN_UP_PX;

/**
 * Carrying on the drawing by pointer: taken up after a few pixels, let go over a place, back where it was on Escape. The
 * window listens, not the thing: it is drawn anew over the others, and what is moved in the page loses its pointer.
 */
export function useBoxDrag(drop: (drag: BoxDrag, at: { x: number; y: number }) => void) {
  const [drag, setDrag] = useState<BoxDrag | null>(null);
  const now = useRef<{ drag: BoxDrag | null; drop: typeof drop }>({ drag, drop });
  now.current = { drag, drop };
  const isDown = drag !== null;
  useEffect(() => {
    if (!isDown) return;
    const move = (event: PointerEvent) => {
      setDrag((before) => (before === null ? null : { ...before, dx: event.clientX - before.startX, dy: event.clientY - before.startY }));
    };
    const clearLog = (event: PointerEvent) => {
      const { drag: carried, drop: put } = now.current;
      setDrag(null);
      if (carried !== null && isTakenUp(carried)) put(carried, { x: event.clientX, y: event.clientY });
    };
    const cancel = () => setDrag(null);
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && cancel();
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', clearLog);
    window.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', clearLog);
      window.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', onKey);
    };
  }, [isDown]);
  return {
    drag: drag !== null && isTakenUp(drag) ? drag : null,
    handlers: (id: string) => ({
      onPointerDown: (event: ReactPointerEvent<SVGGElement>) => {
        if (event.button === 0) setDrag({ id, startX: event.clientX, startY: event.clientY, dx: 0, dy: 0 });
      },
    }),
  };
}
