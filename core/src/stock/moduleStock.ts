import { conditionCounts } from '../coverage/prepare.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { Module } from '../model/kit.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { isGoodOn, type Unit } from '../model/unit.ts';
import { isOfferable, orderSpares, type RestockOptions, type SpareUnit } from './restock.ts';

export interface ModuleGap {
  kind: string;
  missing: number;
}
export interface ModuleFill {
  unitId: string;
  kind: string;
  /** Whole units to take off the stack. */
  take: number;
}

/** What a module holds when it is whole: so many of each kind, in the order in which they lie in it. */
export function modulePattern(unitIds: readonly string[], units: readonly Unit[]): Module['pattern'] {
  const counts = new Map<string, number>();
  for (const unit of units) if (unitIds.includes(unit.id)) counts.set(unit.kind, (counts.get(unit.kind) ?? 0) + unit.count);
  return [...counts].map(([kind, count]) => ({ kind, count }));
}

/** What a module is short of: things gone, used, opened, damaged, suspect or past their date do not count as there. */
export function moduleGaps(module: Module, units: readonly Unit[], catalog: KindCatalog, on: PlainDate): ModuleGap[] {
  const sound = units.filter((unit) => {
    const kind = catalog.get(unit.kind);
    return module.unitIds.includes(unit.id) && kind !== undefined && conditionCounts(unit.condition, kind) && isGoodOn(unit.expiresOn, on);
  });
  return module.pattern.flatMap(({ kind, count }) => {
    const there = sound.reduce((sum, unit) => sum + (unit.kind === kind ? unit.count : 0), 0);
    return there < count ? [{ kind, missing: count - there }] : [];
  });
}

/** Spares that fill a module's gaps, kind for kind: first expired, first out, among those that last. */
export function moduleFill(
  gaps: readonly ModuleGap[],
  spares: readonly SpareUnit[],
  catalog: KindCatalog,
  options: RestockOptions,
): ModuleFill[] {
  return gaps.flatMap(({ kind, missing }) => {
    const own = orderSpares(
      spares.filter((unit) => unit.kind === kind && isOfferable(unit, catalog, options.on)),
      options,
    );
    const fills: ModuleFill[] = [];
    let open = missing;
    for (const { id, count } of own) {
      if (open <= 0) break;
      fills.push({ unitId: id, kind, take: Math.min(open, count) });
      open -= count;
    }
    return fills;
  });
}
