import { type ReachTime, ReachTimeSchema } from '@ivrak/core/model';
import type { reachTimes } from '../db/schema.ts';

const TENTHS = 10;
type ReachTimeRow = typeof reachTimes.$inferSelect;
export const toReachTime = ({ tenths, at, ...row }: ReachTimeRow): ReachTime =>
  ReachTimeSchema.parse({ ...row, seconds: tenths / TENTHS, at: new Date(at).toISOString() });
export const toReachTimeRow = ({ seconds, ...time }: ReachTime): ReachTimeRow => ({
  ...time,
  tenths: Math.max(1, Math.round(seconds * TENTHS)),
});
