import { classifyKit } from '@ivrak/core/coverage';
import type { FitProblem, FitResult } from '@ivrak/core/fit';
import { closesNow, fitFingerprint, gapText, type Judgement, judgeKit, kitCarry, kitFitProblem, liesIn, outerOf } from '@ivrak/core/kit';
import {
  addDays,
  type InSetView,
  type KitClassView,
  type KitDraft,
  type KitSummary,
  type KitView,
  type NeedId,
  type PlainDate,
  type SlowFind,
  skillsOn,
} from '@ivrak/core/model';
import { type Finding, runRules } from '@ivrak/core/rules';
import { type KeptKit, UPKEEP_PLAN, type UpkeepEvent, upkeepEvents } from '@ivrak/core/upkeep';
import type { Installation } from '../installation/installation.ts';
import type { InSet, StoredKit } from '../installation/storedKit.ts';
import { kindsFor } from './inSets.ts';

export interface StoredPacking {
  fingerprint: string;
  result: Pick<FitResult, 'thicknessMm' | 'feasible' | 'outer'> & Partial<Pick<FitResult, 'blockedBy' | 'placed' | 'blocks'>>;
}
export const isPacking = (value: unknown): value is StoredPacking =>
  typeof value === 'object' && value !== null && 'fingerprint' in value && 'result' in value;

export const judge = (here: Installation, kit: StoredKit, on: PlainDate): Judgement => {
  const school = here.catalog.school(kit.schoolId);
  if (school === undefined) throw new Error(`kit ${kit.id} has an unknown school ${kit.schoolId}`);
  return here.memory.of(kit, `judged ${on}`, () => judgeKit(kit, school, here.catalog.container(kit.containerId), on, kindsFor(here, kit)));
};

export function keptKit(here: Installation, kit: StoredKit, judgement: Judgement, on: PlainDate): KeptKit {
  const school = here.catalog.school(kit.schoolId);
  if (school === undefined) throw new Error(`kit ${kit.id} has an unknown school ${kit.schoolId}`);
  const { id, name, units, inspectedOn, brief } = kit;
  return {
    id,
    name,
    units,
    inspectedOn,
    school,
    needs: judgement.needs,
    skills: skillsOn(brief, on),
    falls: judgement.falls,
    isChecked: brief.securityChecks,
    beside: kit.inSet?.beside,
    alone: kit.inSet?.alone,
    interval: here.heat.intervalOf(kit),
  };
}

/** How the kit would be packed now; null where there is nothing to pack it into, or too much. */
export function fitProblemOf(here: Installation, kit: StoredKit, judgement: Judgement): FitProblem | null {
  const container = here.catalog.container(kit.containerId);
  if (container === undefined) return null;
  const { units, fit: choices, modules } = kit;
  const position = here.catalog.position(kit.positionId);
  const { coverage } = judgement;
  const fit = kitFitProblem({ units, container, position, coverage, catalog: here.catalog.kinds, fit: choices, modules });
  return fit.ok ? fit.problem : null;
}

/** What the rules say of a kit, or of a draft of one. */
export function findingsOf(
  here: Installation,
  draft: KitDraft & Partial<Pick<StoredKit, 'inSet'>>,
  judgement: Judgement,
  packed: StoredPacking['result'] | null,
  on: PlainDate,
  finds: readonly SlowFind[] = [],
): Finding[] {
  const school = here.catalog.school(draft.schoolId);
  if (school === undefined) throw new Error(`unknown school ${draft.schoolId}`);
  return runRules({
    draft,
    brief: draft.brief,
    school,
    today: on,
    coverage: judgement.coverage,
    beside: draft.inSet?.beside,
    container: here.catalog.container(draft.containerId),
    position: here.catalog.position(draft.positionId),
    catalog: kindsFor(here, { inSet: draft.inSet ?? null }),
    packedMm: packed?.thicknessMm ?? null,
    packedOuter: packed?.outer,
    lies: packed?.placed === undefined ? undefined : liesIn({ placed: packed.placed, blocks: packed.blocks }),
    heat: here.heat.at(draft.positionId)?.heat ?? null,
    finds,
  });
}

/** The packing of a kit as it is now; null where it was packed otherwise or not at all. */
export function packedOf(here: Installation, kit: StoredKit, judgement: Judgement): StoredPacking['result'] | null {
  const problem = fitProblemOf(here, kit, judgement);
  return isPacking(kit.packing) && problem !== null && kit.packing.fingerprint === fitFingerprint(problem) ? kit.packing.result : null;
}

/** What Muster says of a kit. Pure in kit and day, so it is kept with the kit. */
export function viewOf(here: Installation, kit: StoredKit, today: PlainDate): KitView {
  const summary = here.memory.of(kit, `summary ${today}`, () => summarise(here, kit, today));
  const container = here.catalog.container(kit.containerId);
  const position = here.catalog.position(kit.positionId);
  const { inSet, ...own } = kit;
  return {
    ...own,
    inSet: inSetView(inSet),
    container: { id: kit.containerId, name: container?.name ?? kit.containerId },
    position: { id: kit.positionId, name: position?.name ?? kit.positionId },
    summary,
    class: here.memory.of(kit, `class ${today}`, () => classOf(here, kit, today)),
  };
}

/** The same things stand in it once: among those of the others. */
export function inSetView(inSet: InSet | null): InSetView | null {
  if (inSet === null) return null;
  const { beside: _, ...view } = inSet;
  return view;
}

function classOf(here: Installation, kit: StoredKit, on: PlainDate): KitClassView {
  const school = here.catalog.school(kit.schoolId);
  if (school === undefined) throw new Error(`kit ${kit.id} has an unknown school ${kit.schoolId}`);
  const { brief, layer, units } = kit;
  const problem = {
    school,
    skills: skillsOn(brief, on),
    isChecked: brief.securityChecks,
    on,
    kits: [{ id: kit.id, units }, ...(kit.inSet?.beside ?? [])],
  };
  const { name, says, next } = classifyKit(problem, layer, kindsFor(here, kit));
  return { name, sentence: says, lacking: next?.lacking ?? [], next: next?.name ?? null };
}

function summarise(here: Installation, kit: StoredKit, today: PlainDate): KitSummary {
  const judgement = judge(here, kit, today);
  const container = here.catalog.container(kit.containerId);
  const position = here.catalog.position(kit.positionId);
  const packing = packedOf(here, kit, judgement);
  const carry =
    packing !== null && container !== undefined && position !== undefined
      ? kitCarry({ units: kit.units, container, position, packed: packing, catalog: here.catalog.kinds, fit: kit.fit })
      : null;
  const closes = closesNow(kit, container, here.catalog.kinds);
  const gap = judgement.coverage.needs.find(({ state }) => state === 'gap');
  const events: UpkeepEvent[] = kitEvents(here, kit, today, addDays(today, 730));
  return {
    rungs: judgement.rungs.map(({ rung, state, have, least }) => ({ rung, state, have, least })),
    held: judgement.held,
    asked: judgement.asked,
    massG: judgement.massG,
    massLimitG: position?.massG ?? null,
    priceMinor: judgement.priceMinor,
    thicknessMm: carry?.outerTMm ?? closes?.outerMm ?? null,
    isMeasured: closes !== null,
    thicknessLimitMm: position?.tMm ?? 0,
    allIn: closes === null ? (packing?.feasible ?? null) : true,
    readyUntil: judgement.readyUntil,
    gap: gap === undefined ? null : gapText(gap),
    outer: carry === null || packing === null || container === undefined ? null : { ...outerOf(container, packing), tMm: carry.outerTMm },
    shares: judgement.shares,
    next: events.find(({ type }) => type !== 'gap') ?? null,
  };
}

/** A kit's next inspection plus the supplier's lead: what a spare should outlast. */
export function outlastsFor(here: Installation, kit: StoredKit, today: PlainDate): PlainDate {
  const due = addDays(kit.inspectedOn ?? today, here.heat.intervalOf(kit).days);
  return addDays(due < today ? today : due, UPKEEP_PLAN.supplierLeadDays);
}

/** Dated events of a kit as it is now. */
export const kitEvents = (here: Installation, kit: StoredKit, from: PlainDate, to: PlainDate) =>
  here.memory.of(kit, `events ${from} ${to}`, () => {
    const judgement = judge(here, kit, from);
    const events = upkeepEvents(keptKit(here, kit, judgement, from), from, to, kindsFor(here, kit));
    return events.filter(({ type, need }) => type !== 'gap' || need === null || tellsOf(kit, judgement, need));
  });

/**
 * Whether it is this kit of its set that tells of a gap, so that it is told, filled and bought once: what it must hold by itself is told by
 * itself, else the first that holds some of it tells, else the first of the set.
 */
export function tellsOf({ id, inSet }: StoredKit, { shares }: Judgement, need: NeedId): boolean {
  const share = shares.find((one) => one.need === need);
  if (inSet === null || share === undefined) return true;
  if (share.alone !== null && share.alone.have < share.alone.least) return true;
  const holds = (kitId: string) => (kitId === id ? share.here > 0 : share.others.some((other) => other.kitId === kitId));
  return (inSet.kitIds.find(holds) ?? inSet.kitIds[0]) === id;
}
