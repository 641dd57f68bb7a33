import { conditionCounts } from '../coverage/prepare.ts';
import type { StockKit, StockUnit } from '../coverage/problem.ts';
import { judgeKit } from '../kit/judgement.ts';
import { sheetOf } from '../kit/planned.ts';
import { OWN_ID } from '../loadout/ownThing.ts';
import { type Brief, briefOn, skillsOf } from '../model/brief.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { KitDraft, PlannedThing } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Age } from '../model/traits.ts';
import type { Unit, UnitId } from '../model/unit.ts';
import { deriveNeeds } from '../needs/needs.ts';
import type { ReachPlan } from '../reach/plan.ts';
import { runRules } from '../rules/rules.ts';
import { holdsAsMuch, replaceable, withoutKinds } from './givingWay.ts';
import { SOLD_SO } from './packing.ts';
import { type Proposal, type Proposed, packingsFor, sideBySide, toEnd } from './propose.ts';
import type { First, InStock, ProposeLimits, ProposeQuestion } from './question.ts';

/** What a carrier asks of a proposal for a kit. */
export interface KitAsk {
  /** Money for what is bought, mass of what goes in, thickness outside; what is left out is not limited. */
  limits: Pick<ProposeLimits, 'money' | 'massG' | 'thicknessMm'>;
  goal: 'least' | 'ideal';
  /** Kinds that must be in it, one at least. */
  locked: readonly string[];
  barred: readonly string[];
  /** What lies in the kit stays in it. */
  isKept: boolean;
  /** What is spare in stores may be taken. */
  takesStores: boolean;
  /** The last need of the school's order that is asked; absent: all. */
  upTo?: NeedId | undefined;
  /** One more beside the cheapest, the lightest and the thinnest, by what comes first, then next; absent or empty: none. */
  further?: readonly First[] | undefined;
}
export interface KitWorld {
  catalog: KindCatalog;
  school: School;
  today: PlainDate;
  containers: readonly Container[];
  positions: readonly Position[];
  /** What lies in stores. */
  spares: readonly InStock[];
  /** What a unit is offered for, minor units; what is not offered is reckoned at its usual price. */
  offered?: ReadonlyMap<string, number>;
  /** Planning values of reach; absent: those that are shipped. */
  reach?: ReachPlan | undefined;
  /** What is carried as one with the kit. */
  beside?: readonly StockKit[];
}
export interface ProposedForKit extends Proposed {
  /** Out of what is owned alone: what lies in the kit and in stores; null: nothing is owned. */
  fromOwned: Proposal | null;
  /** By the order that was asked for beside these; null: none was. */
  further: Proposal | null;
}

/** Put side by side. */
const SIDE_BY_SIDE: readonly (readonly First[])[] = [['cheapest'], ['lightest'], ['thinnest']];
/** How often what the rules warn of is left out and the question asked again. */
const MOST_ROUNDS = 3;
/** Where each round packs anew. */
const MOST_ROUNDS_IN_ROOM = 1;

/** The question of a kit: its brief and school, what is owned, and where it is carried. */
export function questionOf(draft: KitDraft, ask: KitAsk, world: KitWorld): ProposeQuestion {
  const brief = briefOn(draft.brief, world.today);
  const owned = ownedIn(draft.units, world);
  const counts = new Map<string, number>();
  if (ask.isKept) for (const { kind, count } of owned) counts.set(kind, (counts.get(kind) ?? 0) + count);
  for (const kind of ask.locked) counts.set(kind, Math.max(1, counts.get(kind) ?? 0));
  const container = world.containers.find(({ id }) => id === draft.containerId);
  const position = world.positions.find(({ id }) => id === draft.positionId);
  const known = new Set(counts.keys());
  // What the bearer has of his own counts, and is nothing that anybody sells.
  const own = (world.beside ?? []).flatMap(({ id, units }) => (id === OWN_ID ? units.map(({ kind }) => kind) : []));
  return {
    needs: deriveNeeds(brief, world.school),
    school: world.school,
    on: world.today,
    kinds: [...world.catalog.values()].flatMap((kind) => {
      if (!known.has(kind.id) && !suits(kind, brief)) return [];
      return [{ ...kind, priceMinor: world.offered?.get(kind.id) ?? kind.priceMinor }];
    }),
    skills: skillsOf(brief),
    isChecked: brief.securityChecks,
    stock: [...owned, ...(ask.takesStores ? world.spares : [])],
    beside: (world.beside ?? []).flatMap(({ units }) => ownedIn(units, world)),
    limits: { ...ask.limits, ...(container === undefined ? {} : { container }), ...(position === undefined ? {} : { position }) },
    goal: ask.goal,
    locked: [...counts].map(([kind, count]) => ({ kind, count })),
    barred: [...ask.barred, ...own].filter((kind) => !known.has(kind)),
    ...(ask.upTo === undefined ? {} : { upTo: ask.upTo }),
    ...(world.reach === undefined ? {} : { reach: world.reach }),
  };
}

/** What counts as it is: whole, good and in a condition to be used. */
export const ownedIn = (units: readonly StockUnit[], { catalog, today }: KitWorld): InStock[] =>
  units.flatMap(({ id, kind, count, condition, piecesUsed = 0, expiresOn = null }) => {
    const known = catalog.get(kind);
    const isGood = expiresOn === null || expiresOn >= today;
    return known !== undefined && isGood && piecesUsed === 0 && conditionCounts(condition, known) ? [{ id, kind, count, expiresOn }] : [];
  });

/** For whom it is made is somebody who is there; where there are adults, it is for them. Few hands get into small gloves. */
function suits({ traits: { ages, gloveSize } }: Kind, { persons, childrenByAge: { infants, small, older }, children }: Brief): boolean {
  if (gloveSize === 'S') return false;
  if (ages === undefined) return true;
  const there: Age[] = [
    ...(infants > 0 ? (['infants'] as const) : []),
    ...(small > 0 ? (['small'] as const) : []),
    ...(older > 0 || (children && infants + small + older === 0) ? (['older'] as const) : []),
  ];
  return persons > infants + small + older ? ages.includes('adults') : ages.some((age) => there.includes(age));
}

/**
 * Proposals for a kit, side by side, and one out of what is owned alone. What the rules warn of is left out where something else holds
 * as much. Yields the share done, with what is there by then.
 */
export function* proposeForKit(
  draft: KitDraft,
  ask: KitAsk,
  world: KitWorld,
): Generator<{ share: number; proposed: ProposedForKit }, ProposedForKit> {
  const { catalog } = world;
  const asked = questionOf(draft, ask, world);
  // One room: what was found to go in, or not, holds for every round.
  const packings = packingsFor(asked, catalog);
  const inRoom = (one: ProposeQuestion) => sideBySide(one, SIDE_BY_SIDE, catalog, packings);
  let question = asked;
  const first = inRoom(question);
  let step = first.next();
  for (; step.done !== true; step = first.next())
    if (step.value.proposed.proposals.length > 0)
      yield { share: step.value.share / 2, proposed: { ...step.value.proposed, fromOwned: null, further: null } };
  let best = step.value;
  const most = packings === null ? MOST_ROUNDS : MOST_ROUNDS_IN_ROOM;
  for (let round = 0; round < most && best.proposals.length > 0; round += 1) {
    yield { share: 0.5 + round / 10, proposed: { proposals: best.proposals, why: [], fromOwned: null, further: null } };
    const warned = [...new Set(best.proposals.flatMap((proposal) => warnedOf(draft, ask, proposal, world)))];
    const fixed = new Set(question.locked?.map(({ kind }) => kind));
    const more = warned.filter((kind) => !fixed.has(kind) && question.barred?.includes(kind) !== true);
    if (more.length === 0) break;
    const given = giveWay(question, best.proposals[0], more, inRoom, catalog);
    if (given === null) break;
    [question, best] = [given.without, given.next];
  }
  const [fromOwned = null] =
    (asked.stock ?? []).length === 0
      ? []
      : toEnd(sideBySide({ ...asked, isOwnOnly: true, locked: [] }, [['fewest']], catalog, packings)).proposals;
  // By itself: what lasts longest takes less out of stores than the others may.
  const { further: order = [] } = ask;
  const [further = null] = order.length === 0 ? [] : toEnd(sideBySide(question, [order], catalog, packings)).proposals;
  return { proposals: best.proposals, why: best.why(), fromOwned, further };
}

type Told = ReturnType<typeof sideBySide> extends Generator<unknown, infer Answer> ? Answer : never;

/** The question without what the rules warn of, all of it or as much as can be replaced; null: none of it gives way. */
function giveWay(
  question: ProposeQuestion,
  was: Proposal | undefined,
  more: readonly string[],
  inRoom: (question: ProposeQuestion) => ReturnType<typeof sideBySide>,
  catalog: KindCatalog,
): { without: ProposeQuestion; next: Told } | null {
  const tried = (kinds: readonly string[]) => {
    const without = withoutKinds(question, kinds);
    const next = toEnd(inRoom(without));
    return holdsAsMuch(next.proposals[0], was) ? { without, next } : null;
  };
  const all = tried(more);
  if (all !== null || more.length === 1) return all;
  const some = replaceable(question, more, catalog);
  return some.length === 0 || some.length === more.length ? null : tried(some);
}

/** What of a proposal is laid out. */
type Laid = Pick<Proposal, 'things' | 'press'>;

/** Kinds of a proposal that the rules warn of, as it would lie in the kit. */
export function warnedOf(draft: KitDraft, ask: Pick<KitAsk, 'isKept'>, proposal: Laid, world: KitWorld): string[] {
  const { catalog, school, today } = world;
  let number = 0;
  const laid = layProposal(draft, proposal, ask.isKept, () => `p${number++}` as UnitId); // ids that live for this question only
  const planned = new Map(laid.planned.map(({ id, kind }) => [id as string, kind]));
  const whole = { ...laid, units: sheetOf(laid).map(({ planned: _, ...unit }): Unit => unit) };
  const container = world.containers.find(({ id }) => id === draft.containerId);
  const inSet = world.beside === undefined ? null : { beside: world.beside, alone: [] };
  const findings = runRules({
    draft: whole,
    brief: draft.brief,
    school,
    today,
    coverage: judgeKit({ id: 'proposed', brief: draft.brief, units: whole.units, inSet }, school, container, today, catalog).coverage,
    beside: world.beside,
    container,
    position: world.positions.find(({ id }) => id === draft.positionId),
    catalog,
    packedMm: null,
  });
  return findings.filter(({ severity }) => severity !== 'note').flatMap(({ lookedAt }) => lookedAt.flatMap((id) => planned.get(id) ?? []));
}

/**
 * A kit with a proposal laid out in it: what is owned and stays lies where it is, what is to come is planned. One that is not kept
 * leaves what the proposal has no use for. How it is pressed goes with it; where things were locked or pinned is let go.
 */
export function layProposal(draft: KitDraft, { things, press }: Laid, isKept: boolean, newId: () => UnitId): KitDraft {
  // What of the kit's own the proposal counts on; a lapsed thing of the same kind is not it.
  const counted = new Map<string, number>();
  for (const { fromStock = [] } of things) for (const id of fromStock) counted.set(id, (counted.get(id) ?? 0) + 1);
  const open = new Map(things.map(({ kind, count }) => [kind, count]));
  const units = draft.units.flatMap((unit): Unit[] => {
    const own = Math.min(unit.count, counted.get(unit.id) ?? 0);
    open.set(unit.kind, (open.get(unit.kind) ?? 0) - own);
    const stays = isKept ? unit.count : own;
    return stays === 0 ? [] : [{ ...unit, count: stays }];
  });
  const planned = things.flatMap(({ kind, state }): PlannedThing[] => {
    const count = open.get(kind) ?? 0;
    return count <= 0 ? [] : [{ id: newId(), kind, count, state: state ?? SOLD_SO }];
  });
  return { ...draft, units, planned, fit: { ...draft.fit, press: Math.max(press, isKept ? draft.fit.press : 0), locks: {}, pins: {} } };
}
