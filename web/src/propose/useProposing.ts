import type { KitDraft } from '@ivrak/core/model';
import type { Along, KitAsk, KitOfSet, Ladder, ProposedForKit, ProposedForSet, SetAsk } from '@ivrak/core/propose';
import { proxy, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { messageOf } from '../data/client.ts';
import { runWorker } from '../data/latest.ts';
import type { Proposing, SentSetWorld, SentWorld } from './propose.worker.ts';

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
/** A question is the same as long as it is the same object: what it is made of is kept by whoever asks. */
export interface Asked {
  draft: KitDraft;
  ask: KitAsk;
  world: SentWorld;
}

/** Of kits that are carried as one. */
export interface AskedOfSet {
  kits: readonly [KitOfSet, ...KitOfSet[]];
  ask: SetAsk;
  world: SentSetWorld;
}

/** Sliders are dragged: a question is asked once they rest for a moment. */
const REST_MS = 180;

type Work<Q, T> = (remote: Remote<Proposing>, question: Q, onStep: (share: number, so: T) => void) => Promise<T>;

/** Asks anew whenever the question changes, in a worker of its own; what is under way then is dropped, and the last answer stands meanwhile. */
function useWorked<Q extends object, T>(question: Q | null, more: string, work: Work<Q, T>): Worked<T> {
  const [answered, setAnswered] = useState<{ question: Q; more: string; answer: T } | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const finished = useRef<{ question: Q; more: string } | null>(null);
  const end = useRef<() => void>(() => undefined);
  const latest = useRef(work);
  latest.current = work;
  const isOf = (one: { question: Q; more: string } | null) => one?.question === question && one?.more === more;
  useEffect(() => {
    // What was answered in full is not asked again.
    if (question === null || isOf(finished.current)) return;
    let isOver = false;
    const start = () => {
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
        setAnswered({ question, more, answer: so });
      });
      worker
        .answer(latest.current(worker.remote, question, onStep))
        .then((found) => {
          if (isOver) return;
          finished.current = { question, more };
          setAnswered({ question, more, answer: found });
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
  }, [question, more]);
  return {
    answer: answered?.answer ?? null,
    progress,
    error,
    isStale: answered !== null && question !== null && !isOf(answered) && error === null,
    cancel: () => end.current(),
  };
}

export const useProposals = (question: Asked | null): Worked<ProposedForKit> =>
  useWorked<Asked, ProposedForKit>(
    question,
    '',
    (remote, { draft, ask, world }, onStep) => remote.propose(draft, ask, world, onStep) as Promise<ProposedForKit>, // comlink widens unions
  );

export const useLadder = (question: Asked | null, along: Along): Worked<Ladder> =>
  useWorked<Asked, Ladder>(
    question,
    along,
    (remote, { draft, ask, world }, onStep) => remote.climb(draft, ask, world, along, onStep) as Promise<Ladder>, // comlink widens unions
  );

export const useSetProposals = (question: AskedOfSet | null): Worked<ProposedForSet> =>
  useWorked<AskedOfSet, ProposedForSet>(
    question,
    '',
    (remote, { kits, ask, world }, onStep) => remote.proposeSet(kits, ask, world, onStep) as Promise<ProposedForSet>, // comlink widens unions
  );
