import * as contract from '@ivrak/contract';
import { StoredPersonSchema } from '@ivrak/contract';
import { emptyPlaces, KitIdSchema, PlacesPlanSchema, SKILL_FACTS } from '@ivrak/core/model';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type * as z from 'zod';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { kits, loadouts, people, plans, weekPlans } from '../db/schema.ts';
import { type Issue, notFound, Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { writeRow } from '../records/customRecords.ts';

export const crewRoutes = (here: Installation): Served[] => [
  serve(contract.listPeople, async () => ({
    people: (await here.db.select().from(people).orderBy(asc(people.name))).map((row) => StoredPersonSchema.parse(row)),
  })),
  serve(contract.savePerson, async ({ params, body: { version, data }, who }) => {
    const issues: Issue[] = [];
    if (data.id !== params.id) issues.push({ path: 'data.id', message: `must be "${params.id}", as in the address` });
    for (const [index, skill] of data.authorised.entries()) {
      if (!SKILL_FACTS[skill].needsAuthority)
        issues.push({ path: `data.authorised.${index}`, message: `${SKILL_FACTS[skill].name} needs no authority` });
      if (!data.skills.includes(skill)) issues.push({ path: `data.authorised.${index}`, message: 'must be among the skills, too' });
    }
    for (const [index, { skills }] of (data.courses ?? []).entries())
      for (const skill of skills)
        if (!data.skills.includes(skill))
          issues.push({ path: `data.courses.${index}.skills`, message: `${SKILL_FACTS[skill].name} must be among the skills, too` });
    const known = new Set((await here.db.select({ id: kits.id }).from(kits)).map(({ id }) => id));
    for (const [index, id] of data.told.entries())
      if (!known.has(id)) issues.push({ path: `data.told.${index}`, message: `there is no kit "${id}"` });
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writePerson(tx, data, version, who));
  }),
  serve(contract.deletePerson, async ({ params, query, who }) => {
    const id = params.id;
    await here.db.transaction((tx) => removePerson(tx, id, query.version, who));
    return { removed: id };
  }),
  serve(contract.getPlaces, async () => {
    const [row] = await here.db.select().from(plans).where(eq(plans.id, 'places'));
    return row === undefined ? { data: emptyPlaces(), version: null } : { data: PlacesPlanSchema.parse(row.data), version: row.version };
  }),
  serve(contract.savePlaces, async ({ body: { data, version }, who }) => {
    const known = new Set((await here.db.select({ id: kits.id }).from(kits)).map(({ id }) => KitIdSchema.parse(id)));
    const issues: Issue[] = [];
    const seen = new Set<string>();
    for (const [index, spot] of data.spots.entries()) {
      if (data.spots.findIndex(({ id }) => id === spot.id) !== index)
        issues.push({ path: `data.spots.${index}.id`, message: 'stands twice' });
      for (const [line, id] of spot.kitIds.entries()) {
        const path = `data.spots.${index}.kitIds.${line}`;
        if (!known.has(id)) issues.push({ path, message: `there is no kit "${id}"` });
        if (seen.has(id)) issues.push({ path, message: 'a kit is in one place at a time: it stands at another, too' });
        seen.add(id);
      }
    }
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: plans, noun: 'plan of places', who, data, version }));
  }),
];

type StoredPerson = z.output<typeof StoredPersonSchema>;
type SentPerson = z.output<typeof contract.savePerson.body>['data'];

async function findPerson(tx: Tx, id: string): Promise<StoredPerson | null> {
  const [row] = await tx.select().from(people).where(eq(people.id, id));
  return row === undefined ? null : StoredPersonSchema.parse(row);
}

async function writePerson(tx: Tx, sent: SentPerson, version: number | null, who: string): Promise<StoredPerson> {
  const before = version === null ? null : await findPerson(tx, sent.id);
  // A page that knows nothing of courses takes none away.
  const data = { ...sent, courses: sent.courses ?? before?.courses ?? [], practised: sent.practised ?? before?.practised ?? {} };
  const next = { ...data, version: (version ?? 0) + 1 };
  const written =
    version === null
      ? await tx.insert(people).values(next).onConflictDoNothing().returning({ id: people.id })
      : await tx
          .update(people)
          .set(next)
          .where(and(eq(people.id, data.id), eq(people.version, version)))
          .returning({ id: people.id });
  if (written.length === 0)
    throw new Problem(409, 'Changed meanwhile', `"${data.name}" is not what you changed.`, { current: await findPerson(tx, data.id) });
  await note(tx, who, [{ what: before === null ? 'person added' : 'person changed', subject: data.id, before, after: data }]);
  return next;
}

/** History names people by id only; kits, loadouts and weeks must be without them first. */
async function removePerson(tx: Tx, id: string, version: number, who: string): Promise<void> {
  const before = await findPerson(tx, id);
  if (before === null) throw notFound('person', id);
  const inUse = await tx.select({ name: kits.name, personId: kits.personId, brief: kits.brief }).from(kits).where(isNull(kits.retiredOn));
  const own = inUse.filter(({ personId, brief }) => personId === id || brief.carers.some((carer) => carer.personId === id));
  const worn = (await tx.select().from(loadouts)).filter(({ data }) => data.personId === id).map(({ data }) => data.name);
  const named = [...own.map(({ name }) => name), ...worn];
  if (named.length > 0)
    throw new Problem(
      409,
      'In use',
      `Still ${before.name}’s, or named in its brief: ${named.join(', ')}. Give these to somebody else first.`,
    );
  await tx.update(kits).set({ personId: null }).where(eq(kits.personId, id));
  await tx.delete(weekPlans).where(eq(weekPlans.id, id));
  const removed = await tx
    .delete(people)
    .where(and(eq(people.id, id), eq(people.version, version)))
    .returning({ id: people.id });
  if (removed.length === 0)
    throw new Problem(409, 'Changed meanwhile', `"${before.name}" is at version ${before.version}.`, { current: before });
  await note(tx, who, [{ what: 'person taken out', subject: id, before }]);
}
