import { parentPort } from 'node:worker_threads';
import { kindCatalog } from '@ivrak/core/catalog';
import { climbed, proposed } from '@ivrak/core/propose';
import type { ProposeTask } from './queues.ts';

/** Runs in a thread of its own: one question in, one answer out. */
parentPort?.on('message', (task: ProposeTask) => {
  const catalog = kindCatalog(task.question.kinds);
  parentPort?.postMessage(
    task.do === 'climb'
      ? climbed(task.question, task.along, catalog)
      : proposed(task.question, [task.question.first ?? ['cheapest']], catalog),
  );
});
