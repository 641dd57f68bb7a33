import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNowWhile } from '../ui/useNowWhile.ts';
import css from './lanes.module.css';
import { LEAST_TIME_S, type Watch, watch } from './watch.ts';

/** Start when you decide to reach for it, stop with the thing in your hand. Space and Enter press the button. */
export function Stopwatch({ keep }: { keep: (seconds: number) => Promise<void> }) {
  const [state, setState] = useState<Watch>({ is: 'ready' });
  const nowMs = useNowWhile(state.is === 'running');
  const shown = state.is === 'running' ? Math.max(0, nowMs - state.sinceMs) / 1000 : state.is === 'stopped' ? state.seconds : 0;
  const press = () => setState(watch(state, { do: 'press', atMs: performance.now() }));
  return (
    <section aria-label="Stopwatch">
      <h3>Stopwatch</h3>
      <output className={clsx(css.stopwatchTime, 'mono')} aria-live="off">
        {shown.toFixed(1)} s
      </output>
      {state.is !== 'stopped' ? (
        <Button size="md" onClick={press}>
          {state.is === 'ready' ? 'Start the stopwatch' : 'Stop: it is in my hand'}
        </Button>
      ) : (
        <div className="row">
          <Button
            disabled={state.seconds < LEAST_TIME_S}
            onClick={() => void keep(state.seconds).then(() => setState({ is: 'ready' }))}
          >{`Keep ${state.seconds.toFixed(1)} s`}</Button>
          <Button variant="default" onClick={() => setState({ is: 'ready' })}>
            Again
          </Button>
        </div>
      )}
      <p className="small muted">As now: same place, hands and light. The median of the last five stands in for the planning values.</p>
    </section>
  );
}
