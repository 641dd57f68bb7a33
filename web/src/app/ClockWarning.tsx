import { useQuery } from '@tanstack/react-query';
import { api } from '../data/client.ts';
import { clockTrouble } from './clockTrouble.ts';
import css from './shell.module.css';

const LOOK_EVERY_MS = 300_000;

/** On every screen while a clock is wrong; asked again by itself, so that it goes when the clock was set. */
export function ClockWarning() {
  const { data: trouble = [] } = useQuery({
    queryKey: ['clocks'],
    staleTime: LOOK_EVERY_MS,
    refetchInterval: LOOK_EVERY_MS,
    queryFn: async () => {
      const askedMs = Date.now();
      const { now, lastChangeAt } = await api.get('/api/health');
      // The server looked at its clock somewhere in between.
      return clockTrouble({ hereMs: (askedMs + Date.now()) / 2, now, lastChangeAt });
    },
  });
  if (trouble.length === 0) return null;
  return (
    <div className={css.clockWarning} role="alert">
      {trouble.map((text) => (
        <p key={text}>{text}</p>
      ))}
    </div>
  );
}
