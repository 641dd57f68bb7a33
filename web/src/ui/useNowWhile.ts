import { useEffect, useState } from 'react';

/** Milliseconds of the page's clock, frame by frame while something runs. */
export function useNowWhile(isRunning: boolean): number {
  const [nowMs, setNowMs] = useState(0);
  useEffect(() => {
    if (!isRunning) return;
    let frame = 0;
    const tick = () => {
      setNowMs(performance.now());
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [isRunning]);
  return nowMs;
}
