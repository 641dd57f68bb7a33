import type { Coverage } from '../coverage/coverage.ts';
import { conditionCounts, gradeOf } from '../coverage/prepare.ts';
import type { FitResult } from '../fit/problem.ts';
import { type CarryCheck, kitCarry } from '../kit/kitFit.ts';
import type { Brief } from '../model/brief.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { isGoodOn, type Unit, type UnitId } from '../model/unit.ts';

export const SEVERITIES = ['stop', 'warn', 'note'] as const;
/** `stop`: it must not stay so; `warn`: it will fail somebody; `note`: worth knowing. */
export type Severity = (typeof SEVERITIES)[number];

/** A change to the draft that mends a finding; undoable like any other edit. */
export type Fix =
  | { do: 'add'; label: string; kind: string }
  | { do: 'swap'; label: string; unitId: UnitId; kind: string }
  | { do: 'takeOut'; label: string; unitId: UnitId }
  | { do: 'setState'; label: string; unitId: UnitId; state: string };

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
  coverage: Coverage;
  container: Container | undefined;
  position: Position | undefined;
  catalog: KindCatalog;
  /** Packed, without walls, mm; null: not packed as it is now. */
  packedMm: number | null;
  /** Outside of film and bundles, from the packing. */
  packedOuter?: FitResult['outer'];
}

/** What a rule says; the engine adds its id. */
export type Said = Omit<Finding, 'rule'>;

export interface Rule {
  id: string;
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

  /** Good things of these kinds. */
  of(...kinds: readonly string[]): Thing[] {
    return this.things.filter(({ kind, isGood }) => isGood && kinds.includes(kind.id));
  }

  /** Good things that the school lets serve a need. */
  serving(need: NeedId): Thing[] {
    return this.things.filter(({ kind, isGood }) => isGood && gradeOf(kind, need, this.given.school) !== null);
  }

  carry(): CarryCheck | null {
    const { container, position, packedMm, packedOuter, draft, catalog } = this.given;
    if (container === undefined || position === undefined) return null;
    const packed = { thicknessMm: packedMm ?? 0, ...(packedOuter === undefined ? {} : { outer: packedOuter }) };
    return kitCarry({ units: draft.units, container, position, packed, catalog });
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
