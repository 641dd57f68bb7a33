import * as z from 'zod';
import { FamilySchema } from './family.ts';
import { GradeSchema, type KindCatalog } from './kind.ts';
import { NEED_IDS, NEEDS, type NeedId, NeedIdSchema } from './need.ts';

const reason = z.string().trim().max(300);

const Grades = z.partialRecord(NeedIdSchema, GradeSchema.nullable());

const SchoolFields = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  name: z.string().trim().min(1, 'give the school a name').max(60),
  reason,
  /** Every need once, first bought first. */
  order: z.array(NeedIdSchema),
  /** Grades of families that differ from the kinds' own; null: does not count in this school. */
  grades: z.partialRecord(FamilySchema, Grades),
  /** Single kinds that are graded otherwise than their family, by id. */
  exceptions: z.record(z.string(), Grades).default({}),
  /** Quantities that differ from the derived ones. */
  quantities: z.partialRecord(
    NeedIdSchema,
    z.object({ least: z.number().int().nonnegative().max(1000), ideal: z.number().int().nonnegative().max(1000), reason }),
  ),
  /** Why a need stands where it stands, and why a family or kind is graded as it is. */
  why: z.partialRecord(NeedIdSchema, reason).default({}),
  gradeWhy: z.record(z.string(), reason).default({}),
  /** The school of which it is an adjusted copy; null: shipped. */
  basedOn: z.string().nullable().default(null),
});
export type School = z.infer<typeof SchoolFields>;

/** A school is data: what comes first, what counts as what, how much, and why. One of before is read as what it meant. */
export const SchoolSchema = z.preprocess(upgradeSchool, SchoolFields);

/** The need behind which one that is new stands, in an order from before it was there; the others go where MARCH has them. */
const BEHIND: Partial<Record<NeedId, NeedId>> = { 'M.limbSmall': 'M.limb', 'C.pupil': 'H.head', 'D.sprain': 'D.splint' };
const NEW_NEEDS: readonly NeedId[] = ['M.limbSmall', 'C.pupil', 'C.defib', 'H.move', 'D.sprain', 'D.sugar', 'D.allergy', 'D.chestPain'];

/** Every need once: what is not named stands behind its like, or at the end. */
export function withNewNeeds(order: readonly NeedId[]): NeedId[] {
  const whole = [...order];
  for (const need of NEW_NEEDS) {
    if (whole.includes(need)) continue;
    const at = whole.indexOf(BEHIND[need] ?? need);
    whole.splice(at < 0 ? whole.length : at + 1, 0, need);
  }
  return whole;
}

/** A school from before there were families graded kinds, and knew fewer needs. */
export function upgradeSchool(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || 'exceptions' in raw || !('grades' in raw)) return raw;
  const school = raw as { grades?: Record<string, unknown>; order?: unknown };
  return {
    ...raw,
    grades: {},
    exceptions: school.grades ?? {},
    ...(Array.isArray(school.order) ? { order: withNewNeeds(school.order as NeedId[]) } : {}),
  };
}

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
  for (const kind of Object.keys(school.exceptions))
    if (!catalog.has(kind)) issues.push({ path: `exceptions.${kind}`, message: `"${kind}" is not in the catalogue` });
  for (const [need, quantity] of Object.entries(school.quantities))
    if (quantity !== undefined && quantity.ideal < quantity.least)
      issues.push({ path: `quantities.${need}.ideal`, message: 'the ideal must not be under the least' });
  for (const [need, quantity] of Object.entries(school.quantities))
    if (quantity !== undefined && quantity.reason === '')
      issues.push({ path: `quantities.${need}.reason`, message: 'say why the quantity differs' });
  return issues;
}
