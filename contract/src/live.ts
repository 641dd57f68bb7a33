import * as z from 'zod';
import { endpoint } from './endpoint.ts';

/** Said with every change by the page that makes it, so that it is not told of its own. */
export const PAGE_HEADER = 'x-ivrak-page';

export const getChanges = endpoint({
  method: 'get',
  path: '/api/changes',
  summary: 'Server-sent events: that something has changed, and by which page; not what',
  contentType: 'text/event-stream',
  isStreamed: true,
  answer: z.string(),
});
