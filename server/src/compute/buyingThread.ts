import { parentPort } from 'node:worker_threads';
import { type BuyingProblem, buyingPlan, type Solver } from '@ivrak/core/buying';
import loadHighs from 'highs';

/** What is asked of the solver: no plan may be cheaper by anything at all, and half a minute at the most. */
const OPTIONS = { output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0, time_limit: 30 } as const;

/** The solver is loaded once, with the first question. */
const highs = loadHighs();

async function solver(): Promise<Solver> {
  const loaded = await highs;
  return (programme) => {
    const { Status, Columns, ObjectiveValue } = loaded.solve(programme, OPTIONS);
    const values = new Map(Object.entries(Columns).map(([name, column]) => [name, 'Primal' in column ? column.Primal : 0]));
    return { isOptimal: Status === 'Optimal', values, goal: ObjectiveValue };
  };
}

/** Runs in a thread of its own: one problem in, one plan out. A question that fails ends the thread, and the queue starts another. */
parentPort?.on('message', (problem: BuyingProblem) => {
  void solver().then((solve) => parentPort?.postMessage(buyingPlan(problem, solve)));
});
