import type { KitDraft } from '@ivrak/core/model';
import type { Along, KitAsk, Ladder, ProposedForKit } from '@ivrak/core/propose';
import { proxy, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { messageOf } from '../data/client.ts';
import { runWorker } from '../data/latest.ts';
import type { Proposing, SentWorld } from './propose.worker.ts';

export interface Worked<T> {
  /** The last answer, or as far as the present one has come. */
  answer: T | null;
  /** Share of the work done; null: at rest. */
  progress: number | null;
  error: string | null;
  /** The answer is that of an earlier question. */
  isStale: boolean;
  cancel(): void;
}
export interface Asked {
  draft: KitDraft;
  ask: KitAsk;
  world: SentWorld;
}

/** Sliders are dragged: a question is asked once they rest for a moment. */
const REST_MS = 180;

type Work<T> = (remote: Remote<Proposing>, asked: Asked, onStep: (share: number, so: T) => void) => Promise<T>;

/** Asks anew whenever the question changes, in a worker of its own; what is under way then is dropped, and the last answer stands meanwhile. */
function useWorked<T>(asked: Asked | null, key: string, work: Work<T>): Worked<T> {
  const [answered, setAnswered] = useState<{ key: string; answer: T } | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const finished = useRef('');
  const end = useRef<() => void>(() => undefined);
  const latest = useRef({ asked, work });
  latest.current = { asked, work };
  useEffect(() => {
    // What was answered in full is not asked again.
    if (key === '' || finished.current === key) return;
    let isOver = false;
    const start = () => {
      const question = latest.current.asked;
      if (question === null) return;
      const worker = runWorker<Proposing>(new Worker(new URL('./propose.worker.ts', import.meta.url), { type: 'module' }));
      const stop = () => {
        isOver = true;
        worker.end();
        setProgress(null);
      };
      end.current = stop;
      setProgress(0);
      setError(null);
      const onStep = proxy((share: number, so: T) => {
        if (isOver) return;
        setProgress(share);
        setAnswered({ key, answer: so });
      });
      worker
        .answer(latest.current.work(worker.remote, question, onStep))
        .then((found) => {
          if (isOver) return;
          finished.current = key;
          setAnswered({ key, answer: found });
        })
        .catch((failure: unknown) => {
          if (!isOver) setError(messageOf(failure));
        })
        .finally(() => {
          if (!isOver) stop();
        });
    };
    const waiting = setTimeout(start, REST_MS);
    return () => {
      clearTimeout(waiting);
      end.current();
      isOver = true;
    };
  }, [key]);
  return {
    answer: answered?.answer ?? null,
    progress,
    error,
    isStale: answered !== null && key !== '' && answered.key !== key && error === null,
    cancel: () => end.current(),
  };
}

/** What the question hangs on, as a text: the same one is not asked twice. */
const keyOf = (asked: Asked | null, more = ''): string =>
  asked === null
    ? ''
    : JSON.stringify([
        asked.ask,
        asked.draft.brief,
        asked.draft.schoolId,
        asked.draft.containerId,
        asked.draft.positionId,
        asked.draft.units.map(({ kind, count, condition, expiresOn, piecesUsed }) => [kind, count, condition, expiresOn, piecesUsed]),
        asked.world.spares.length,
        asked.world.kinds.length,
        asked.world.beside?.length,
        [...(asked.world.offered ?? [])],
        more,
      ]);

export const useProposals = (asked: Asked | null): Worked<ProposedForKit> =>
  useWorked<ProposedForKit>(
    asked,
    keyOf(asked),
    (remote, { draft, ask, world }, onStep) => remote.propose(draft, ask, world, onStep) as Promise<ProposedForKit>,
  ); // comlink widens unions

/** The ladder knows no limit of its own sort, so that it is not asked again while one is dragged. */
export function useLadder(asked: Asked | null, along: Along): Worked<Ladder> {
  const open = asked === null ? null : { ...asked, ask: { ...asked.ask, limits: {} } };
  return useWorked<Ladder>(
    open,
    keyOf(open, along),
    (remote, { draft, ask, world }, onStep) => remote.climb(draft, ask, world, along, onStep) as Promise<Ladder>,
  ); // comlink widens unions
}
