import * as contract from '@ivrak/contract';
import { checkPlacement } from '@ivrak/core/fit';
import { fitFingerprint } from '@ivrak/core/kit';
import type { KitView, PlainDate } from '@ivrak/core/model';
import { siftFindings } from '@ivrak/core/rules';
import { eq } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { kits, units } from '../db/schema.ts';
import { Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findsOf } from './finds.ts';
import { leaveSet } from './inSets.ts';
import type { SentTo } from './laidOut.ts';
import { claimKit, createKit, findKept, findKit, listKits, saveKit } from './store.ts';
import { findingsOf, fitProblemOf, inSetView, judge, packedOf, viewOf } from './view.ts';

export const kitRoutes = (here: Installation): Served[] => [
  serve(contract.listKits, async () => ({
    kits: (await listKits(here, here.db)).map((kit) => listed(viewOf(here, kit, here.today()))),
    today: here.today(),
  })),
  serve(contract.createKit, async ({ body: { id, ...draft }, who }) =>
    viewOf(here, await createKit(here, here.db, who, id ?? crypto.randomUUID(), draft), here.today()),
  ),
  serve(contract.getKit, async ({ params }) => {
    const { kit, kept } = await findKept(here, params.id);
    // In memory the packing is in short.
    return { ...viewOf(here, kept, here.today()), ...kit, inSet: inSetView(kit.inSet) };
  }),
  serve(contract.saveKit, async ({ params, body, who }) =>
    viewOf(here, await saveKit(here, here.db, who, params.id, body.version, body.draft, body.sentTo as SentTo), here.today()),
  ),
  serve(contract.retireKit, ({ params, query, who }) => retire(here.db, who, params.id, query.version, here.today())),
  serve(
    contract.getKitCoverage,
    async ({ params, query }) => judge(here, await findKit(here.db, params.id), query.on ?? here.today()).coverage,
  ),
  serve(contract.getKitRules, async ({ params, query }) => {
    const kit = await findKit(here.db, params.id);
    const on = query.on ?? here.today();
    const judgement = judge(here, kit, on);
    const packed = packedOf(here, kit, judgement);
    const finds = await findsOf(here.db, kit, packed, on);
    const { open, aside } = siftFindings(findingsOf(here, kit, judgement, packed, on, finds), kit.setAside);
    return {
      findings: open.map(({ before: _, ...finding }) => finding),
      setAside: aside.map(({ entry: { rule, reason, on: since } }) => ({ rule, reason, on: since })),
    };
  }),
  serve(contract.savePacking, async ({ params, body }) => {
    const kit = await findKit(here.db, params.id);
    const problem = fitProblemOf(here, kit, judge(here, kit, here.today()));
    if (problem === null || fitFingerprint(problem) !== body.fingerprint)
      throw new Problem(409, 'Changed meanwhile', 'The kit is not what was packed.', { current: viewOf(here, kit, here.today()) });
    const violations = checkPlacement(problem, body.result.placed);
    const isComplete = body.result.placed.length + body.result.unplaced.length === problem.items.length;
    if (violations.length > 0 || !isComplete) {
      const issues = violations.map(({ id, detail }) => ({ path: `result.placed.${id}`, message: detail }));
      throw unacceptable(isComplete ? issues : [...issues, { path: 'result.placed', message: 'does not account for every thing' }]);
    }
    await here.db.transaction((tx) => tx.update(kits).set({ packing: body }).where(eq(kits.id, kit.id)));
    return viewOf(here, { ...kit, packing: body }, here.today());
  }),
  serve(contract.recordInspection, async ({ params, body, who }) => {
    const on = body.on ?? here.today();
    if (on > here.today()) throw unacceptable([{ path: 'on', message: 'lies ahead' }]);
    const kit = await findKit(here.db, params.id);
    await here.db.transaction(async (tx) => {
      await tx.update(kits).set({ inspectedOn: on }).where(eq(kits.id, kit.id));
      await note(tx, who, [
        { what: 'kit inspected', subject: kit.id, before: { inspectedOn: kit.inspectedOn }, after: { inspectedOn: on } },
      ]);
    });
    return viewOf(here, await findKit(here.db, kit.id), here.today());
  }),
];

/** What lies in the other kits of its set is told with those. */
const listed = ({ packing: _, inSet, ...view }: KitView) => ({
  ...view,
  inSet: inSet === null ? null : { id: inSet.id, name: inSet.name },
});

async function retire(db: Db, who: string, id: string, version: number, today: PlainDate): Promise<{ retired: string; toStores: number }> {
  return db.transaction(async (tx) => {
    const kit = await findKit(tx, id);
    await claimKit(tx, id, version);
    for (const unit of kit.units) {
      const place = unit.condition === 'practice' ? 'practice' : 'stores';
      await tx
        .update(units)
        .set({ place, kitId: null, version: unit.version + 1 })
        .where(eq(units.id, unit.id));
    }
    await tx.update(kits).set({ retiredOn: today, packing: null }).where(eq(kits.id, id));
    await leaveSet(tx, who, id);
    await note(tx, who, [{ what: 'kit retired', subject: id, before: kit, after: { units: kit.units.map((unit) => unit.id) } }]);
    return { retired: id, toStores: kit.units.length };
  });
}
