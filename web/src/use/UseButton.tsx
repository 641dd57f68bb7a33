import { clsx } from 'clsx';
import { Link } from 'react-router';
import { clock } from './clock.ts';
import { readKept } from './keptLog.ts';
import css from './useButton.module.css';

interface UseButtonProps {
  kitId?: string | undefined;
  isHiddenOnPhone?: boolean;
  /** Instead of its own look; then it has the same words at every width. */
  className?: string | undefined;
}

/** One press from anywhere: to a log that is running, or to begin one. */
export function UseButton({ kitId, isHiddenOnPhone = false, className }: UseButtonProps) {
  const log = readKept();
  const to = kitId ?? log?.kitId;
  const words = log === null ? 'Log a use' : `In use since ${clock(log.startedAt)}`;
  const href = to === undefined ? '/use' : `/use/${to}`;
  if (className !== undefined)
    return (
      <Link to={href} className={className}>
        {words}
      </Link>
    );
  return (
    <Link to={href} className={isHiddenOnPhone ? clsx(css.useButton, css.isHiddenOnPhone) : css.useButton} aria-label={words}>
      <span className={css.onWide}>{words}</span>
      <span className={css.onPhone}>{log === null ? 'Use' : 'In use'}</span>
    </Link>
  );
}
