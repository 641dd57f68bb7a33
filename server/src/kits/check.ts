import { type KindCatalog, type KitDraft, MOST_UNITS } from '@ivrak/core/model';
import { eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { people } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';

/** Issues of a unit that its schema cannot know: its kind, its state, its pieces. */
export function unitIssues(
  catalog: KindCatalog,
  unit: { kind: string; count: number; piecesUsed: number; state: string },
  path: string,
): Issue[] {
  const kind = catalog.get(unit.kind);
  if (kind === undefined) return [{ path: `${path}kind`, message: `"${unit.kind}" is not in the catalogue` }];
  const issues: Issue[] = [];
  if (!kind.states.some(({ id }) => id === unit.state))
    issues.push({
      path: `${path}state`,
      message: `${kind.name} has no state "${unit.state}"; known: ${kind.states.map(({ id }) => id).join(', ')}`,
    });
  if (unit.piecesUsed >= unit.count * kind.pieces)
    issues.push({ path: `${path}piecesUsed`, message: `must be under the ${unit.count * kind.pieces} pieces it holds` });
  return issues;
}

/** Issues of what is planned and left out: both name kinds of the catalogue. */
export function plannedIssues(catalog: KindCatalog, { planned, leftOut }: Pick<KitDraft, 'planned' | 'leftOut'>, at = ''): Issue[] {
  return [
    ...planned.flatMap((thing, index) => unitIssues(catalog, { ...thing, piecesUsed: 0 }, `${at}planned.${index}.`)),
    ...leftOut.flatMap(({ kind }, index) =>
      catalog.has(kind) ? [] : [{ path: `${at}leftOut.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
    ),
  ];
}

/** Throws 422 with every reference that leads nowhere. */
export async function checkDraft(here: Installation, tx: Tx, draft: KitDraft): Promise<void> {
  const issues: Issue[] = draft.units.flatMap((unit, index) => unitIssues(here.catalog.kinds, unit, `units.${index}.`));
  issues.push(...plannedIssues(here.catalog.kinds, draft));
  const seen = new Set<string>();
  for (const list of ['units', 'planned'] as const)
    for (const [index, { id }] of draft[list].entries()) {
      if (seen.has(id)) issues.push({ path: `${list}.${index}.id`, message: 'stands twice' });
      seen.add(id);
    }
  if (draft.units.length + draft.planned.length > MOST_UNITS)
    issues.push({ path: 'planned', message: `with what is there it is more than the ${MOST_UNITS} lines that a kit can hold` });
  if (here.catalog.container(draft.containerId) === undefined)
    issues.push({ path: 'containerId', message: `unknown container "${draft.containerId}"` });
  if (here.catalog.position(draft.positionId) === undefined)
    issues.push({ path: 'positionId', message: `unknown carry position "${draft.positionId}"` });
  if (here.catalog.school(draft.schoolId) === undefined) issues.push({ path: 'schoolId', message: `unknown school "${draft.schoolId}"` });
  if (draft.personId !== null) {
    const [person] = await tx.select().from(people).where(eq(people.id, draft.personId));
    if (person === undefined) issues.push({ path: 'personId', message: `unknown person "${draft.personId}"` });
  }
  const named = draft.brief.carers.flatMap(({ personId }, index) => (personId === null ? [] : [{ personId, index }]));
  if (named.length > 0) {
    const crew = new Set((await tx.select({ id: people.id }).from(people)).map(({ id }) => id));
    for (const { personId, index } of named)
      if (!crew.has(personId)) issues.push({ path: `brief.carers.${index}.personId`, message: `"${personId}" is not in the crew` });
  }
  if (issues.length > 0) throw unacceptable(issues);
}
