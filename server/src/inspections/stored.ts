import { type Inspection, InspectionSchema } from '@ivrak/core/model';
import type { inspections } from '../db/schema.ts';

export const toInspection = (row: typeof inspections.$inferSelect): Inspection =>
  InspectionSchema.parse({ ...row, startedAt: new Date(row.startedAt).toISOString() });
