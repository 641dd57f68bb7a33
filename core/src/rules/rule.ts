import { type Coverage, coverageNow } from '../coverage/coverage.ts';
import { gradeOf, isBarred } from '../coverage/grades.ts';
import { conditionCounts } from '../coverage/prepare.ts';
import type { AskedNeed, StockKit } from '../coverage/problem.ts';
import { isAsked, type NeedState } from '../coverage/states.ts';
import { type FitResult, OUTCOME_MAKES } from '../fit/problem.ts';
import { type CarryCheck, kitCarry } from '../kit/carryCheck.ts';
import { type Brief, skillsOf } from '../model/brief.ts';
import type { Container, Position } from '../model/container.ts';
import type { SlowFind } from '../model/drill.ts';
import type { Family } from '../model/family.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Traits } from '../model/traits.ts';
import { isGoodOn, type Unit } from '../model/unit.ts';
import { deriveNeeds } from '../needs/needs.ts';
import type { Heat } from '../upkeep/heat.ts';
import { applyFix, type Fix } from './applyFix.ts';

export const SEVERITIES = ['stop', 'warn', 'note'] as const;
/** `stop`: it must not stay so; `warn`: it will fail somebody; `note`: worth knowing. */
export type Severity = (typeof SEVERITIES)[number];

export interface Finding {
  rule: string;
  severity: Severity;
  /** The figure first, then the reason. */
  reason: string;
  /** What it looked at: unit ids, or words for facts of brief and position. */
  lookedAt: string[];
  fix: Fix | null;
}

export interface RuleFacts {
  draft: KitDraft;
  brief: Brief;
  school: School;
  today: PlainDate;
  /** As it is seen from this kit. */
  coverage: Coverage;
  /** What is carried as one with it. */
  beside?: readonly StockKit[] | undefined;
  container: Container | undefined;
  position: Position | undefined;
  catalog: KindCatalog;
  /** Packed, without walls, mm; null: not packed as it is now. */
  packedMm: number | null;
  /** Outside of film and bundles, from the packing. */
  packedOuter?: FitResult['outer'];
  /** In which compartment each thing lies, from the packing; absent: not packed as it is now. */
  lies?: ReadonlyMap<string, string>;
  /** What drills say that somebody misses or is slow to find; absent: not asked for here. */
  finds?: readonly SlowFind[];
  /** What a logger at its place has told; null or absent: nothing did. */
  heat?: Pick<Heat, 'mktCelsius' | 'maxCelsius'> | null;
}

/** What a rule says; the engine adds its id. */
export type Said = Omit<Finding, 'rule'>;

export interface Rule {
  id: string;
  /** Needs that it is about: it is silent where none of them is asked of this kit. Absent: it always may speak. */
  needs?: readonly NeedId[];
  /** What it is about, in a few words, for lists and for setting it aside. */
  title: string;
  /** Common practice unless it says otherwise; the reason stands in what it says. */
  check: (facts: Facts) => readonly Said[];
}

export interface Thing {
  unit: Unit;
  kind: Kind;
  /** In date and in a condition that counts. */
  isGood: boolean;
}

/** Planning values: between what stands in for a place's class, and what a closed vehicle in the sun passes. */
const WARM_MEAN = 26;
const HOT_MEAN = 35;
const HOT_MOST = 50;
const MOST_OFFERS_TRIED = 6;
const NEW_THING = 'offered';
const STATE_ORDER: readonly NeedState[] = ['gap', 'thin', 'held', 'full'];

/** The facts with what many rules ask of them. */
export class Facts {
  readonly things: readonly Thing[];

  constructor(readonly given: RuleFacts) {
    this.things = given.draft.units.flatMap((unit) => {
      const kind = given.catalog.get(unit.kind);
      return kind === undefined
        ? []
        : [{ unit, kind, isGood: conditionCounts(unit.condition, kind) && isGoodOn(unit.expiresOn, given.today) }];
    });
  }

  get brief(): Brief {
    return this.given.brief;
  }
  get finds(): readonly SlowFind[] {
    return this.given.finds ?? [];
  }
  get today(): PlainDate {
    return this.given.today;
  }

  /** As the catalogue has it, in a sentence. */
  nameOf(kind: string): string {
    return (this.given.catalog.get(kind)?.name ?? kind).toLowerCase();
  }

  /** Good things of these families. */
  of(...families: readonly Family[]): Thing[] {
    return this.things.filter(({ kind, isGood }) => isGood && families.includes(kind.family));
  }

  /** Good things with a trait. */
  having(has: (traits: Traits, kind: Kind) => boolean): Thing[] {
    return this.things.filter(({ kind, isGood }) => isGood && has(kind.traits, kind));
  }

  /** Good things that the school lets serve a need. */
  serving(need: NeedId): Thing[] {
    return this.things.filter(({ kind, isGood }) => isGood && gradeOf(kind, need, this.given.school) !== null);
  }

  /**
   * Kinds of the catalogue to offer: those wanted that count in this kit, by skill and at a security check; the cheapest first, equal
   * prices by mass, then by name.
   */
  offers(isWanted: (kind: Kind) => boolean): string[] {
    const skills = skillsOf(this.brief);
    const counts = (kind: Kind) =>
      (kind.skill === null || skills.includes(kind.skill)) && !(this.brief.securityChecks && isBarred(kind)) && isWanted(kind);
    return [...this.given.catalog.values()]
      .filter(counts)
      .sort((a, b) => a.priceMinor - b.priceMinor || a.massG - b.massG || (a.name < b.name ? -1 : 1))
      .map(({ id }) => id);
  }

  /** Whether the school takes a kind for what is made for a need, by itself. */
  isMadeFor(kind: Kind, need: NeedId): boolean {
    return gradeOf(kind, need, this.given.school) === 'primary' && kind.requires[need] === undefined;
  }

  /** A fix that adds such a thing; null where the catalogue has none that counts here. */
  add(label: string, isWanted: (kind: Kind) => boolean): Fix | null {
    return this.firstKept(this.offers(isWanted).map((kind) => ({ do: 'add', label, kind })));
  }

  /** A fix that swaps a thing for such a one. */
  swap(label: string, { id }: Pick<Unit, 'id'>, isWanted: (kind: Kind) => boolean): Fix | null {
    return this.firstKept(this.offers(isWanted).map((kind) => ({ do: 'swap', label, unitId: id, kind })));
  }

  private firstKept(fixes: readonly Fix[]): Fix | null {
    return fixes.slice(0, MOST_OFFERS_TRIED).find((fix) => this.keeps(fix)) ?? null;
  }

  /** Whether the need is asked of this kit. */
  isAsked(need: NeedId): boolean {
    return this.given.coverage.needs.some((own) => own.need === need && isAsked(own.state));
  }

  /** Whether a thing is booked for a need that is asked. */
  isBooked(unitId: string): boolean {
    return this.given.coverage.needs.some(({ state, by }) => isAsked(state) && by.some((served) => served.unitId === unitId));
  }

  /**
   * Whether a fix may be advised: nothing that is booked for an asked need goes out, and no asked need is in a worse state after it.
   */
  keeps(fix: Fix): boolean {
    const known = this.tried.get(fix);
    if (known !== undefined) return known;
    const isKept = !(fix.do === 'takeOut' && this.isBooked(fix.unitId)) && (this.cannotHurt(fix) || this.isNoWorse(fix));
    this.tried.set(fix, isKept);
    return isKept;
  }
  /** A fix is tried where it is chosen, and asked for once more where it is advised. */
  private readonly tried = new Map<Fix, boolean>();

  /** What needs no booking to be known: a way of lying, and things that no other thing leans on. */
  private cannotHurt(fix: Fix): boolean {
    if (fix.do === 'setState' || fix.do === 'gather') return true;
    const kindId = fix.do === 'takeOut' ? this.things.find(({ unit }) => unit.id === fix.unitId)?.unit.kind : fix.kind;
    const kind = this.given.catalog.get(kindId ?? '');
    return fix.do !== 'swap' && kind !== undefined && kind.provides.length === 0 && Object.keys(kind.requires).length === 0;
  }

  private isNoWorse(fix: Fix): boolean {
    const { draft, catalog, school, today, coverage, beside = [] } = this.given;
    const { units } = applyFix(draft, fix, catalog, NEW_THING);
    this.needs ??= deriveNeeds(draft.brief, school);
    const after = coverageNow(
      {
        needs: this.needs,
        school,
        skills: skillsOf(draft.brief),
        isChecked: draft.brief.securityChecks,
        on: today,
        kits: [{ id: 'kit', units }, ...beside],
      },
      catalog,
    );
    return after.every(({ need, state }) => {
      const before = coverage.needs.find((own) => own.need === need)?.state ?? 'off';
      return !isAsked(before) || STATE_ORDER.indexOf(state) >= STATE_ORDER.indexOf(before);
    });
  }
  private needs: readonly AskedNeed[] | null = null;

  /** How hot its place is: by the log where there is one, else by the place's class; and what that rests on, in words. */
  heat(): { is: Position['heat']; says: string } | null {
    const { heat, position } = this.given;
    if (heat == null) return position === undefined ? null : { is: position.heat, says: 'by its place, not measured' };
    const { mktCelsius, maxCelsius } = heat;
    const is = mktCelsius >= HOT_MEAN || maxCelsius >= HOT_MOST ? 'hot' : mktCelsius >= WARM_MEAN ? 'warm' : 'room';
    return { is, says: `measured: ${Math.round(maxCelsius)} °C at most, ${Math.round(mktCelsius)} °C as mean kinetic temperature` };
  }

  /** What film and bundles are outside is known once they are packed, never from the largest that they could be. */
  carry(): CarryCheck | null {
    const { container, position, packedMm, packedOuter, draft, catalog } = this.given;
    if (container === undefined || position === undefined) return null;
    const packed = { thicknessMm: packedMm ?? 0, ...(packedOuter === undefined ? {} : { outer: packedOuter }) };
    const carry = kitCarry({ units: draft.units, container, position, packed, catalog, fit: draft.fit });
    return packedOuter === undefined && OUTCOME_MAKES.includes(container.make) ? { ...carry, outlineFits: true } : carry;
  }
}

const say =
  (severity: Severity) =>
  (reason: string, lookedAt: readonly string[], fix: Fix | null = null): Said => ({ severity, reason, lookedAt: [...lookedAt], fix });
export const stop = say('stop');
export const warn = say('warn');
export const note = say('note');

export const idsOf = (things: readonly Thing[]): string[] => things.map(({ unit }) => unit.id);

/** One finding if there is anything, about all of it. */
export const about = (things: readonly Thing[], finding: (first: Thing) => Said): Said[] => {
  const [first] = things;
  return first === undefined ? [] : [finding(first)];
};

export const isOf =
  (...families: readonly Family[]) =>
  ({ family }: Kind): boolean =>
    families.includes(family);
