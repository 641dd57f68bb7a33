import { blocksOf } from '../kit/blocks.ts';
import { MODULE_PREFIX } from '../kit/kitFit.ts';
import { isOutside } from '../kit/outside.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { Module } from '../model/kit.ts';
import type { Conditions } from '../model/reach.ts';
import type { Unit } from '../model/unit.ts';
import { type MeasuredTimes, measuredOf } from './measured.ts';
import { OPEN_VALUES, REACH_FACTS, type ReachPlan, type ReachValue } from './plan.ts';

export type ReachTermId =
  | 'fetch'
  | 'draw'
  | 'seated'
  | 'open'
  | 'openThen'
  | 'cutter'
  | 'front'
  | 'find'
  | 'module'
  | 'unwrap'
  | 'oneHand'
  | 'dark'
  | 'gloves'
  | 'measured';

export interface ReachTerm {
  id: ReachTermId;
  /** "3 things in front, 2 s each" */
  label: string;
  s: number;
}
export type Reach =
  | { inReach: true; s: number; terms: ReachTerm[]; measured: { medianS: number; count: number } | null }
  | { inReach: false; why: string };

export type ReachedUnit = Pick<Unit, 'kind' | 'condition' | 'state' | 'count'> & { id: string; own?: Unit['own'] };

/** A kit as hands come to it. */
export interface ReachedKit {
  id: string;
  units: readonly ReachedUnit[];
  modules: readonly Pick<Module, 'id' | 'name' | 'unitIds'>[];
  container: Container | undefined;
  position: Position;
  /** Things in front of each packed item, from its packing; null: not packed, so nothing is known to be in front. */
  blockedBy: Readonly<Record<string, readonly string[]>> | null;
  /** Whether a vacuum bag has its tear slits. */
  hasSlits: boolean;
  /** It is drawn by a tab; absent: it has none. */
  hasPullTab?: boolean | undefined;
  /** What hangs outside, by unit; absent: nothing. */
  hung?: Readonly<Record<string, string>> | undefined;
}

export interface ReachQuestion {
  fetchS: number;
  conditions: Conditions;
  /** Dark counts only where no light is at hand. */
  hasLight: boolean;
  /** Seconds to the nearest cutter outside of sealed bags; null: none is at hand. */
  cutterS: number | null;
  plan: ReachPlan;
  measured: MeasuredTimes;
}

const bits = (count: number): number => Math.log2(count + 1);
const show = (value: number): string => String(Math.round(value * 100) / 100);

/** Seconds of unwrapping by how the thing is wrapped; null: not at all. Which packets have two layers is common practice, no source. */
export function wrapOf(kind: Kind, unit: Pick<Unit, 'condition' | 'state'>): ReachValue | null {
  if (kind.grades['M.limb'] !== undefined && unit.condition === 'notStaged') return 'wrappedTourniquetS';
  const hasOuter = kind.states.some(({ id }) => id === 'outerOff');
  if (hasOuter && unit.state !== 'outerOff' && unit.condition !== 'opened') return 'twoLayersS';
  const isBagged = unit.state === 'pressed' || (kind.family === 'elasticWrapTourniquet' && unit.state === 'asSold');
  const isPacket = kind.sterile || kind.drawing === 'packet' || kind.drawing === 'blanket' || isBagged;
  return isPacket && unit.condition !== 'opened' ? 'notchS' : null;
}

/** Whether a hand that is free reaches the position. */
export function handReaches({ hands }: Pick<Position, 'hands'>, free: Conditions['hands']): boolean {
  return free === 'both' || hands === 'both' || hands === free;
}

/** Items that lie in the kit: things one by one, a module or a block of equal things as one. */
function itemsOf(kit: ReachedKit, catalog: KindCatalog): { id: string; unitId: string | null; isSeen: boolean }[] {
  const { container } = kit;
  const moduleOf = new Map(kit.modules.flatMap(({ id, unitIds }) => unitIds.map((unitId) => [unitId as string, id] as const)));
  const blocks = new Map(
    blocksOf(kit.units, container, catalog, { hung: kit.hung }, moduleOf).flatMap((block) =>
      block.map(({ id }) => [id, block[0]?.id] as const),
    ),
  );
  const items: ReturnType<typeof itemsOf> = [];
  const seen = new Set<string>();
  for (const unit of kit.units) {
    if (unit.condition === 'used' || (container !== undefined && isOutside(unit, container, catalog, kit.hung))) continue;
    const moduleId = moduleOf.get(unit.id);
    if (moduleId !== undefined) {
      if (!seen.has(moduleId)) items.push({ id: `${MODULE_PREFIX}${moduleId}`, unitId: null, isSeen: true });
      seen.add(moduleId);
    } else if (blocks.has(unit.id)) {
      // A block is one thing to the eye and the hand, whichever unit of it is wanted.
      items.push({ id: unit.id, unitId: unit.id, isSeen: blocks.get(unit.id) === unit.id });
    } else
      for (let copy = 1; copy <= unit.count; copy += 1)
        items.push({ id: copy === 1 ? unit.id : `${unit.id}:${copy}`, unitId: unit.id, isSeen: true });
  }
  return items;
}

/**
 * Seconds to the hand for every unit of a kit, with the terms that add up to them: fetch + draw + open + things in front + find +
 * unwrap, times one hand and dark, + gloves. Everything after the fetch is replaced by the median of measured times, where some
 * were taken under the same conditions. Seconds; every number is a planning value. Form of finding: Hick 1952, Hyman 1953.
 */
export function kitReach(kit: ReachedKit, question: ReachQuestion, catalog: KindCatalog): Map<string, Reach> {
  const { position, container } = kit;
  const { conditions, plan, fetchS } = question;
  const answers = new Map<string, Reach>();
  const out = (why: string) => {
    for (const { id } of kit.units) answers.set(id, { inReach: false, why });
    return answers;
  };
  if (!handReaches(position, conditions.hands)) return out(`only the ${position.hands} hand reaches: ${position.name.toLowerCase()}`);
  const needsCutter = container?.opening === 'slit' && !kit.hasSlits;
  const start: ReachTerm[] = [];
  if (fetchS > 0) start.push({ id: 'fetch', label: 'fetching the kit', s: fetchS });
  const hand = handTerms(kit, conditions, plan);
  const items = itemsOf(kit, catalog);
  const isHidden = (id: string) => (kit.blockedBy?.[id]?.length ?? 0) > 0;
  const visible = items.filter(({ id, isSeen }) => isSeen && !isHidden(id)).length;
  // The same for every thing of the kit.
  const opening = openTerms(container, needsCutter, question);
  const findSeen = findTerm('find', visible, 'things seen together', plan);
  const findHidden = findTerm('find', visible + 1, 'things seen together', plan);
  const byUnit = itemsByUnit(items);
  const moduleOf = new Map(kit.modules.flatMap((module) => module.unitIds.map((unitId) => [unitId as string, module] as const)));
  for (const unit of kit.units) {
    const kind = catalog.get(unit.kind);
    if (kind === undefined) continue;
    const outside = container !== undefined && isOutside(unit, container, catalog, kit.hung);
    if (needsCutter && !outside && question.cutterS === null) {
      answers.set(unit.id, { inReach: false, why: 'sealed without tear slits, and no cutter is at hand' });
      continue;
    }
    const inside = outside ? [] : insideTerms(unit);
    const wrap = wrapOf(kind, unit);
    const unwrap: ReachTerm[] = wrap === null ? [] : [{ id: 'unwrap', label: REACH_FACTS[wrap].label, s: plan.values[wrap] }];
    const terms = [...hand, ...inside, ...unwrap];
    answers.set(unit.id, totalReach({ kit, question, fetch: start, terms }, kind, unit));
  }
  return answers;

  function insideTerms(unit: ReachedUnit): ReachTerm[] {
    const { values } = plan;
    const terms: ReachTerm[] = [];
    const module = moduleOf.get(unit.id);
    const own = module === undefined ? (byUnit.get(unit.id) ?? []) : [`${MODULE_PREFIX}${module.id}`];
    let front = Number.POSITIVE_INFINITY;
    for (const id of own) front = Math.min(front, kit.blockedBy?.[id]?.length ?? 0);
    terms.push(...opening);
    if (front > 0 && Number.isFinite(front))
      terms.push({
        id: 'front',
        label: `${front} ${front === 1 ? 'thing' : 'things'} in front, ${show(values.frontS)} s each`,
        s: front * values.frontS,
      });
    // What lies behind others is looked for among them, and then is one more.
    terms.push(front > 0 ? findHidden : findSeen);
    if (module === undefined) return terms;
    const mates = kit.units.filter(({ id }) => module.unitIds.some((own) => own === id)).length;
    return [...terms, findTerm('module', mates, `things in ${module.name}`, plan)];
  }
}

/** Items of the packing that each unit lies in. */
function itemsByUnit(items: ReturnType<typeof itemsOf>): Map<string, string[]> {
  const byUnit = new Map<string, string[]>();
  for (const { id, unitId } of items) {
    if (unitId === null) continue;
    const known = byUnit.get(unitId);
    if (known === undefined) byUnit.set(unitId, [id]);
    else known.push(id);
  }
  return byUnit;
}

interface Totalled {
  kit: ReachedKit;
  question: ReachQuestion;
  fetch: ReachTerm[];
  terms: ReachTerm[];
}

/** Seconds in all: as they were measured where somebody did, else the sum with what hands, dark and gloves add. */
function totalReach({ kit, question, fetch, terms }: Totalled, kind: Kind, unit: ReachedUnit): Reach {
  const { conditions, measured, fetchS } = question;
  const times = measuredOf(measured, { kitId: kit.id, kind: unit.kind, positionId: kit.position.id, conditions });
  if (times !== null) {
    const label = `measured, median of the last ${times.count}`;
    const term: ReachTerm = { id: 'measured', label, s: times.medianS };
    return { inReach: true, s: fetchS + times.medianS, terms: [...fetch, term], measured: times };
  }
  const all = [...fetch, ...terms, ...handicaps(sum(terms), kind.grades, question)];
  return { inReach: true, s: sum(all), terms: all, measured: null };
}

function openTerms(container: Container | undefined, needsCutter: boolean, { plan, cutterS }: ReachQuestion): ReachTerm[] {
  if (needsCutter)
    return [
      { id: 'cutter', label: 'the cutter first', s: cutterS ?? 0 },
      { id: 'open', label: REACH_FACTS.openUncutS.label, s: plan.values.openUncutS },
    ];
  const steps =
    container === undefined
      ? []
      : ([
          ['open', container.opening],
          ['openThen', container.thenOpening ?? 'none'],
        ] as const);
  return steps.flatMap(([id, opening]): ReachTerm[] => {
    const key = OPEN_VALUES[opening];
    return key === null
      ? []
      : [{ id, label: id === 'open' ? REACH_FACTS[key].label : `then ${REACH_FACTS[key].label}`, s: plan.values[key] }];
  });
}

const sum = (terms: readonly ReachTerm[]): number => terms.reduce((total, { s }) => total + s, 0);

const findTerm = (id: 'find' | 'module', count: number, among: string, { values }: ReachPlan): ReachTerm => ({
  id,
  label: `finding it among ${count} ${count === 1 ? among.replace('things', 'thing') : among}`,
  s: values.findBaseS + values.findBitS * bits(count),
});

/** Seconds to draw from a position: what was set for it here, else its own. */
export const drawOf = (position: Pick<Position, 'id' | 'drawS'>, plan: ReachPlan): number => plan.drawS[position.id] ?? position.drawS;

/** A tab saves seconds, but a hand has to get there all the same. */
const LEAST_SHARE_OF_DRAWING = 0.5;

function handTerms(
  { position, hasPullTab }: Pick<ReachedKit, 'position' | 'hasPullTab'>,
  { isSeated }: Conditions,
  plan: ReachPlan,
): ReachTerm[] {
  const drawS = drawOf(position, plan);
  const s = hasPullTab === true ? Math.max(drawS * LEAST_SHARE_OF_DRAWING, drawS - plan.values.pullTabS) : drawS;
  const by = hasPullTab === true ? ' by its tab' : '';
  const terms: ReachTerm[] = [{ id: 'draw', label: `drawing it${by}: ${position.name.toLowerCase()}`, s }];
  // A pack comes off whether one sits or stands.
  const isInTheWay = position.onBody && !position.seated && !position.bearers.includes('pack');
  if (isSeated && isInTheWay) terms.push({ id: 'seated', label: 'seated', s: plan.values.seatedS });
  return terms;
}

type Handicaps = Pick<ReachQuestion, 'conditions' | 'hasLight' | 'plan'>;

/** What one hand, the dark and gloves add to the seconds after the fetch. A light is itself found in the dark; gloves go on by hand. */
function handicaps(bareS: number, grades: Kind['grades'], { conditions, hasLight, plan: { values } }: Handicaps): ReachTerm[] {
  const terms: ReachTerm[] = [];
  const byHand = conditions.hands === 'both' ? 1 : values.oneHandFactor;
  if (byHand !== 1) terms.push({ id: 'oneHand', label: `one hand only, × ${show(byHand)}`, s: bareS * (byHand - 1) });
  const byDark = conditions.isDark && (!hasLight || grades['S.light'] !== undefined) ? values.darkFactor : 1;
  if (byDark !== 1) terms.push({ id: 'dark', label: `dark, without a light, × ${show(byDark)}`, s: bareS * byHand * (byDark - 1) });
  if (conditions.isGloved && grades['S.hands'] === undefined)
    terms.push({ id: 'gloves', label: REACH_FACTS.glovesS.label, s: values.glovesS });
  return terms;
}

/** Seconds to something of one's own: drawn, with one hand or in the dark. */
export function ownReach({ drawS, grades }: { drawS: number; grades: Kind['grades'] }, how: Handicaps): Reach & { inReach: true } {
  const terms: ReachTerm[] = [{ id: 'draw', label: 'drawing it', s: drawS }, ...handicaps(drawS, grades, how)];
  return { inReach: true, s: sum(terms), terms, measured: null };
}
