import { conditionCounts } from '../coverage/prepare.ts';
import type { Position } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import { isAtHand, type Loadout, showWay } from '../model/loadout.ts';
import { daysBetween, type PlainDate, showDate } from '../model/plainDate.ts';
import { CONDITION_NAMES, isGoodOn, type Unit } from '../model/unit.ts';
import { missingBearer } from './loadout.ts';

export interface TakenKit {
  id: string;
  name: string;
  units: readonly Unit[];
  positionId: string;
  /** What is lacking for it to stand by itself, in words; null: nothing. */
  gap: string | null;
  inspectDueOn: PlainDate | null;
  /** It was used, and nobody has said yet what became of the things. */
  isInUse: boolean;
  /** What it is carried as one with; null or absent: it is by itself. */
  inSet?: { id: string; name: string; kitIds: readonly string[] } | null | undefined;
}
export interface TakeLine {
  id: string;
  /** A kit of the loadout, or a thing of one's own. */
  of: 'kit' | 'own';
  name: string;
  /** Where it goes, or what speaks against it. */
  where: string;
  isReady: boolean;
  /** Why it is not ready, most urgent first. */
  reasons: string[];
  /** The set that it is a part of, if any. */
  set: string | null;
}

/**
 * What to take when leaving for a loadout: its kits that are at hand and its own things, each ready or not and why. Kits that are carried
 * as one stand together: what all of them lack is said once, and what is missing of the set is said of what is taken of it. Kits that
 * wait elsewhere are not taken and stand at the end, so that nobody looks for them.
 */
export function takeList(
  loadout: Loadout,
  kits: ReadonlyMap<string, TakenKit>,
  positions: ReadonlyMap<string, Position>,
  on: PlainDate,
  catalog: KindCatalog,
): { take: TakeLine[]; elsewhere: TakeLine[] } {
  const isWith = (carried: Loadout['kits'][number]) => isAtHand(carried) && !carried.isBrought;
  const withYou = new Set<string>(loadout.kits.filter(isWith).map(({ kitId }) => kitId));
  const told = new Set<string>();
  const lines = together(loadout.kits, kits).flatMap((carried): { line: TakeLine; isTaken: boolean }[] => {
    const kit = kits.get(carried.kitId);
    if (kit === undefined) return [];
    const position = positions.get(carried.positionId ?? kit.positionId);
    const isTaken = isWith(carried);
    const { inSet = null } = kit;
    const isTold = inSet !== null && told.has(inSet.id);
    if (inSet !== null && isTaken) told.add(inSet.id);
    const left = isTaken && !isTold && inSet !== null ? inSet.kitIds.filter((id) => !withYou.has(id)) : [];
    const missing = position === undefined || !isTaken ? null : missingBearer(position, loadout.bearers);
    const reasons = [
      ...(missing === null ? [] : [`needs ${missing}`]),
      ...left.map((id) => `${kits.get(id)?.name ?? id} is not with you, which is carried as one with it`),
      ...notReady(isTold ? { ...kit, gap: null } : kit, on, catalog),
    ];
    const where = isTaken ? (position?.name ?? '') : carried.isBrought ? 'somebody else brings it' : `${showWay(carried)} away`;
    const set = inSet?.name ?? null;
    return [{ line: { id: kit.id, of: 'kit', name: kit.name, where, isReady: reasons.length === 0, reasons, set }, isTaken }];
  });
  const own = loadout.own.map(({ id, name, drawback, barredAtSecurity }): TakeLine => {
    const isBarred = loadout.passesSecurity && barredAtSecurity;
    return {
      id,
      of: 'own',
      name,
      where: drawback,
      isReady: !isBarred,
      reasons: isBarred ? ['does not pass the security check'] : [],
      set: null,
    };
  });
  return {
    take: [...lines.filter(({ isTaken }) => isTaken).map(({ line }) => line), ...own],
    elsewhere: lines.filter(({ isTaken }) => !isTaken).map(({ line }) => line),
  };
}

/** In their order, but each set where its first kit stands. */
function together(carried: Loadout['kits'], kits: ReadonlyMap<string, TakenKit>): Loadout['kits'] {
  const setOf = (kitId: string) => kits.get(kitId)?.inSet?.id ?? null;
  const first = (kitId: string) =>
    carried.findIndex((other) => other.kitId === kitId || (setOf(kitId) !== null && setOf(other.kitId) === setOf(kitId)));
  return carried.toSorted((a, b) => first(a.kitId) - first(b.kitId));
}

/** Why a kit is not ready to go; empty: it is. */
export function notReady(kit: TakenKit, on: PlainDate, catalog: KindCatalog): string[] {
  const reasons: string[] = [];
  if (kit.isInUse) reasons.push('used and not debriefed');
  if (kit.gap !== null) reasons.push(kit.gap);
  const named = (units: readonly Unit[]) => units.map(({ kind }) => catalog.get(kind)?.name ?? kind).join(', ');
  const lapsed = kit.units.filter(({ expiresOn }) => !isGoodOn(expiresOn, on));
  if (lapsed.length > 0) reasons.push(`lapsed: ${named(lapsed)}`);
  const bad = kit.units.filter(({ kind, condition }) => {
    const known = catalog.get(kind);
    return known !== undefined && !conditionCounts(condition, known);
  });
  for (const unit of bad) reasons.push(`${CONDITION_NAMES[unit.condition]}: ${named([unit])}`);
  const staged = kit.units.filter(({ condition }) => condition === 'notStaged');
  if (staged.length > 0) reasons.push(`not staged: ${named(staged)}`);
  if (kit.inspectDueOn !== null && daysBetween(kit.inspectDueOn, on) > 0)
    reasons.push(`inspection was due on ${showDate(kit.inspectDueOn)}`);
  return reasons;
}
