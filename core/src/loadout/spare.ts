import { assignedWithSingles, assignOnly } from '../coverage/coverage.ts';
import type { CoverageProblem, StockUnit } from '../coverage/problem.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import { piecesLeft } from '../model/unit.ts';

/** A situation in which nothing may be lost: a loadout, or a kit that must stand alone. */
export interface Scenario {
  id: string;
  problem: CoverageProblem;
  catalog: KindCatalog;
}
export interface StayingUnit {
  unitId: string;
  kitId: string;
  kind: string;
  /** How many of a counted unit. */
  count: number;
  massG: number;
  priceMinor: number;
  volumeCm3: number;
}
export interface Spares {
  units: StayingUnit[];
  massG: number;
  /** Whether no larger set was shown to be possible; else the largest that was found. */
  proven: boolean;
}

/** Of these the last one of a loadout never stays, asked for or not: what cuts, what gives light, what calls. */
const LAST_STAYS_IN: readonly NeedId[] = ['S.cut', 'S.light', 'H.call'];

/** A situation that holds on to the last of what no need may ask for. */
export function holdingTheLast(scenario: Scenario): Scenario {
  const { needs } = scenario.problem;
  const isAsked = (need: NeedId) => needs.some((one) => one.need === need && Math.max(one.least, one.ideal) > 0);
  const added = LAST_STAYS_IN.filter((need) => !isAsked(need)).map((need) => ({ need, least: 0, ideal: 1, windowS: null }));
  const others = needs.filter(({ need }) => !added.some((one) => one.need === need));
  return added.length === 0 ? scenario : { ...scenario, problem: { ...scenario.problem, needs: [...others, ...added] } };
}

/** One piece of luggage that may stay: one of a counted unit, or the unit. */
interface Single {
  unitId: string;
  kitId: string;
  unit: StockUnit;
  massG: number;
}
/** Things that are alike in every situation: leaving one or another makes no difference but for its date. */
interface Group {
  singles: Single[];
  massG: number;
}
interface Held {
  figures: readonly number[];
  makeshift: readonly number[];
  singles: ReadonlySet<string>;
}

/** How many things are looked at, over all combinations that are tried, before the largest set found so far is told without proof. */
export const SPARE_LOOKS = 500_000;

/**
 * The most things that can stay at home with nothing lost in any situation: no need has fewer pieces in time, or worse ones, and
 * no life-saving need comes to hang on a single thing that did not before. Most things first, then most mass; among things that
 * are alike those that lapse first. The last cutter, light or means to call stays with every loadout. Own things are not luggage of a kit and stay out of it. Exact by branch and bound: losing
 * more never helps, and in each situation the pieces needed are a matroid's rank, which bounds how many can go.
 */
export function leaveAtHome(
  scenarios: readonly Scenario[],
  movable: ReadonlySet<string>,
  catalog: KindCatalog,
  looks: number = SPARE_LOOKS,
): Spares {
  return new SpareSearch(scenarios, movable, catalog, looks).run();
}

class SpareSearch {
  private readonly scenarios: readonly Scenario[];
  private readonly held: Held[];
  /** Units of each situation by id. */
  private readonly unitsOf: ReadonlyMap<string, StockUnit>[];
  private groups: Group[];
  private best: Single[] = [];
  private bestMassG = 0;
  private left: number;

  constructor(
    scenarios: readonly Scenario[],
    movable: ReadonlySet<string>,
    private readonly catalog: KindCatalog,
    looks: number,
  ) {
    this.left = looks;
    this.scenarios = scenarios.map(holdingTheLast);
    this.held = this.scenarios.map((scenario) => heldOf(scenario, new Map()));
    this.unitsOf = this.scenarios.map(
      ({ problem }) => new Map(problem.kits.flatMap(({ units }) => units.map((unit) => [unit.id, unit] as const))),
    );
    this.groups = this.groupsOf(movable);
  }

  /** First as much as goes one after the other, heaviest first, so that there is an answer; then whether more does. */
  run(): Spares {
    for (const { singles } of this.groups) {
      const some = this.longest(singles, this.best);
      this.best = [...this.best, ...some];
      this.bestMassG += massOf(some);
    }
    // What cannot go on its own cannot go with others either.
    this.groups = this.groups
      .map(({ singles, massG }) => ({ singles: this.longest(singles, []), massG }))
      .filter(({ singles }) => singles.length > 0);
    this.descend(0, [], 0);
    return { ...this.told(this.best), proven: this.left > 0 };
  }

  /** Things of one kind, kit and reach are alike. Of each group only as many as could go on their own are looked at. */
  private groupsOf(movable: ReadonlySet<string>): Group[] {
    const groups = new Map<string, Group>();
    const seen = new Set<string>();
    for (const { problem } of this.scenarios)
      for (const kit of problem.kits)
        for (const unit of kit.units) {
          if (!movable.has(kit.id) || seen.has(unit.id)) continue;
          seen.add(unit.id);
          const kind = this.catalog.get(unit.kind);
          if (kind === undefined) continue;
          const key = JSON.stringify([kit.id, unit.kind, unit.condition, unit.piecesUsed ?? 0, this.windowsOf(unit.id)]);
          const group = groups.get(key) ?? { singles: [], massG: kind.massG };
          const counted = (unit.piecesUsed ?? 0) === 0 ? unit.count : 1;
          for (let copy = 0; copy < counted; copy += 1)
            group.singles.push({ unitId: unit.id, kitId: kit.id, unit, massG: counted === 1 ? kind.massG * unit.count : kind.massG });
          groups.set(key, group);
        }
    const date = ({ unit }: Single): PlainDate | null => unit.expiresOn ?? null;
    // The soonest to lapse goes first.
    for (const { singles } of groups.values()) singles.sort((a, b) => compareExpiry(date(a), date(b)) || (a.unitId < b.unitId ? -1 : 1));
    return [...groups.values()].sort((a, b) => b.massG - a.massG);
  }

  /** For every situation whether the unit is in each need's window there. */
  private windowsOf(unitId: string): string {
    return this.scenarios
      .map(({ problem }, index) => {
        const unit = this.unitsOf[index]?.get(unitId);
        if (unit === undefined) return '-';
        return problem.needs.map(({ windowS }) => (windowS == null || (unit.reachS ?? 0) <= windowS ? '1' : '0')).join('');
      })
      .join('|');
  }

  /** As many of a group, in its order, as can go beside others: the more go the more is lost, so the middle tells which half to look in. */
  private longest(singles: readonly Single[], beside: readonly Single[]): Single[] {
    let low = 0;
    let high = singles.length;
    while (low < high && this.left > 0) {
      const middle = Math.ceil((low + high) / 2);
      if (this.keeps([...beside, ...singles.slice(0, middle)])) low = middle;
      else high = middle - 1;
    }
    return singles.slice(0, low);
  }

  private descend(at: number, gone: Single[], massG: number): void {
    if (gone.length > this.best.length || (gone.length === this.best.length && massG > this.bestMassG)) {
      this.best = gone;
      this.bestMassG = massG;
    }
    const group = this.groups[at];
    if (group === undefined || this.left <= 0) return;
    if (!this.mayBeat(at, gone, massG)) return;
    for (let count = group.singles.length; count >= 0; count -= 1) {
      if (this.left <= 0) return;
      const next = [...gone, ...group.singles.slice(0, count)];
      if (count > 0 && !this.keeps(next)) continue;
      this.descend(at + 1, next, massG + massOf(group.singles.slice(0, count)));
    }
  }

  /** Whether the groups from `at` on could still make a larger set, or as large a one that is heavier. */
  private mayBeat(at: number, gone: readonly Single[], massG: number): boolean {
    const open = this.groups.slice(at).flatMap(({ singles }) => singles);
    const most = Math.min(open.length, this.mostOf(open, gone));
    if (gone.length + most !== this.best.length) return gone.length + most > this.best.length;
    const heaviest = open
      .map((single) => single.massG)
      .sort((a, b) => b - a)
      .slice(0, most);
    return massG + heaviest.reduce((sum, one) => sum + one, 0) > this.bestMassG;
  }

  /** At most so many of the open ones can go: in each situation, what all others give leaves a number of pieces to be given by them. */
  private mostOf(open: readonly Single[], gone: readonly Single[]): number {
    let most = open.length;
    for (const [index, scenario] of this.scenarios.entries()) {
      const own = open.filter(({ unitId }) => this.unitsOf[index]?.has(unitId));
      if (own.length === 0) continue;
      const others = heldOf(scenario, countOf([...gone, ...open]), false);
      const figures = this.held[index]?.figures ?? [];
      const lacking = sumOf(figures) - sumOf(others.figures);
      const pieces = own.map(({ unit }) => piecesOf(unit, this.catalog)).sort((a, b) => b - a);
      let needed = 0;
      for (let given = 0; given < lacking && needed < pieces.length; needed += 1) given += pieces[needed] ?? 1;
      most = Math.min(most, open.length - needed);
    }
    return most;
  }

  private keeps(gone: readonly Single[]): boolean {
    const counts = countOf(gone);
    return this.scenarios.every((scenario, index) => {
      const isTouched = [...counts.keys()].some((id) => this.unitsOf[index]?.has(id));
      const before = this.held[index];
      if (!isTouched || before === undefined) return true;
      this.left -= this.unitsOf[index]?.size ?? 1;
      const now = heldOf(scenario, counts);
      return (
        before.figures.every((have, need) => (now.figures[need] ?? 0) >= have) &&
        before.makeshift.every((bad, need) => (now.makeshift[need] ?? 0) <= bad) &&
        [...now.singles].every((need) => before.singles.has(need))
      );
    });
  }

  private told(gone: readonly Single[]): Omit<Spares, 'proven'> {
    const units: StayingUnit[] = [];
    for (const { unitId, kitId, unit, massG } of gone) {
      const known = units.find((one) => one.unitId === unitId);
      const kind = this.catalog.get(unit.kind);
      const size = kind?.states[0];
      const volumeCm3 = size === undefined ? 0 : (size.wMm * size.hMm * size.tMm) / 1000;
      const priceMinor = kind?.priceMinor ?? 0;
      if (known === undefined) units.push({ unitId, kitId, kind: unit.kind, count: 1, massG, priceMinor, volumeCm3 });
      else {
        known.count += 1;
        known.massG += massG;
        known.priceMinor += priceMinor;
        known.volumeCm3 += volumeCm3;
      }
    }
    return { units, massG: units.reduce((sum, { massG }) => sum + massG, 0) };
  }
}

const massOf = (singles: readonly Single[]): number => singles.reduce((sum, { massG }) => sum + massG, 0);
const sumOf = (figures: readonly number[]): number => figures.reduce((sum, one) => sum + one, 0);
/** Far above what any tool enables. */
const WITHOUT_LIMIT = 1_000_000;

/** At most so many pieces of all needs can hang on one unit: its parts, each need of a tool, and what it is used up beside. */
const piecesOf = (unit: StockUnit, catalog: KindCatalog): number => {
  const kind = catalog.get(unit.kind);
  if (kind === undefined) return 1;
  const used = unit.piecesUsed ?? 0;
  const left = used === 0 ? kind.pieces : piecesLeft({ count: unit.count, piecesUsed: used }, kind.pieces);
  const needs = kind.tool ? Object.keys(kind.grades).length : 1;
  const parts = kind.moreParts.reduce((sum, { pieces }) => sum + pieces, 0) * unit.count;
  const beside = kind.provides.length === 0 ? 0 : kind.tool ? WITHOUT_LIMIT : left;
  return left * needs * (kind.traits.ml ?? 1) + parts + beside;
};

function countOf(gone: readonly Single[]): Map<string, number> {
  const counts = new Map<string, number>();
  // A unit of which pieces are used goes as a whole.
  for (const { unitId, unit } of gone) counts.set(unitId, (counts.get(unitId) ?? 0) + ((unit.piecesUsed ?? 0) === 0 ? 1 : unit.count));
  return counts;
}

/** What is held without the things that are gone. */
function heldOf({ problem, catalog }: Scenario, gone: ReadonlyMap<string, number>, withSingles = true): Held {
  const kits = problem.kits.map((kit) => ({
    ...kit,
    units: kit.units.flatMap((unit) => {
      const count = unit.count - (gone.get(unit.id) ?? 0);
      return count <= 0 ? [] : [{ ...unit, count }];
    }),
  }));
  const asked = { ...problem, kits };
  const assigned = withSingles ? assignedWithSingles(asked, catalog) : { ...assignOnly(asked, catalog), singleNeeds: new Set<string>() };
  const { least, extra, improvised, substitute, extraMakeshift, singleNeeds } = assigned;
  return {
    figures: least.map((have, need) => have + (extra[need] ?? 0)),
    makeshift: improvised.map((bad, need) => 2 * bad + (substitute[need] ?? 0) + (extraMakeshift[need] ?? 0)),
    singles: singleNeeds,
  };
}
