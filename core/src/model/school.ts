import * as z from 'zod';
import { GradeSchema, type KindCatalog } from './kind.ts';
import { NEED_IDS, NEEDS, type NeedId, NeedIdSchema } from './need.ts';

const reason = z.string().trim().max(300);

/** A school is data: what comes first, what counts as what, how much, and why. */
export const SchoolSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  name: z.string().trim().min(1, 'give the school a name').max(60),
  reason,
  /** Every need once, first bought first. */
  order: z.array(NeedIdSchema),
  /** Grades that differ from the kind's own; null: does not count in this school. */
  grades: z.record(z.string(), z.partialRecord(NeedIdSchema, GradeSchema.nullable())),
  /** Quantities that differ from the derived ones. */
  quantities: z.partialRecord(
    NeedIdSchema,
    z.object({ least: z.number().int().nonnegative().max(1000), ideal: z.number().int().nonnegative().max(1000), reason }),
  ),
  /** Why a need stands where it stands, and why a kind is graded as it is. */
  why: z.partialRecord(NeedIdSchema, reason).default({}),
  gradeWhy: z.record(z.string(), reason).default({}),
  /** The school of which it is an adjusted copy; null: shipped. */
  basedOn: z.string().nullable().default(null),
});
export type School = z.infer<typeof SchoolSchema>;

export interface SchoolIssue {
  path: string;
  message: string;
}

/** What is wrong with a school that its schema cannot know. Empty: it can be used. */
export function schoolIssues(school: School, catalog: KindCatalog): SchoolIssue[] {
  const issues: SchoolIssue[] = [];
  const seen = new Set<NeedId>();
  for (const [index, need] of school.order.entries()) {
    if (seen.has(need)) issues.push({ path: `order.${index}`, message: `${NEEDS[need].label} stands twice in the order` });
    seen.add(need);
  }
  for (const need of NEED_IDS)
    if (!seen.has(need)) issues.push({ path: 'order', message: `${NEEDS[need].label} (${need}) is missing from the order` });
  for (const kind of Object.keys(school.grades))
    if (!catalog.has(kind)) issues.push({ path: `grades.${kind}`, message: `"${kind}" is not in the catalogue` });
  for (const [need, quantity] of Object.entries(school.quantities))
    if (quantity !== undefined && quantity.ideal < quantity.least)
      issues.push({ path: `quantities.${need}.ideal`, message: 'the ideal must not be under the least' });
  for (const [need, quantity] of Object.entries(school.quantities))
    if (quantity !== undefined && quantity.reason === '')
      issues.push({ path: `quantities.${need}.reason`, message: 'say why the quantity differs' });
  return issues;
}
