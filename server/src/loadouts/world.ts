import { kitMassG, kitPriceMinor } from '@ivrak/core/kit';
import { type CarryKit, type CarryWorld, type LoadoutKit, loadoutKitOf } from '@ivrak/core/loadout';
import { addDays, BriefSchema, type PlainDate, type ReachTime, type School, skillsOn } from '@ivrak/core/model';
import { type DerivedNeed, needsOn } from '@ivrak/core/needs';
import { measuredTimes, type ReachChangesRow, ReachChangesRowSchema, reachPlan } from '@ivrak/core/reach';
import { hasSlits } from '@ivrak/core/staging';
import { asc, eq } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { plans, reachTimes } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { listKits } from '../kits/store.ts';
import { judge, packedOf, viewOf } from '../kits/view.ts';
import { toReachTime } from '../records/reachTimes.ts';

/** What Carry knows of a kit. */
function carryKit(here: Installation, kit: StoredKit, school: School, today: PlainDate): CarryKit {
  const judgement = judge(here, kit, today);
  const packed = packedOf(here, kit, judgement);
  const { summary } = viewOf(here, kit, today);
  const { id, name, layer, personId, containerId, positionId, schoolId, units, stage, brief } = kit;
  const shown = ({ reason: _, terms: __, override: ___, ...asked }: DerivedNeed): CarryKit['needs'][number] => asked;
  const ofOne = needsOn(BriefSchema.parse({ ...brief, casualties: 1 }), school, today);
  return {
    id,
    name,
    layer,
    personId,
    containerId,
    positionId,
    schoolId,
    needs: judgement.needs.map(shown),
    needsOfOne: ofOne.map(shown),
    skills: skillsOn(brief, today),
    isChecked: brief.securityChecks,
    standsAlone: brief.standsAlone,
    units,
    modules: kit.modules.map(({ id: moduleId, name: moduleName, unitIds }) => ({ id: moduleId, name: moduleName, unitIds })),
    massG: kitMassG(units, here.catalog.container(containerId), here.catalog.kinds),
    priceMinor: kitPriceMinor(units, here.catalog.kinds),
    thicknessMm: summary.thicknessMm,
    outer: summary.outer,
    blockedBy: packed?.blockedBy ?? null,
    hasSlits: hasSlits(stage, containerId),
    hasPullTab: stage.hasPullTab,
    hung: kit.fit.hung,
    hangsAt: stage.hangsAt,
    gap: summary.gap,
    readyUntil: summary.readyUntil,
    isInUse: kit.openUse !== null,
    inSet: kit.inSet === null ? null : { id: kit.inSet.id, name: kit.inSet.name, kitIds: [...kit.inSet.kitIds] },
    inspectDueOn: kit.inspectedOn === null ? today : addDays(kit.inspectedOn, here.heat.intervalOf(kit).days),
  };
}

export async function carryKits(here: Installation, db: Db, today: PlainDate): Promise<CarryKit[]> {
  return (await listKits(here, db)).flatMap((kit) => {
    const school = here.catalog.school(kit.schoolId);
    return school === undefined ? [] : [here.memory.of(kit, `carried ${today}`, () => carryKit(here, kit, school, today))];
  });
}

export async function reachChanges(db: Db | Tx): Promise<{ data: ReachChangesRow; version: number | null }> {
  const [row] = await db.select().from(plans).where(eq(plans.id, 'reach'));
  if (row === undefined) return { data: { id: 'reach', values: {}, drawS: {} }, version: null };
  return { data: ReachChangesRowSchema.parse(row.data), version: row.version };
}

export const listReachTimes = async (db: Db | Tx): Promise<ReachTime[]> =>
  (await db.select().from(reachTimes).orderBy(asc(reachTimes.at), asc(reachTimes.id))).map(toReachTime);

/** Everything that loadouts are worked out from, as it stands on a day. */
export async function carryWorld(here: Installation, db: Db, today: PlainDate): Promise<CarryWorld> {
  const known = (await carryKits(here, db, today)).flatMap((kit): LoadoutKit[] => {
    const own = loadoutKitOf(
      kit,
      (id) => here.catalog.school(id),
      (id) => here.catalog.container(id),
    );
    return own === null ? [] : [own];
  });
  return {
    kits: new Map(known.map((kit) => [kit.id, kit])),
    positions: new Map(here.catalog.positions().map((position) => [position.id, position])),
    catalog: here.catalog.kinds,
    plan: reachPlan((await reachChanges(db)).data),
    measured: measuredTimes(await listReachTimes(db)),
    on: today,
  };
}
