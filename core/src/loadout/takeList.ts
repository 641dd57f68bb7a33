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
}

/**
 * What to take when leaving for a loadout: its kits that are at hand and its own things, each ready or not and why. Kits that wait
 * elsewhere are not taken and stand at the end, so that nobody looks for them.
 */
export function takeList(
  loadout: Loadout,
  kits: ReadonlyMap<string, TakenKit>,
  positions: ReadonlyMap<string, Position>,
  on: PlainDate,
  catalog: KindCatalog,
): { take: TakeLine[]; elsewhere: TakeLine[] } {
  const lines = loadout.kits.flatMap((carried): { line: TakeLine; isTaken: boolean }[] => {
    const kit = kits.get(carried.kitId);
    if (kit === undefined) return [];
    const position = positions.get(carried.positionId ?? kit.positionId);
    const isTaken = isAtHand(carried) && !carried.isBrought;
    const missing = position === undefined || !isTaken ? null : missingBearer(position, loadout.bearers);
    const reasons = [...(missing === null ? [] : [`needs ${missing}`]), ...notReady(kit, on, catalog)];
    const where = isTaken ? (position?.name ?? '') : carried.isBrought ? 'somebody else brings it' : `${showWay(carried)} away`;
    return [{ line: { id: kit.id, of: 'kit', name: kit.name, where, isReady: reasons.length === 0, reasons }, isTaken }];
  });
  const own = loadout.own.map(({ id, name, drawback, barredAtSecurity }): TakeLine => {
    const isBarred = loadout.passesSecurity && barredAtSecurity;
    return { id, of: 'own', name, where: drawback, isReady: !isBarred, reasons: isBarred ? ['does not pass the security check'] : [] };
  });
  return {
    take: [...lines.filter(({ isTaken }) => isTaken).map(({ line }) => line), ...own],
    elsewhere: lines.filter(({ isTaken }) => !isTaken).map(({ line }) => line),
  };
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
