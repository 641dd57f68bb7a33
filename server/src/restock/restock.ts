import { judgeKit } from '@ivrak/core/kit';
import { addDays, type PlainDate, type Restock } from '@ivrak/core/model';
import { type Lender, loansFor, restockLines, type SpareUnit, sparesOfKind } from '@ivrak/core/stock';
import { eq, gte } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import { arrivalsSince } from '../db/journal.ts';
import { useEvents, uses } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import { listKits, type StoredKit } from '../kits/store.ts';
import { judge, outlastsFor } from '../kits/view.ts';
import { sparesOf } from '../units/rows.ts';

export async function restockPlan(here: Installation, db: Db, today: PlainDate): Promise<Restock> {
  const spares = new Map((await sparesOf(db)).map((unit) => [unit.id as string, unit]));
  // A stack in stores may serve several kits; what one kit was promised is taken off before the next is planned.
  const free = new Map<string, SpareUnit>([...spares].map(([id, unit]) => [id, unit]));
  const takeOff = <T extends { unitId: string; take: number }>(spare: T) => {
    const stack = free.get(spare.unitId);
    const left = (stack?.count ?? 0) - spare.take;
    if (left <= 0 || stack === undefined) free.delete(spare.unitId);
    else free.set(spare.unitId, { ...stack, count: left });
    return { ...spare, version: spares.get(spare.unitId)?.version ?? 0 };
  };
  const all = await listKits(db);
  const lenders = all.map((kit) => lenderOf(here, kit, today));
  const versions = new Map(all.flatMap(({ units }) => units.map(({ id, version }) => [id as string, version])));
  const gone = await notPutBack(here, db, today);
  const plans: Restock['kits'] = [];
  for (const kit of all) {
    const school = here.catalog.school(kit.schoolId);
    if (school === undefined) continue;
    const options = { on: today, outlasts: outlastsFor(here, kit, today) };
    const lines = restockLines(judge(here, kit, today).coverage.needs, school, [...free.values()], here.catalog.kinds, options).map(
      (line) => {
        const fromStores = line.fromStores.map(takeOff);
        const open = line.missing - fromStores.reduce((sum, { pieces }) => sum + pieces, 0);
        const loans = open <= 0 ? [] : loansFor({ need: line.need, missing: open }, { ...kit, school }, lenders, here.catalog.kinds, today);
        return { ...line, fromStores, fromKits: loans.map((loan) => ({ ...loan, version: versions.get(loan.unitId) ?? 0 })) };
      },
    );
    const promised = (kind: string) =>
      lines.flatMap(({ fromStores }) => fromStores).reduce((sum, spare) => sum + (spare.kind === kind ? spare.take : 0), 0);
    const asBefore = [...(gone.get(kit.id) ?? [])].flatMap(([kind, units]) => {
      const count = units - promised(kind);
      return count <= 0
        ? []
        : [{ kind, count, fromStores: sparesOfKind(kind, count, [...free.values()], here.catalog.kinds, options).map(takeOff) }];
    });
    if (lines.length > 0 || asBefore.length > 0) plans.push({ kitId: kit.id, kitName: kit.name, lines, asBefore });
  }
  return { kits: plans };
}

function lenderOf(here: Installation, kit: StoredKit, today: PlainDate): Lender {
  const school = here.catalog.school(kit.schoolId);
  const container = here.catalog.container(kit.containerId);
  return {
    ...kit,
    // The kit is judged as its own screens judge it, with the contents that it would have left.
    cover: (units) =>
      school === undefined
        ? { needs: [] }
        : judgeKit({ ...kit, units: units as StoredKit['units'] }, school, container, today, here.catalog.kinds).coverage,
  };
}

/** Days after a use in which what was used is still offered to be put back beyond the least. Planning value. */
const AS_BEFORE_DAYS = 30;

/** By kit and kind: whole units that were used lately, less those that came into the kit since, on whatever way. */
async function notPutBack(here: Installation, db: Db, today: PlainDate): Promise<Map<string, Map<string, number>>> {
  const since = `${addDays(today, -AS_BEFORE_DAYS)}T00:00:00Z`;
  const events = await db
    .select({ kitId: uses.kitId, at: uses.at, kind: useEvents.kind, pieces: useEvents.pieces })
    .from(useEvents)
    .innerJoin(uses, eq(useEvents.useId, uses.id))
    .where(gte(uses.at, since));
  if (events.length === 0) return new Map();
  const first = new Map<string, number>();
  const pieces = new Map<string, Map<string, number>>();
  for (const { kitId, at, kind, pieces: used } of events) {
    first.set(kitId, Math.min(first.get(kitId) ?? Number.POSITIVE_INFINITY, Date.parse(at)));
    const own = pieces.get(kitId) ?? new Map<string, number>();
    pieces.set(kitId, own.set(kind, (own.get(kind) ?? 0) + used));
  }
  const put = (await arrivalsSince(db, since)).filter(({ kitId, atMs }) => atMs >= (first.get(kitId) ?? Number.POSITIVE_INFINITY));
  return new Map(
    [...pieces].map(([kitId, own]) => [
      kitId,
      new Map(
        [...own].map(([kind, used]) => {
          const back = put.reduce((sum, moved) => sum + (moved.kitId === kitId && moved.kind === kind ? moved.count : 0), 0);
          return [kind, Math.max(0, Math.ceil(used / (here.catalog.kinds.get(kind)?.pieces ?? 1)) - Math.max(0, back))];
        }),
      ),
    ]),
  );
}
