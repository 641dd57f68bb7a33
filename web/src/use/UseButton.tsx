import { Link } from 'react-router';
import { clock } from './clock.ts';
import { readKept } from './keptLog.ts';

/** One press from anywhere: to a log that is running, or to begin one. */
export function UseButton({ kitId, className = 'use-button' }: { kitId?: string | undefined; className?: string }) {
  const log = readKept();
  const to = kitId ?? log?.kitId;
  const words = log === null ? 'Log a use' : `In use since ${clock(log.startedAt)}`;
  return (
    <Link to={to === undefined ? '/use' : `/use/${to}`} className={className} aria-label={words}>
      <span className="on-wide">{words}</span>
      <span className="on-phone">{log === null ? 'Use' : 'In use'}</span>
    </Link>
  );
}
