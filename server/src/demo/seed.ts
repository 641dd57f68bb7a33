import { emptyBook, withFeed } from '@ivrak/core/buying';
import { packFit } from '@ivrak/core/fit';
import { UseInputSchema } from '@ivrak/core/incident';
import { fitFingerprint } from '@ivrak/core/kit';
import { addDays, BriefSchema, type PlainDate, UnitIdSchema } from '@ivrak/core/model';
import { sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import {
  contentLists,
  drills,
  gtins,
  heatLogs,
  kitSets,
  kits,
  loadouts,
  lots,
  patterns,
  people,
  plans,
  reachTimes,
  settings,
  trips,
  units,
  useEvents,
  uses,
  weekPlans,
} from '../db/schema.ts';
import { demoGtin } from '../devices/articles.ts';
import { simulatedLog } from '../devices/logger.ts';
import { SUPPLIER_TERMS, supplierFeed } from '../devices/supplier.ts';
import { liesByKit } from '../drills/lies.ts';
import type { Installation } from '../installation/installation.ts';
import { listKits } from '../kits/store.ts';
import { fitProblemOf, judge } from '../kits/view.ts';
import { toReachTimeRow } from '../records/reachTimes.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import {
  DEMO_KITS,
  DEMO_LISTS,
  DEMO_LOADOUTS,
  DEMO_PATTERNS,
  DEMO_PLACES,
  DEMO_PRACTICE,
  DEMO_SETS,
  DEMO_STORES,
  DEMO_WEEKS,
  type DemoUnit,
  demoPeople,
  demoReachTimes,
  demoTrips,
} from './crew.ts';
import { demoDrills } from './drills.ts';

export async function isNewDatabase(db: Db | Tx): Promise<boolean> {
  for (const table of STORED_RECORDS.flatMap(({ tables }) => tables)) {
    const rows = await db.select({ one: sql`1` }).from(table).limit(1);
    if (rows.length > 0) return false;
  }
  return true;
}

/** Fills a new database with the made-up crew; ids are fixed, so that pictures and tests are stable. */
export async function seedDemo(here: Installation): Promise<void> {
  const { db } = here;
  const today = here.today();
  const isLaid = await db.transaction(async (tx) => {
    // Of two servers that start on one new database, one is first.
    if (!(await isNewDatabase(tx))) return false;
    await tx.insert(people).values(demoPeople(today));
    for (const [position, kit] of DEMO_KITS.entries()) {
      const { units: own, inspectedDaysAgo, brief, planned = [], ...fields } = kit;
      const inspectedOn = inspectedDaysAgo === null ? null : addDays(today, -inspectedDaysAgo);
      await tx
        .insert(kits)
        .values({ ...fields, brief: BriefSchema.parse(brief), planned: asPlanned(kit.id, planned), inspectedOn, position });
      await addUnits(tx, today, own, kit.id, { place: 'kit', kitId: kit.id });
    }
    await addUnits(tx, today, DEMO_STORES, 'spare', { place: 'stores', kitId: null });
    await addUnits(tx, today, DEMO_PRACTICE, 'practice', { place: 'practice', kitId: null });
    const known = DEMO_STORES.map(({ kind }) => kind).filter((kind, index, all) => all.indexOf(kind) === index);
    await tx.insert(gtins).values(known.map((kind, index) => ({ gtin: demoGtin(index + 1), kind })));
    await tx.insert(loadouts).values(DEMO_LOADOUTS.map((data) => ({ id: data.id, data })));
    await tx.insert(kitSets).values(DEMO_SETS.map((data) => ({ id: data.id, data })));
    await tx.insert(patterns).values(DEMO_PATTERNS.map((data) => ({ id: data.id, data })));
    await tx.insert(trips).values(demoTrips(today).map((data) => ({ id: data.id, data })));
    await tx.insert(weekPlans).values(DEMO_WEEKS.map((data) => ({ id: data.id, data })));
    const offers = withFeed(emptyBook(), { articles: supplierFeed(), suppliers: SUPPLIER_TERMS });
    await tx.insert(plans).values([DEMO_PLACES, offers].map((data) => ({ id: data.id, data })));
    await tx.insert(reachTimes).values(demoReachTimes(today).map(toReachTimeRow));
    await tx.insert(contentLists).values(DEMO_LISTS.map((data) => ({ id: data.id, data })));
    await addPastUse(tx, today);
    // The closed vehicle is the hot place of the demo; a logger hung there for a quarter of a year.
    const samples = simulatedLog('hot', today);
    await tx.insert(heatLogs).values({ id: 'demo-headrest', positionId: 'headrest', source: 'simulated', addedOn: today, samples });
    await tx.insert(settings).values({ key: 'isDemo', value: true });
    await note(tx, 'local', [{ what: 'demo data loaded', subject: 'demo' }]);
    return true;
  });
  if (!isLaid) return;
  await here.heat.load(db);
  await packDemo(here);
  await addDrills(here);
}

/** Half a year of sittings with the kits as they are packed. */
async function addDrills({ db, today }: Installation): Promise<void> {
  const lies = await liesByKit(db);
  await db.insert(drills).values(demoDrills(today(), lies).map((data) => ({ id: data.id, data })));
}

const asPlanned = (kitId: string, planned: readonly { kind: string; count: number }[]) =>
  planned.map(({ kind, count }, index) => ({ id: UnitIdSchema.parse(`${kitId}-plan-${index + 1}`), kind, count, state: 'asSold' }));

async function addUnits(
  tx: Tx,
  today: PlainDate,
  own: readonly DemoUnit[],
  prefix: string,
  where: { place: string; kitId: string | null },
): Promise<void> {
  for (const [position, unit] of own.entries()) {
    const id = `${prefix}-${String(position + 1).padStart(2, '0')}`;
    const hasLot = unit.lot !== undefined || unit.lasts !== undefined;
    const lotId = hasLot ? `lot-${id}` : null;
    if (lotId !== null) {
      const expiresOn = unit.lasts === undefined ? null : addDays(today, unit.lasts);
      const { kind, seller = null, authorised = null, priceMinor = null } = unit;
      await tx.insert(lots).values({ id: lotId, kind, lot: unit.lot ?? null, expiresOn, seller, authorised, priceMinor });
    }
    await tx.insert(units).values({
      id,
      kind: unit.kind,
      count: unit.count ?? 1,
      condition: unit.condition ?? 'ready',
      state: unit.state ?? 'asSold',
      lotId,
      own: unit.own ?? {},
      position,
      ...where,
    });
  }
}

/** Eleven days ago a cut leg at the slipway: the tow vehicle's shears were used and not put back. */
async function addPastUse(tx: Tx, today: PlainDate): Promise<void> {
  const at = `${addDays(today, -11)}T13:40:00Z`;
  const unitId = 'tow-panel-19';
  UseInputSchema.parse({ at, events: [{ at, unitId, count: 1 }] });
  await tx.insert(uses).values({ id: 'use-slipway', kitId: 'tow-panel', at });
  await tx
    .insert(useEvents)
    .values({ id: 'use-slipway-0', useId: 'use-slipway', at, unitId, kind: 'shears', pieces: 1, note: 'left with the ambulance crew' });
  await tx.update(units).set({ place: 'used', kitId: null, condition: 'used' }).where(sql`${units.id} = ${unitId}`);
}

/** Enough for a first figure without making the first start slow; Fit looks further. */
const DEMO_DECODES = 2500;

/** Packs the demo kits once, so that thickness stands on Muster from the first start. */
async function packDemo(here: Installation): Promise<void> {
  const { db } = here;
  const today = here.today();
  for (const kit of await listKits(here, db)) {
    const problem = fitProblemOf(here, kit, judge(here, kit, today));
    if (problem === null) continue;
    const packing = { fingerprint: fitFingerprint(problem), result: packFit({ ...problem, decodes: DEMO_DECODES }) };
    await db.transaction((tx) => tx.update(kits).set({ packing }).where(sql`${kits.id} = ${kit.id}`));
  }
}
