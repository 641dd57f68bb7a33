import { coverageNow } from '../coverage/coverage.ts';
import type { AskedNeed, StockKit } from '../coverage/problem.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import { TOGETHER } from '../kit/priority.ts';
import type { Container } from '../model/container.ts';
import type { Kind } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { Conditions } from '../model/reach.ts';
import type { Unit } from '../model/unit.ts';
import type { ReachPlan } from '../reach/plan.ts';
import { Booker } from './booker.ts';
import { type KitAsk, type KitWorld, ownedIn, questionOf, warnedOf } from './forKit.ts';
import { type Counted, SOLD_SO, stateOf } from './packing.ts';
import { type Proposal, type ProposedThing, packingsFor, sideBySide, toEnd, unitsOf } from './propose.ts';
import { askedOf, type First, type ProposeQuestion, problemFor } from './question.ts';
import { type InHand, type Load, type ReachedRoom, SetReach } from './setReach.ts';
import { SetRooms, type Shared } from './setRooms.ts';
import type { Why } from './whyNot.ts';

/** A kit of a set, with the way to it. */
export interface KitOfSet {
  id: string;
  draft: KitDraft;
  /** Needs that it must hold by itself. */
  alone: readonly NeedId[];
  /** Seconds until it is where the work is. */
  fetchS: number;
}
/** What is asked for a set; what lies in its kits stays where it lies. */
export type SetAsk = Omit<KitAsk, 'limits' | 'isKept'> & { limits: Pick<KitAsk['limits'], 'money' | 'massG'> };

export interface SetWorld extends Omit<KitWorld, 'beside'> {
  plan: ReachPlan;
  conditions?: Conditions;
  /** What the bearer of the set has of his own. */
  own: readonly StockKit[];
}
/** What one kit of the set is to hold. */
export interface KitsShare {
  kitId: string;
  things: ProposedThing[];
  press: number;
  /** Outside, packed; null: what it is packed in is not known. */
  thicknessMm: number | null;
}
export interface SetProposal extends Omit<Proposal, 'things' | 'press'> {
  kits: KitsShare[];
  inHand: InHand[];
}
/** A thing that lies too far from the hand for what it is for, where another kit of the set has room for it. */
export interface Move {
  unitId: string;
  kind: string;
  count: number;
  from: string;
  to: string;
  need: NeedId;
  windowS: number;
  /** To the hand as it lies now, null where hands do not come to it, and as it would lie. */
  wasS: number | null;
  seconds: number;
}
export interface ProposedForSet {
  proposals: SetProposal[];
  why: Why[];
  moves: Move[];
}

/** Put side by side. */
const SIDE_BY_SIDE: readonly (readonly First[])[] = [['cheapest'], ['lightest'], ['fewest']];

/**
 * Which thing into which kit of a set: counted once for all of them, so that nothing is doubled but what a kit must hold by itself; then
 * shared out by the seconds within which it is wanted, each kit within its place. Kits have one brief and one school, those of the first.
 * Money in minor units, mass in g, seconds. Yields the share done, with what is there by then.
 */
export function* proposeForSet(
  kits: readonly [KitOfSet, ...KitOfSet[]],
  ask: SetAsk,
  world: SetWorld,
): Generator<{ share: number; proposed: ProposedForSet }, ProposedForSet> {
  const set = new SetOfKits(kits, ask, world);
  const inRooms = (question: ProposeQuestion) => sideBySide(question, SIDE_BY_SIDE, world.catalog, set.rooms);
  const first = inRooms(set.question);
  let step = first.next();
  for (; step.done !== true; step = first.next()) {
    const { share, proposed } = step.value;
    if (proposed.proposals.length > 0) yield { share: share * 0.7, proposed: { ...set.told(proposed.proposals), why: [] } };
  }
  let best = step.value;
  // What the rules warn of gives way once, where something else holds as much.
  const without = set.without(best.proposals);
  if (without !== null) {
    yield { share: 0.7, proposed: { ...set.told(best.proposals), why: [] } };
    const next = toEnd(inRooms(without));
    const [was, is] = [best.proposals[0], next.proposals[0]];
    if (was !== undefined && is !== undefined && holdsAsMuch(is.needs, was.needs)) best = next;
  }
  return { ...set.told(best.proposals), why: best.why() };
}

const holdsAsMuch = (one: readonly NeedCoverage[], other: readonly NeedCoverage[]): boolean =>
  one.every(({ have, state }, at) => have >= (other[at]?.have ?? 0) && (state !== 'thin' || other[at]?.state === 'thin'));

class SetOfKits {
  readonly question: ProposeQuestion;
  readonly rooms: SetRooms;
  private readonly reach: SetReach;
  private readonly booker: Booker;
  /** What lies in each kit, and what it needs beside that to hold by itself what it is asked to. */
  private readonly fixed: readonly ReadonlyMap<string, number>[];
  private readonly packings;

  constructor(
    private readonly kits: readonly [KitOfSet, ...KitOfSet[]],
    private readonly ask: SetAsk,
    private readonly world: SetWorld,
  ) {
    const [{ draft }] = kits;
    // Booked as one, in no room: each kit has its own.
    const whole: KitDraft = { ...draft, units: kits.flatMap((kit) => kit.draft.units), containerId: '', positionId: '' };
    const asked = questionOf(whole, { ...ask, isKept: true }, { ...world, beside: world.own, reach: world.plan });
    this.fixed = kits.map((kit) => this.fixedIn(kit, asked));
    const must = new Map((asked.locked ?? []).map(({ kind, count }) => [kind, count]));
    const inKits = new Map<string, number>();
    for (const counts of this.fixed) for (const [kind, count] of counts) inKits.set(kind, (inKits.get(kind) ?? 0) + count);
    for (const [kind, count] of inKits) must.set(kind, Math.max(count, must.get(kind) ?? 0));
    const rooms = kits.map((kit): ReachedRoom => ({ ...this.placeOf(kit.draft), ...waysTo(kit) }));
    this.reach = new SetReach(rooms, world.plan, world.catalog, world.conditions);
    this.packings = kits.map((kit) => packingsFor({ ...asked, limits: this.limitsOf(kit.draft) }, world.catalog));
    this.booker = new Booker(askedOf(asked), asked, asked.kinds);
    const late = this.lateKinds(asked);
    this.question = {
      ...asked,
      locked: [...must].map(([kind, count]) => ({ kind, count })),
      isInTime: (kind, { need }) => late.get(need)?.has(kind.id) !== true,
    };
    this.rooms = new SetRooms(
      kits.map((kit, at) => ({
        packings: this.packings[at] ?? null,
        isBare: isBare(this.placeOf(kit.draft).container),
        fixed: this.fixed[at] as ReadonlyMap<string, number>,
        secondsTo: (kind) => this.reach.to(at, kind),
      })),
      (chosen) => this.windowsOf(chosen),
    );
  }

  private fixedIn({ draft, alone }: KitOfSet, asked: ProposeQuestion): Map<string, number> {
    const { world, ask } = this;
    const owned = ownedIn(draft.units, world);
    const counts = new Map<string, number>();
    for (const { kind, count } of owned) counts.set(kind, (counts.get(kind) ?? 0) + count);
    const needs = asked.needs.filter(({ need, least }) => least > 0 && alone.includes(need));
    if (needs.length === 0) return counts;
    const question: ProposeQuestion = {
      ...asked,
      needs,
      beside: [],
      stock: [...owned, ...(ask.takesStores ? world.spares : [])],
      locked: [...counts].map(([kind, count]) => ({ kind, count })),
      limits: { ...asked.limits, ...this.limitsOf(draft) },
    };
    const cheapest = (one: ProposeQuestion) =>
      toEnd(sideBySide(one, [['cheapest']], world.catalog, packingsFor(one, world.catalog))).proposals[0];
    let proposal = cheapest(question);
    const warned = proposal === undefined ? [] : warnedOf(draft, { isKept: true }, proposal, { ...world, beside: [] });
    const without = warned.filter((kind) => !counts.has(kind));
    if (without.length > 0) proposal = cheapest({ ...question, barred: [...(question.barred ?? []), ...without] }) ?? proposal;
    for (const { kind, count } of proposal?.things ?? []) counts.set(kind, Math.max(count, counts.get(kind) ?? 0));
    return counts;
  }

  private placeOf({ containerId, positionId }: KitDraft) {
    return {
      container: this.world.containers.find(({ id }) => id === containerId),
      position: this.world.positions.find(({ id }) => id === positionId),
    };
  }

  private limitsOf(draft: KitDraft): ProposeQuestion['limits'] {
    const { container, position } = this.placeOf(draft);
    return { ...(container === undefined ? {} : { container }), ...(position === undefined ? {} : { position }) };
  }

  /** By what it is booked for, all together; what belongs to something is wanted with it. */
  private windowsOf(chosen: Counted): Map<Kind, number> {
    const { catalog, own } = this.world;
    const units = chosen.map(({ kind, count }) => ({ id: kind.id, kind: kind.id, count, condition: 'ready' as const }));
    const problem = problemFor(this.question, askedOf(this.question), [...units, ...own.flatMap((kit) => kit.units)]);
    const windows = new Map<string, number>();
    const wanted = (kind: string, windowS: number) => windows.set(kind, Math.min(windowS, windows.get(kind) ?? Number.POSITIVE_INFINITY));
    for (const { need, by } of coverageNow(problem, catalog)) {
      const windowS = problem.needs.find((asked) => asked.need === need)?.windowS ?? null;
      if (windowS !== null) for (const { kind } of by) wanted(kind, windowS);
    }
    for (const { families } of TOGETHER) {
      const group = chosen.filter(({ kind }) => families.includes(kind.family));
      const soonest = Math.min(...group.map(({ kind }) => windows.get(kind.id) ?? Number.POSITIVE_INFINITY));
      if (Number.isFinite(soonest)) for (const { kind } of group) wanted(kind.id, soonest);
    }
    return new Map(chosen.flatMap(({ kind }) => (windows.has(kind.id) ? [[kind, windows.get(kind.id) as number] as const] : [])));
  }

  /** By need: what goes into no kit out of which it is in the hand in its window, where something else does. */
  private lateKinds({ kinds }: ProposeQuestion): Map<NeedId, Set<string>> {
    const serving = new Map<AskedNeed, Kind[]>();
    for (const kind of kinds)
      for (const { profile } of this.booker.bringing(kind))
        for (const { demand } of profile.uses) {
          const asked = this.booker.needs[demand] as AskedNeed; // demands are those of the needs
          if (asked.windowS != null) serving.set(asked, [...(serving.get(asked) ?? []), kind]);
        }
    const late = new Map<NeedId, Set<string>>();
    for (const [{ need, windowS }, own] of serving) {
      const isLate = own.filter((kind) => !this.isInTime(kind, windowS ?? Number.POSITIVE_INFINITY));
      if (isLate.length < own.length) late.set(need, new Set(isLate.map(({ id }) => id)));
    }
    return late;
  }

  /** Whether it goes into a kit, by itself, out of which it is in the hand within so many seconds. */
  private isInTime(kind: Kind, windowS: number): boolean {
    return this.kits.some((_, at) => {
      const seconds = this.reach.to(at, kind);
      return seconds !== null && seconds <= windowS && typeof this.packings[at]?.of([{ kind, count: 1 }]) !== 'string';
    });
  }

  told(proposals: readonly Proposal[]): Omit<ProposedForSet, 'why'> {
    const shared = proposals.flatMap((proposal): SetProposal[] => {
      const lying = this.rooms.sharedOut(this.counted(proposal.things));
      if (typeof lying === 'string') return [];
      const { things: _, press: __, total, ...rest } = proposal;
      const loads = lying.map(({ load }) => load);
      const inHand = this.reach.inHand(this.question, askedOf(this.question), loads, this.world.own);
      return [{ ...rest, total: { ...total, thicknessMm: null }, kits: this.shares(proposal, lying), inHand }];
    });
    return { proposals: shared, moves: this.moves() };
  }

  private counted(things: readonly Pick<ProposedThing, 'kind' | 'count'>[]): { kind: Kind; count: number }[] {
    const known = new Map(this.question.kinds.map((kind) => [kind.id, kind]));
    return things.flatMap(({ kind: id, count }) => {
      const kind = known.get(id);
      return kind === undefined ? [] : [{ kind, count }];
    });
  }

  /** What is owned goes with its ids: what lies in a kit stays there, and what stores give goes to the kits in their order. */
  private shares({ things }: Proposal, lying: Shared): KitsShare[] {
    const mine = this.kits.map(({ draft }) => new Set<string>(draft.units.map(({ id }) => id)));
    const isInKit = (id: string) => mine.some((ids) => ids.has(id));
    const owned = new Map(things.map(({ kind, fromStock = [] }) => [kind, fromStock]));
    const loose = new Map(things.map(({ kind, fromStock = [] }) => [kind, fromStock.filter((id) => !isInKit(id))]));
    return lying.map(({ load, so }, at) => ({
      kitId: (this.kits[at] as KitOfSet).id, // one load for each kit
      press: so.way.press,
      thicknessMm: this.packings[at] == null ? null : so.outerTMm,
      things: [...load].flatMap(([kind, count]): ProposedThing[] => {
        if (count === 0) return [];
        const own = (owned.get(kind.id) ?? []).filter((id) => mine[at]?.has(id)).slice(0, count);
        const fromStock = [...own, ...(loose.get(kind.id) ?? []).splice(0, count - own.length)];
        const state = stateOf(kind, so.way);
        return [{ kind: kind.id, count, ...(fromStock.length > 0 ? { fromStock } : {}), ...(state === SOLD_SO ? {} : { state }) }];
      }),
    }));
  }

  /** Things in kits that are wanted sooner than they come to hand there, where another kit has room for them and is soon enough. */
  private moves(): Move[] {
    const loads = this.fixed.map(
      (counts) => new Map(this.counted([...counts].map(([kind, count]) => ({ kind, count }))).map((one) => [one.kind, one.count])),
    );
    return this.kits.flatMap(({ id, draft, alone }, at) =>
      draft.units.flatMap((unit): Move[] => {
        const kind = this.question.kinds.find((one) => one.id === unit.kind);
        const wanted = kind === undefined ? null : this.booker.windowOf(kind);
        if (kind === undefined || wanted === null || alone.includes(wanted.need)) return [];
        const wasS = this.reach.to(at, kind);
        if ((wasS !== null && wasS <= wanted.windowS) || this.isHeldInTime(wanted.need, loads)) return [];
        const to = this.soonestWithRoom(kind, unit, loads);
        const seconds = to === null ? null : this.reach.to(to, kind);
        if (to === null || seconds === null || seconds > wanted.windowS) return [];
        for (const [index, by] of [
          [to, unit.count],
          [at, -unit.count],
        ] as const)
          loads[index]?.set(kind, (loads[index]?.get(kind) ?? 0) + by);
        return [{ unitId: unit.id, kind: kind.id, count: unit.count, from: id, to: this.kits[to]?.id ?? '', ...wanted, wasS, seconds }];
      }),
    );
  }

  private isHeldInTime(need: NeedId, loads: readonly Load[]): boolean {
    const asked = this.question.needs.filter((one) => one.need === need);
    return this.reach
      .inHand(this.question, asked, loads, this.world.own)
      .every(({ seconds, windowS }) => seconds !== null && seconds <= windowS);
  }

  private soonestWithRoom(kind: Kind, { count }: Pick<Unit, 'count'>, loads: readonly Load[]): number | null {
    const times = this.kits.map((_, at) => this.reach.to(at, kind) ?? Number.POSITIVE_INFINITY);
    const soonest = [...times.keys()].sort((a, b) => (times[a] as number) - (times[b] as number));
    const hasRoom = (at: number) => {
      const isTaken = [...(loads[at]?.values() ?? [])].some((other) => other > 0);
      if (isTaken && isBare(this.placeOf((this.kits[at] as KitOfSet).draft).container)) return false;
      const more = new Map(loads[at]).set(kind, (loads[at]?.get(kind) ?? 0) + count);
      const packings = this.packings[at] ?? null;
      return packings === null || typeof packings.of([...more].map(([one, of]) => ({ kind: one, count: of }))) !== 'string';
    };
    return soonest.find(hasRoom) ?? null;
  }

  /** The question without what the rules warn of, as it would lie in each kit; null: they warn of nothing that may go. */
  without(proposals: readonly Proposal[]): ProposeQuestion | null {
    const { question, ask, world } = this;
    const warned = this.told(proposals).proposals.flatMap(({ kits }) => {
      const laid = kits.map(({ kitId, things }): StockKit => ({ id: kitId, units: unitsOf(things, question.stock ?? []) }));
      return kits.flatMap((share, at) => {
        const beside = [...laid.filter(({ id }) => id !== share.kitId), ...world.own];
        return warnedOf((this.kits[at] as KitOfSet).draft, { ...ask, isKept: true }, share, { ...world, beside });
      });
    });
    const fixed = new Set(question.locked?.map(({ kind }) => kind));
    const more = [...new Set(warned)].filter((kind) => !fixed.has(kind) && question.barred?.includes(kind) !== true);
    return more.length === 0 ? null : { ...question, barred: [...(question.barred ?? []), ...more] };
  }
}

const isBare = (container: Container | undefined): boolean => container?.make === 'bundle' && container.opening === 'none';

const waysTo = ({ id, fetchS, draft: { containerId, stage } }: KitOfSet) => ({
  id,
  fetchS,
  hasSlits: stage.ticks.some(({ step }) => step === `slits:${containerId}`),
  hasPullTab: stage.hasPullTab,
});
