import type { PatternLine } from '../model/pattern.ts';
import type { UnitId } from '../model/unit.ts';
import { isPlanned, plannedUnit, type SheetUnit } from './planned.ts';

/** What a twin has beyond its pattern, and what it lacks of it; both in units of a kind. */
export interface TwinDifference {
  more: PatternLine[];
  fewer: PatternLine[];
}

/** What is spent or for practice only was never meant to stay. */
export const isMeant = ({ condition }: SheetUnit): boolean => condition !== 'used' && condition !== 'practice';

/** What is damaged or suspect is none of what a pattern asks for. */
const isThere = ({ condition }: SheetUnit): boolean => condition === 'ready' || condition === 'notStaged';

/** What lies on a sheet and is fit to, kind by kind in the order in which it lies there. */
export const heldBy = (sheet: readonly SheetUnit[]): PatternLine[] => counted(sheet.filter(isThere));

/** What a kit is meant to hold by what lies on its sheet: what is damaged or suspect is to be replaced, so it is part of that. */
export const patternOf = (sheet: readonly SheetUnit[]): PatternLine[] => counted(sheet.filter(isMeant));

function counted(units: readonly SheetUnit[]): PatternLine[] {
  const counts = new Map<string, number>();
  for (const { kind, count } of units) counts.set(kind, (counts.get(kind) ?? 0) + count);
  return [...counts].map(([kind, count]) => ({ kind, count }));
}

/** What is planned counts: it is on its way to being as the pattern. */
export function twinDifference(sheet: readonly SheetUnit[], lines: readonly PatternLine[]): TwinDifference {
  const have = new Map(heldBy(sheet).map(({ kind, count }) => [kind, count]));
  const asked = new Map(lines.map(({ kind, count }) => [kind, count]));
  const beyond = (here: ReadonlyMap<string, number>, there: ReadonlyMap<string, number>): PatternLine[] =>
    [...here].flatMap(([kind, count]) => {
      const over = count - (there.get(kind) ?? 0);
      return over > 0 ? [{ kind, count: over }] : [];
    });
  return { more: beyond(have, asked), fewer: beyond(asked, have) };
}

/**
 * The sheet as its pattern has it: what it lacks is planned, what it has beyond is taken off, what is only planned and what lapses
 * soonest first. `newId` names what is planned.
 */
export function inLine(sheet: readonly SheetUnit[], lines: readonly PatternLine[], newId: () => UnitId): SheetUnit[] {
  const { more, fewer } = twinDifference(sheet, lines);
  const over = new Map(more.map(({ kind, count }) => [kind, count]));
  const soonest = [...sheet].filter(isThere).sort((a, b) => {
    if (isPlanned(a) !== isPlanned(b)) return isPlanned(a) ? -1 : 1;
    if (a.expiresOn === b.expiresOn) return 0;
    return a.expiresOn !== null && (b.expiresOn === null || a.expiresOn < b.expiresOn) ? -1 : 1;
  });
  const off = new Map<string, number>();
  for (const { id, kind, count } of soonest) {
    const taken = Math.min(count, over.get(kind) ?? 0);
    over.set(kind, (over.get(kind) ?? 0) - taken);
    if (taken > 0) off.set(id, taken);
  }
  const kept = sheet.flatMap((unit): SheetUnit[] => {
    const count = unit.count - (off.get(unit.id) ?? 0);
    return count > 0 ? [{ ...unit, count }] : [];
  });
  return [...kept, ...fewer.map(({ kind, count }) => plannedUnit({ id: newId(), kind, count, state: 'asSold' }))];
}
