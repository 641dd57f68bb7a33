import { piecesFor } from '../coverage/grades.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import { type KindCatalog, massOf } from '../model/kind.ts';
import { type KitDraft, type LeftOut, nothingMadeReady } from '../model/kit.ts';
import { isLifeSaving, NEEDS, type NeedId } from '../model/need.ts';
import type { School } from '../model/school.ts';
import type { UnitId } from '../model/unit.ts';
import { partSheet, type SheetUnit } from './planned.ts';
import { isMeant } from './twins.ts';

/** In which order things stay behind: what nothing asks for, what is beyond the least, what can wait, what supports. Never what saves life. */
const TIERS = ['spare', 'beyondLeast', 'dayToDay', 'support'] as const;
type Tier = (typeof TIERS)[number];

export interface SlimTo {
  units: readonly SheetUnit[];
  /** What things serve, as the kit is judged. */
  judge: (units: readonly SheetUnit[]) => readonly NeedCoverage[];
  school: School;
  catalog: KindCatalog;
  /** What all things together may weigh, grams; null: only spares stay behind. */
  limitG: number | null;
}
export interface Slimmed {
  leftOut: (LeftOut & { unitId: UnitId; massG: number })[];
  /** What stays, grams. */
  massG: number;
  /** Whether it is as light as was asked; if not, what is left saves life. */
  isLightEnough: boolean;
}

interface Candidate {
  unit: SheetUnit;
  tier: Tier;
  count: number;
  eachG: number;
  need: NeedId | null;
}

/**
 * What to leave out of a kit so that it weighs no more than so much: spares first, then what is beyond the least, then day to day
 * things and support, the heaviest of each first. What a life hangs on stays, however heavy.
 */
export function slimmed(to: SlimTo): Slimmed {
  const { units, judge, catalog, limitG } = to;
  const before = judge(units);
  let massG = units.reduce((sum, unit) => sum + massOf(catalog.get(unit.kind), unit) * unit.count, 0);
  const order = candidates(to, before).sort(
    (a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier) || b.eachG - a.eachG || (a.unit.id < b.unit.id ? -1 : 1),
  );
  let leftOut: Slimmed['leftOut'] = [];
  for (const { unit, tier, count, eachG, need } of order) {
    if (tier !== 'spare' && (limitG === null || massG <= limitG)) continue;
    const wanted = tier === 'spare' || limitG === null || eachG === 0 ? count : Math.min(count, Math.ceil((massG - limitG) / eachG));
    // Things that are booked together may hang on one that looks spare: what is left is judged again before it goes.
    for (let most = wanted; most > 0; most -= 1) {
      const line = { unitId: unit.id, kind: unit.kind, count: most, reason: reasonOf(tier, need, eachG), massG: most * eachG };
      const next = withLine(leftOut, line);
      if (!isKept(before, judge(leaveOut(units, next)), tier)) continue;
      leftOut = next;
      massG -= line.massG;
      break;
    }
  }
  return { leftOut, massG, isLightEnough: limitG === null || massG <= limitG };
}

type Line = Slimmed['leftOut'][number];

/** More of a thing that is left out already goes to its line, with the weightier reason. */
function withLine(lines: readonly Line[], line: Line): Line[] {
  const known = lines.find(({ unitId }) => unitId === line.unitId);
  if (known === undefined) return [...lines, line];
  const both = { ...line, count: known.count + line.count, massG: known.massG + line.massG };
  return lines.map((one) => (one === known ? both : one));
}

/** A spare costs nothing, what is beyond the least costs no least, and nothing costs the least of what saves life. */
function isKept(before: readonly NeedCoverage[], after: readonly NeedCoverage[], tier: Tier): boolean {
  const have = new Map(after.map((need) => [need.need, need.have]));
  return before.every((need) => {
    const now = have.get(need.need) ?? 0;
    if (tier === 'spare') return now >= need.have;
    return now >= Math.min(need.have, need.least) || (tier !== 'beyondLeast' && !isLifeSaving(need.need));
  });
}

function reasonOf(tier: Tier, need: NeedId | null, eachG: number): string {
  const grams = `${Math.round(eachG)} g`;
  if (tier === 'spare' || need === null) return 'spare: nothing that is asked needs it';
  const { one, many } = NEEDS[need];
  if (tier === 'beyondLeast') return `more ${many} than the least, ${grams} each`;
  if (tier === 'dayToDay') return `${grams} for ${one}: can wait for the larger kit`;
  return `too heavy, ${grams}: ${one} only in the larger kit`;
}

/** Of each unit, how many stay behind in which order. */
function candidates({ units, school, catalog }: SlimTo, needs: readonly NeedCoverage[]): Candidate[] {
  const uses = usesOf(needs);
  return units.flatMap((unit): Candidate[] => {
    const kind = catalog.get(unit.kind);
    if (kind === undefined) return [];
    const own = uses.get(unit.id) ?? [];
    const whole = (pieces: 'least' | 'all') =>
      Math.min(unit.count, Math.ceil(own.reduce((sum, use) => sum + use[pieces] / Math.max(1, piecesFor(kind, use.need, school)), 0)));
    const [forLeast, forAll] = [whole('least'), whole('all')];
    const eachG = massOf(kind, unit);
    const of = (tier: Tier, count: number, need: NeedId | null): Candidate[] => (count > 0 ? [{ unit, tier, count, eachG, need }] : []);
    const asked = own.filter(({ least }) => least > 0).map(({ need }) => need);
    const [first = null] = asked;
    const last: Tier | null = asked.some(isLifeSaving) ? null : asked.every((need) => need.startsWith('D')) ? 'dayToDay' : 'support';
    return [
      ...of('spare', unit.count - forAll, null),
      ...of('beyondLeast', forAll - forLeast, own.find(({ all, least }) => all > least)?.need ?? null),
      ...(last === null ? [] : of(last, forLeast, first)),
    ];
  });
}

interface Use {
  need: NeedId;
  /** Pieces that the least takes, and all that are booked. */
  least: number;
  all: number;
}

function usesOf(needs: readonly NeedCoverage[]): Map<string, Use[]> {
  const uses = new Map<string, Use[]>();
  for (const { need, least, by } of needs) {
    let open = least;
    for (const { unitId, count } of by) {
      const taken = Math.min(open, count);
      open -= taken;
      uses.set(unitId, [...(uses.get(unitId) ?? []), { need, least: taken, all: count }]);
    }
  }
  return uses;
}

/** A sheet without what is left out. */
export const leaveOut = (sheet: readonly SheetUnit[], leftOut: readonly { unitId: UnitId; count: number }[]): SheetUnit[] =>
  sheet.flatMap((unit): SheetUnit[] => {
    const count = unit.count - (leftOut.find(({ unitId }) => unitId === unit.id)?.count ?? 0);
    return count > 0 ? [{ ...unit, count }] : [];
  });

/**
 * A kit like another one: all of its things are planned, since nobody has them twice. Its packing, ticks and findings set aside are its
 * own business and not copied; modules are.
 */
export function copyOf(
  kit: KitDraft,
  sheet: readonly SheetUnit[],
  name: string,
  leftOut: readonly LeftOut[],
  newId: () => UnitId,
): KitDraft {
  const copied = sheet.filter(isMeant).map((unit) => ({ unit, id: newId() }));
  const idOf = new Map<string, UnitId>(copied.map(({ unit, id }) => [unit.id, id]));
  const { planned } = partSheet(copied.map(({ unit, id }): SheetUnit => ({ ...unit, id, planned: true })));
  return {
    ...kit,
    ...nothingMadeReady(),
    name,
    units: [],
    planned,
    leftOut: leftOut.map(({ kind, count, reason }) => ({ kind, count, reason })),
    setAside: [],
    fit: { ...nothingMadeReady().fit, press: kit.fit.press },
    modules: kit.modules.map((module) => ({ ...module, unitIds: module.unitIds.flatMap((id) => idOf.get(id) ?? []) })),
  };
}
