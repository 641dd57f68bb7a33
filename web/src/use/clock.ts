import { useEffect, useState } from 'react';

/** 24-hour clock of the place. Made once: making a format takes milliseconds. */
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** "14:02"; with the day where that is another one. */
export function clock(at: string): string {
  const then = new Date(at);
  const time = CLOCK.format(then);
  return then.toDateString() === new Date().toDateString() ? time : `${DAY.format(then)} ${time}`;
}

/** Seconds as "00:12:47", or "06:10" where hours are not told. */
export function running(seconds: number, withHours: boolean): string {
  const whole = Math.floor(Math.abs(seconds));
  const two = (value: number) => String(value).padStart(2, '0');
  const rest = `${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}`;
  const hours = Math.floor(whole / 3600);
  return `${seconds < 0 ? '−' : ''}${withHours || hours > 0 ? `${two(hours)}:` : ''}${rest}`;
}

/** Milliseconds since 1970, anew every second. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
