import { Button, Progress } from '@mantine/core';
import css from './propose.module.css';

/** How far proposals are worked out, and a way to leave it at what is there. */
export function Working({ progress, cancel }: { progress: number; cancel: () => void }) {
  return (
    <div className={css.working} role="status">
      <Progress className="grow" value={Math.max(4, progress * 100)} aria-label="Working proposals out" transitionDuration={0} />
      <Button size="compact-sm" variant="default" onClick={cancel}>
        Stop here
      </Button>
    </div>
  );
}
