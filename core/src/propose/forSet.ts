import type { StockKit } from '../coverage/problem.ts';
import type { Container } from '../model/container.ts';
import type { Kind } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { Conditions } from '../model/reach.ts';
import type { ReachPlan } from '../reach/plan.ts';
import { hasSlits } from '../staging/checklist.ts';
import { Booker } from './booker.ts';
import { type KitAsk, type KitWorld, ownedIn, questionOf, warnedOf } from './forKit.ts';
import { holdsAsMuch, replaceable, withoutKinds } from './givingWay.ts';
import { type Packings, SOLD_SO, stateOf } from './packing.ts';
import { type Proposal, type ProposedThing, packingsFor, sideBySide, toEnd, unitsOf } from './propose.ts';
import { askedOf, type First, type ProposeQuestion } from './question.ts';
import { type Move, movesOf } from './setMoves.ts';
import { type InHand, type ReachedRoom, SetReach } from './setReach.ts';
import { SetRooms, type Shared } from './setRooms.ts';
import { lateKinds, windowsOf } from './setWindows.ts';
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
export type SetAsk = Omit<KitAsk, 'limits' | 'isKept' | 'further'> & { limits: Pick<KitAsk['limits'], 'money' | 'massG'> };

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
  // What the rules warn of gives way once, where something else holds as much; where not all of it can, what can be replaced.
  const warned = set.warnedOf(best.proposals);
  const tried = (kinds: readonly string[]): boolean => {
    const next = toEnd(inRooms(withoutKinds(set.question, kinds)));
    const gives = holdsAsMuch(next.proposals[0], best.proposals[0]);
    if (gives) best = next;
    return gives;
  };
  if (warned.length > 0) {
    yield { share: 0.7, proposed: { ...set.told(best.proposals), why: [] } };
    if (!tried(warned) && warned.length > 1) {
      yield { share: 0.85, proposed: { ...set.told(best.proposals), why: [] } };
      const some = replaceable(set.question, warned, world.catalog);
      if (some.length > 0 && some.length < warned.length) tried(some);
    }
  }
  return { ...set.told(best.proposals), why: best.why() };
}

class SetOfKits {
  readonly question: ProposeQuestion;
  readonly rooms: SetRooms;
  private readonly reach: SetReach;
  private readonly booker: Booker;
  /** What lies in each kit, and what it needs beside that to hold by itself what it is asked to. */
  private readonly fixed: readonly ReadonlyMap<string, number>[];
  private readonly packings: readonly (Packings | null)[];
  /** Of what lies in the kits now, whatever is proposed. */
  private readonly moves: Move[];

  constructor(
    private readonly kits: readonly [KitOfSet, ...KitOfSet[]],
    private readonly ask: SetAsk,
    private readonly world: SetWorld,
  ) {
    const [{ draft }] = kits;
    // Booked as one, in no room: each kit has its own.
    const whole: KitDraft = { ...draft, units: kits.flatMap((kit) => kit.draft.units), containerId: '', positionId: '' };
    const asked = questionOf(whole, { ...ask, isKept: true }, { ...world, beside: world.own, reach: world.plan });
    this.packings = kits.map((kit) => packingsFor({ ...asked, limits: this.limitsOf(kit.draft) }, world.catalog));
    this.fixed = kits.map((kit, at) => this.fixedIn(kit, this.packings[at] ?? null, asked));
    const must = new Map((asked.locked ?? []).map(({ kind, count }) => [kind, count]));
    const inKits = new Map<string, number>();
    for (const counts of this.fixed) for (const [kind, count] of counts) inKits.set(kind, (inKits.get(kind) ?? 0) + count);
    for (const [kind, count] of inKits) must.set(kind, Math.max(count, must.get(kind) ?? 0));
    const rooms = kits.map((kit): ReachedRoom => ({ ...this.placeOf(kit.draft), ...waysTo(kit) }));
    this.reach = new SetReach(rooms, world.plan, world.catalog, world.own, world.conditions);
    this.booker = new Booker(askedOf(asked), asked, asked.kinds);
    this.rooms = new SetRooms(
      kits.map((kit, at) => ({
        packings: this.packings[at] ?? null,
        isBare: isBare(this.placeOf(kit.draft).container),
        fixed: this.fixed[at] as ReadonlyMap<string, number>,
        secondsTo: (kind) => this.reach.to(at, kind),
      })),
      (chosen) => windowsOf(this.question, chosen, world.own, world.catalog),
    );
    const late = lateKinds(this.booker, asked.kinds, (kind, windowS) => this.isInTime(kind, windowS));
    this.question = {
      ...asked,
      locked: [...must].map(([kind, count]) => ({ kind, count })),
      isInTime: (kind, { need }) => late.get(need)?.has(kind.id) !== true,
    };
    this.moves = this.movesNow();
  }

  private fixedIn({ draft, alone }: KitOfSet, packings: Packings | null, asked: ProposeQuestion): Map<string, number> {
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
    const cheapest = (one: ProposeQuestion) => toEnd(sideBySide(one, [['cheapest']], world.catalog, packings)).proposals[0];
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

  /** Whether it goes into a kit, by itself, out of which it is in the hand within so many seconds. */
  private isInTime(kind: Kind, windowS: number): boolean {
    return this.kits.some((_, at) => {
      const seconds = this.reach.to(at, kind);
      return seconds !== null && seconds <= windowS && this.rooms.goesIn(at, new Map([[kind, 1]]));
    });
  }

  /** As the kits would lie; inHand is worked out only for what is shown. */
  told(proposals: readonly Proposal[]): Omit<ProposedForSet, 'why'> {
    const shared = this.sharedOut(proposals).map(({ proposal, lying, kits }): SetProposal => {
      const { things: _, press: __, total, ...rest } = proposal;
      const loads = lying.map(({ load }) => load);
      const inHand = this.reach.inHand(this.question, askedOf(this.question), loads);
      return { ...rest, total: { ...total, thicknessMm: null }, kits, inHand };
    });
    return { proposals: shared, moves: this.moves };
  }

  private sharedOut(proposals: readonly Proposal[]): { proposal: Proposal; lying: Shared; kits: KitsShare[] }[] {
    return proposals.flatMap((proposal) => {
      const lying = this.rooms.sharedOut(this.counted(proposal.things));
      return typeof lying === 'string' ? [] : [{ proposal, lying, kits: this.shares(proposal, lying) }];
    });
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

  private movesNow(): Move[] {
    const { question } = this;
    const known = new Map(question.kinds.map((kind) => [kind.id, kind]));
    const lying = this.fixed.map((counts) => {
      const things = this.counted([...counts].map(([kind, count]) => ({ kind, count })));
      return new Map(things.map(({ kind, count }) => [kind, count]));
    });
    return movesOf(lying, {
      kits: this.kits.map(({ id, draft, alone }) => ({ id, units: draft.units, alone })),
      kindOf: (id) => known.get(id),
      wantedFor: (kind) => this.booker.windowOf(kind),
      secondsTo: (at, kind) => this.reach.to(at, kind),
      goesIn: (at, load) => this.rooms.goesIn(at, load),
      isInTime: (need, loads) =>
        this.reach
          .inHand(
            question,
            question.needs.filter((one) => one.need === need),
            loads,
          )
          .every(({ seconds, windowS }) => seconds !== null && seconds <= windowS),
    });
  }

  /** Kinds that the rules warn of, as they would lie in each kit, and that may go. */
  warnedOf(proposals: readonly Proposal[]): string[] {
    const { question, ask, world } = this;
    const warned = this.sharedOut(proposals).flatMap(({ kits }) => {
      const laid = kits.map(({ kitId, things }): StockKit => ({ id: kitId, units: unitsOf(things, question.stock ?? []) }));
      return kits.flatMap((share, at) => {
        const beside = [...laid.filter(({ id }) => id !== share.kitId), ...world.own];
        return warnedOf((this.kits[at] as KitOfSet).draft, { ...ask, isKept: true }, share, { ...world, beside });
      });
    });
    const fixed = new Set(question.locked?.map(({ kind }) => kind));
    return [...new Set(warned)].filter((kind) => !fixed.has(kind) && question.barred?.includes(kind) !== true);
  }
}

const isBare = (container: Container | undefined): boolean => container?.make === 'bundle' && container.opening === 'none';

const waysTo = ({ id, fetchS, draft: { containerId, stage } }: KitOfSet) => ({
  id,
  fetchS,
  hasSlits: hasSlits(stage, containerId),
  hasPullTab: stage.hasPullTab,
});
