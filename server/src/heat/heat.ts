import type { HeatSample } from '@ivrak/core/model';
import { ASSUMED_CELSIUS, ageingFactor, type Heat, heatOf, type InspectionInterval, inspectionInterval } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import { positionOf } from '../catalog/catalog.ts';
import type { Db, Tx } from '../db/open.ts';
import { heatLogs } from '../db/schema.ts';
import type { StoredKit } from '../kits/store.ts';

export interface PositionHeat {
  heat: Heat;
  from: string;
  to: string;
  count: number;
  sources: string[];
  samples: HeatSample[];
}

/** Heat of every place that has a log. Kept in memory, as the catalogue is: every view of a kit asks for it. */
const KNOWN = new Map<string, PositionHeat>();

/** Reads all logs again; after a start, an import, and every change of a log. */
export async function loadHeat(db: Db | Tx): Promise<void> {
  const rows = await db.select().from(heatLogs).orderBy(asc(heatLogs.id));
  KNOWN.clear();
  for (const positionId of new Set(rows.map((row) => row.positionId))) {
    const own = rows.filter((row) => row.positionId === positionId);
    // A file that was read twice counts once.
    const byTime = new Map(own.flatMap(({ samples }) => samples.map((sample) => [new Date(sample.at).toISOString(), sample] as const)));
    const samples = [...byTime].sort(([a], [b]) => (a < b ? -1 : 1)).map(([at, { celsius }]) => ({ at, celsius }));
    const heat = heatOf(samples);
    const [first, last] = [samples[0], samples.at(-1)];
    if (heat === null || first === undefined || last === undefined) continue;
    KNOWN.set(positionId, { heat, from: first.at, to: last.at, count: samples.length, sources: own.map(({ source }) => source), samples });
  }
}

export const heatAt = (positionId: string): PositionHeat | undefined => KNOWN.get(positionId);

/** The ageing factor at a place: of its log, else assumed from its heat class. */
export function factorAt(positionId: string): { factor: number; isAssumed: boolean } {
  const known = KNOWN.get(positionId);
  if (known !== undefined) return { factor: known.heat.ageingFactor, isAssumed: false };
  const assumed = positionOf(positionId)?.heat;
  return { factor: assumed === undefined ? 1 : ageingFactor(ASSUMED_CELSIUS[assumed]), isAssumed: true };
}

export function intervalOf(kit: Pick<StoredKit, 'layer' | 'upkeep' | 'positionId'>): InspectionInterval {
  const { factor, isAssumed } = factorAt(kit.positionId);
  return inspectionInterval(kit.layer, kit.upkeep, factor, isAssumed);
}
