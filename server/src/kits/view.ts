import type { FitProblem, FitResult } from '@ivrak/core/fit';
import { fitFingerprint, gapText, type Judgement, judgeKit, kitCarry, kitFitProblem } from '@ivrak/core/kit';
import { addDays, type KitDraft, type KitSummary, type KitView, type PlainDate, skillsOf } from '@ivrak/core/model';
import { type Finding, runRules } from '@ivrak/core/rules';
import { type KeptKit, type UpkeepEvent, upkeepEvents } from '@ivrak/core/upkeep';
import { containerOf, KIND_CATALOG, positionOf, schoolOf } from '../catalog/catalog.ts';
import { intervalOf } from '../heat/heat.ts';
import type { StoredKit } from './store.ts';
import { remembered } from './summaries.ts';

export interface StoredPacking {
  fingerprint: string;
  result: Pick<FitResult, 'thicknessMm' | 'feasible' | 'outer'> & { blockedBy?: FitResult['blockedBy'] };
}
const isPacking = (value: unknown): value is StoredPacking =>
  typeof value === 'object' && value !== null && 'fingerprint' in value && 'result' in value;

export const judge = (kit: StoredKit, on: PlainDate): Judgement => {
  const school = schoolOf(kit.schoolId);
  if (school === undefined) throw new Error(`kit ${kit.id} has an unknown school ${kit.schoolId}`);
  return judgeKit(kit, school, containerOf(kit.containerId), on, KIND_CATALOG);
};

export function keptKit(kit: StoredKit, judgement: Judgement): KeptKit {
  const school = schoolOf(kit.schoolId);
  if (school === undefined) throw new Error(`kit ${kit.id} has an unknown school ${kit.schoolId}`);
  const { id, name, units, inspectedOn, brief } = kit;
  return { id, name, units, inspectedOn, school, needs: judgement.needs, skills: skillsOf(brief), interval: intervalOf(kit) };
}

/** How the kit would be packed now; null where there is nothing to pack it into, or too much. */
export function fitProblemOf(kit: StoredKit, judgement: Judgement): FitProblem | null {
  const container = containerOf(kit.containerId);
  if (container === undefined) return null;
  const { units, fit: choices, modules } = kit;
  const fit = kitFitProblem({ units, container, coverage: judgement.coverage, catalog: KIND_CATALOG, fit: choices, modules });
  return fit.ok ? fit.problem : null;
}

/** What the rules say of a kit, or of a draft of one. */
export function findingsOf(draft: KitDraft, judgement: Judgement, packed: StoredPacking['result'] | null, on: PlainDate): Finding[] {
  const school = schoolOf(draft.schoolId);
  if (school === undefined) throw new Error(`unknown school ${draft.schoolId}`);
  return runRules({
    draft,
    brief: draft.brief,
    school,
    today: on,
    coverage: judgement.coverage,
    container: containerOf(draft.containerId),
    position: positionOf(draft.positionId),
    catalog: KIND_CATALOG,
    packedMm: packed?.thicknessMm ?? null,
    packedOuter: packed?.outer,
  });
}

/** The packing of a kit as it is now; null where it was packed otherwise or not at all. */
export function packedOf(kit: StoredKit, judgement: Judgement): StoredPacking['result'] | null {
  const problem = fitProblemOf(kit, judgement);
  return isPacking(kit.packing) && problem !== null && kit.packing.fingerprint === fitFingerprint(problem) ? kit.packing.result : null;
}

/** What Muster says of a kit. Pure in kit and day, so it is kept until the kit's version or the day changes. */
export function viewOf(kit: StoredKit, today: PlainDate): KitView {
  const key = JSON.stringify([
    kit.id,
    kit.version,
    today,
    kit.inspectedOn,
    intervalOf(kit),
    isPacking(kit.packing) ? kit.packing.fingerprint : null,
  ]);
  const summary = remembered(key, () => summarise(kit, today));
  const container = containerOf(kit.containerId);
  const position = positionOf(kit.positionId);
  return {
    ...kit,
    container: { id: kit.containerId, name: container?.name ?? kit.containerId },
    position: { id: kit.positionId, name: position?.name ?? kit.positionId },
    summary,
  };
}

function summarise(kit: StoredKit, today: PlainDate): KitSummary {
  const judgement = judge(kit, today);
  const container = containerOf(kit.containerId);
  const position = positionOf(kit.positionId);
  const packing = packedOf(kit, judgement);
  const carry =
    packing !== null && container !== undefined && position !== undefined
      ? kitCarry({ units: kit.units, container, position, packed: packing, catalog: KIND_CATALOG })
      : null;
  const gap = judgement.coverage.needs.find(({ state }) => state === 'gap');
  const events: UpkeepEvent[] = upkeepEvents(keptKit(kit, judgement), today, addDays(today, 730), KIND_CATALOG);
  return {
    rungs: judgement.rungs.map(({ rung, state, have, least }) => ({ rung, state, have, least })),
    held: judgement.held,
    asked: judgement.asked,
    massG: judgement.massG,
    massLimitG: position?.massG ?? null,
    priceMinor: judgement.priceMinor,
    thicknessMm: carry?.outerTMm ?? null,
    thicknessLimitMm: position?.tMm ?? 0,
    allIn: packing?.feasible ?? null,
    readyUntil: judgement.readyUntil,
    gap: gap === undefined ? null : gapText(gap),
    next: events.find(({ type }) => type !== 'gap') ?? null,
  };
}
