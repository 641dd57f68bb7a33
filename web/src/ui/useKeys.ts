import { useEffect, useRef } from 'react';

export type KeyMap = Record<string, (event: KeyboardEvent) => void>;

/** Typing belongs to fields: keys never act while one has the focus, nor with a control key held. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.closest('[role="listbox"],[role="dialog"]') !== null
  );
}

const PAUSE_MS = 1000;

/**
 * Puts keys together: `g` waits for a second one and is named with it, "g s"; alone, or followed too late, it is nothing. `atMs` counts
 * from when the page began, so it may be small.
 */
export function keyNames(): (key: string, atMs: number, isBound: (name: string) => boolean) => string | null {
  let afterG = Number.NEGATIVE_INFINITY;
  return (key, atMs, isBound) => {
    const isSecond = atMs - afterG < PAUSE_MS;
    const name = isSecond ? `g ${key}` : key;
    if (!isSecond && key === 'g') {
      afterG = atMs;
      return null;
    }
    if (!isBound(name)) return null;
    afterG = Number.NEGATIVE_INFINITY;
    return name;
  };
}

/** Binds single keys; a capital letter means that Shift is held. `g x` is the key x within a second of g. */
export function useKeys(keys: KeyMap): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const nameOf = keyNames();
    const handle = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const name = nameOf(event.key, event.timeStamp, (one) => latest.current[one] !== undefined);
      if (name === null) return;
      event.preventDefault();
      latest.current[name]?.(event);
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, []);
}
