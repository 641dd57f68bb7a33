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

/** Binds single keys; a capital letter means that Shift is held. `g x` is the key x within a second of g. */
export function useKeys(keys: KeyMap): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    let afterG = 0;
    const handle = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const isSecond = event.timeStamp - afterG < 1000;
      const name = isSecond ? `g ${event.key}` : event.key;
      if (!isSecond && event.key === 'g') {
        afterG = event.timeStamp;
        return;
      }
      const act = latest.current[name];
      if (act === undefined) return;
      afterG = 0;
      event.preventDefault();
      act(event);
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, []);
}
