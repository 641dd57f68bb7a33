import { coverageNow } from '../coverage/coverage.ts';
import type { AskedNeed, StockKit } from '../coverage/problem.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { type Conditions, plainConditions } from '../model/reach.ts';
import { plainUnit, UnitIdSchema } from '../model/unit.ts';
import type { ReachPlan } from '../reach/plan.ts';
import { kitReach } from '../reach/reach.ts';
import { type ProposeQuestion, problemFor } from './question.ts';

/** A kit as hands come to it. */
export interface ReachedRoom {
  id: string;
  container: Container | undefined;
  /** Undefined: where it is carried is not known, and only the way to it counts. */
  position: Position | undefined;
  /** Seconds until it is where the work is. */
  fetchS: number;
  hasSlits: boolean;
  hasPullTab: boolean | undefined;
}
/** Of a need with a window: in how many seconds its least is in the hand, and out of which kit the last of it comes. */
export interface InHand {
  need: NeedId;
  windowS: number;
  /** Null: the least of it is not there at all, or hands do not come to it. */
  seconds: number | null;
  kitId: string | null;
}
export type Load = ReadonlyMap<Kind, number>;

/** Seconds to what lies in the kits of a set, before it is packed: nothing is in front of anything yet. */
export class SetReach {
  private readonly alone = new Map<string, number | null>();

  constructor(
    private readonly rooms: readonly ReachedRoom[],
    private readonly plan: ReachPlan,
    private readonly catalog: KindCatalog,
    private readonly own: readonly StockKit[],
    private readonly conditions: Conditions = plainConditions(),
  ) {}

  /** A light on the body or at hand; one that must be fetched does not help in finding it. */
  private hasLight(loads: readonly Load[]): boolean {
    const isLight = (kind: Kind | undefined) => kind?.grades['S.light'] !== undefined;
    const hasOwn = this.own.some(({ units }) => units.some(({ kind }) => isLight(this.catalog.get(kind))));
    return (
      hasOwn || loads.some((load, at) => this.rooms[at]?.fetchS === 0 && [...load].some(([kind, count]) => count > 0 && isLight(kind)))
    );
  }

  /** To a thing of a kind as if it lay there by itself; null: hands do not come to it. */
  to(at: number, kind: Kind): number | null {
    const key = `${at} ${kind.id}`;
    let seconds = this.alone.get(key);
    if (seconds === undefined) {
      seconds = this.within(at, new Map([[kind, 1]]), this.hasLight([])).get(kind) ?? null;
      this.alone.set(key, seconds);
    }
    return seconds;
  }

  /** To each kind that lies in a kit; what hands do not come to is left out. `isLit`: a light is at hand, where it is dark. */
  private within(at: number, load: Load, isLit: boolean): Map<Kind, number> {
    const { id, container, position, fetchS, hasSlits, hasPullTab } = this.rooms[at] as ReachedRoom; // one for each kit
    const kinds = [...load].flatMap(([kind, count]) => (count > 0 ? [kind] : []));
    if (position === undefined) return new Map(kinds.map((kind) => [kind, fetchS]));
    const units = kinds.map((kind, index) => ({ ...plainUnit(UnitIdSchema.parse(`s${index}`), kind.id), count: load.get(kind) ?? 0 }));
    const reach = kitReach(
      { id, units, modules: [], container, position, blockedBy: null, hasSlits, hasPullTab },
      { fetchS, conditions: this.conditions, hasLight: isLit, cutterS: null, plan: this.plan, measured: new Map() },
      this.catalog,
    );
    return new Map(
      kinds.flatMap((kind, index) => {
        const answer = reach.get(`s${index}`);
        return answer?.inReach === true ? [[kind, answer.s] as const] : [];
      }),
    );
  }

  /** What is asked with a window, as loads lie in the kits; what the bearer has of his own is at hand. */
  inHand(question: ProposeQuestion, asked: readonly AskedNeed[], loads: readonly Load[]): InHand[] {
    const isLit = this.hasLight(loads);
    const times = loads.map((load, at) => this.within(at, load, isLit));
    return asked.flatMap((one): InHand[] => {
      const { need, least, windowS = null } = one;
      if (least === 0 || windowS === null || one.elsewhere === true) return [];
      const every = [...new Set([0, ...times.flatMap((own) => [...own.values()])])].sort((a, b) => a - b);
      const seconds = every.find((soon) => this.holds(question, one, loads, times, soon));
      if (seconds === undefined) return [{ need, windowS, seconds: null, kitId: null }];
      const at = times.findIndex((own) => [...own.values()].includes(seconds));
      return [{ need, windowS, seconds, kitId: this.rooms[at]?.id ?? null }];
    });
  }

  private holds(
    question: ProposeQuestion,
    asked: AskedNeed,
    loads: readonly Load[],
    times: readonly ReadonlyMap<Kind, number>[],
    soon: number,
  ): boolean {
    const units = loads.flatMap((load, at) =>
      [...load].flatMap(([kind, count]) => {
        const seconds = times[at]?.get(kind) ?? Number.POSITIVE_INFINITY;
        return count > 0 && seconds <= soon ? [{ id: `${at} ${kind.id}`, kind: kind.id, count, condition: 'ready' as const }] : [];
      }),
    );
    const all = [...units, ...this.own.flatMap((kit) => kit.units)];
    const [held] = coverageNow(problemFor(question, [{ ...asked, windowS: null }], all), this.catalog);
    return held !== undefined && held.have >= asked.least;
  }
}
