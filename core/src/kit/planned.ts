import type { FitChoices, KitDraft, Module, PlannedThing } from '../model/kit.ts';
import { plainUnit, type Unit } from '../model/unit.ts';

/** A thing on the ground sheet: owned, or planned and still to come. */
export type SheetUnit = Unit & { planned?: true };

/** A planned thing as it lies on the sheet: new, with nothing read off it. */
export const plannedUnit = ({ id, kind, count, state }: PlannedThing): SheetUnit => ({
  ...plainUnit(id, kind),
  count,
  state,
  planned: true,
});

export const isPlanned = (unit: SheetUnit): boolean => unit.planned === true;

/** What lies on the sheet: what is there, and behind it what is planned, new and with nothing read off it. */
export const sheetOf = ({ units, planned }: Pick<KitDraft, 'units' | 'planned'>): SheetUnit[] => [...units, ...planned.map(plannedUnit)];

/** The sheet taken apart again, into what is there and what is planned. */
export function partSheet(sheet: readonly SheetUnit[]): Pick<KitDraft, 'units' | 'planned'> {
  const units = sheet.filter((unit) => !isPlanned(unit)).map(({ planned: _, ...unit }): Unit => unit);
  const planned = sheet.filter(isPlanned).map(({ id, kind, count, state }): PlannedThing => ({ id, kind, count, state }));
  return { units, planned };
}

/** How many things lie on the sheet, and how many of them are there. */
export const sheetCounts = (sheet: readonly SheetUnit[]): { planned: number; owned: number } => {
  const count = (units: readonly SheetUnit[]) => units.reduce((sum, unit) => sum + unit.count, 0);
  return { planned: count(sheet), owned: count(sheet.filter((unit) => !isPlanned(unit))) };
};

export interface Arrival {
  planned: PlannedThing[];
  fit: FitChoices;
  modules: Module[];
  /** How it is to lie, where it was planned. */
  state: string | null;
}

/**
 * A thing that comes into a kit takes the place of what was planned of its kind: as many as come are planned no more. What is locked,
 * pinned or bundled by a planned thing that has come whole goes over to what came.
 */
export function arriveIn(
  kit: Pick<KitDraft, 'planned' | 'fit' | 'modules'>,
  { id, kind, count }: Pick<Unit, 'id' | 'kind' | 'count'>,
): Arrival | null {
  const first = kit.planned.find((thing) => thing.kind === kind);
  if (first === undefined) return null;
  let open = count;
  const planned: PlannedThing[] = [];
  for (const thing of kit.planned) {
    const taken = thing.kind === kind ? Math.min(open, thing.count) : 0;
    open -= taken;
    if (thing.count > taken) planned.push({ ...thing, count: thing.count - taken });
  }
  const isWhole = !planned.some((thing) => thing.id === first.id);
  return {
    planned,
    state: first.state,
    fit: isWhole ? renamedIn(kit.fit, first.id, id) : kit.fit,
    modules: isWhole
      ? kit.modules.map((module) => ({ ...module, unitIds: module.unitIds.map((one) => (one === first.id ? id : one)) }))
      : kit.modules,
  };
}

/** Items of a stack are called by the id of their unit, those behind the first with a number. */
function renamedIn(fit: FitChoices, from: string, to: string): FitChoices {
  const renamed = <T>(items: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(items).map(([item, value]) => [
        item === from || item.startsWith(`${from}:`) ? `${to}${item.slice(from.length)}` : item,
        value,
      ]),
    );
  const { locks, pins, folds, hung } = fit;
  return {
    ...fit,
    locks: renamed(locks),
    pins: renamed(pins),
    folds: renamed(folds),
    ...(hung === undefined ? {} : { hung: renamed(hung) }),
  };
}
