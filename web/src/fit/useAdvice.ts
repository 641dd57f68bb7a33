import type { CarryRow, FitProposal } from '@ivrak/core/kit';
import { proxy, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { messageOf } from '../data/client.ts';
import { useKit } from '../kit/KitContext.tsx';
import type { FitAdvice } from './fitAdvice.worker.ts';

export interface Advice<T> {
  /** The answer for the kit as it is now; null until it was asked for and worked out. */
  answer: T | null;
  /** Share of the work done; null: at rest. */
  progress: number | null;
  error: string | null;
  ask(): void;
  cancel(): void;
}

type Question = 'propose' | 'whereCarried';
interface Answers {
  propose: FitProposal[];
  whereCarried: CarryRow[];
}

/** Asks a question that takes many packings, in a worker of its own. An answer goes stale when the kit changes. */
export function useAdvice<Q extends Question>(question: Q): Advice<Answers[Q]> {
  const { draft, school, today, packing } = useKit();
  const known = packing.result;
  const { kinds, containers, positions } = useCatalog();
  const [answered, setAnswered] = useState<{ draft: typeof draft; answer: Answers[Q] } | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const running = useRef<Worker | null>(null);

  const cancel = useCallback(() => {
    running.current?.terminate();
    running.current = null;
    setProgress(null);
  }, []);

  const ask = useCallback(() => {
    running.current?.terminate();
    const worker = new Worker(new URL('./fitAdvice.worker.ts', import.meta.url), { type: 'module' });
    running.current = worker;
    setProgress(0);
    setError(null);
    const remote = wrap<FitAdvice>(worker);
    const isCurrent = () => running.current === worker;
    const onProgress = proxy((share: number) => {
      if (isCurrent()) setProgress(share);
    });
    (remote[question](draft, { kinds, containers, positions, school, today, known }, onProgress) as Promise<Answers[Q]>) // comlink widens unions
      .then((answer) => {
        if (isCurrent()) setAnswered({ draft, answer });
      })
      .catch((failure: unknown) => {
        if (isCurrent()) setError(messageOf(failure));
      })
      .finally(() => {
        worker.terminate();
        if (!isCurrent()) return;
        running.current = null;
        setProgress(null);
      });
  }, [question, draft, kinds, containers, positions, school, today, known]);

  useEffect(() => () => running.current?.terminate(), []);
  // Work on a kit that has changed meanwhile answers a question that nobody asks any more.
  useEffect(() => cancel, [draft, cancel]);
  return { answer: answered !== null && answered.draft === draft ? answered.answer : null, progress, error, ask, cancel };
}
