export { fetchS } from './fetch.ts';
export { measuredOf, measuredTimes } from './measured.ts';
export {
  REACH_FACTS,
  REACH_VALUES,
  type ReachChanges,
  type ReachChangesRow,
  ReachChangesRowSchema,
  type ReachValue,
  reachPlan,
} from './plan.ts';
export type { Reach } from './reach.ts';
