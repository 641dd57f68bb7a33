import type { HeatSample, Kit } from '@ivrak/core/model';
import { ASSUMED_CELSIUS, ageingFactor, type Heat, heatOf, type InspectionInterval, inspectionInterval } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { heatLogs } from '../db/schema.ts';
import type { LiveCatalog } from './catalog.ts';
import { Newest } from './newest.ts';

export interface PositionHeat {
  heat: Heat;
  from: string;
  to: string;
  count: number;
  sources: string[];
  samples: HeatSample[];
}

/** Heat of every place that has a log. Kept in memory, as the catalogue is: every view of a kit asks for it. */
export class HeatOfPlaces {
  private readonly known = new Map<string, PositionHeat>();
  private readonly newest = new Newest();

  constructor(
    private readonly catalog: LiveCatalog,
    private readonly onChange: () => void,
  ) {}

  /** Reads all logs again; after a start, an import, and every change of a log. */
  load(db: Db | Tx): Promise<void> {
    return this.newest.take(
      async () => db.select().from(heatLogs).orderBy(asc(heatLogs.id)),
      (rows) => this.fill(rows),
    );
  }

  private fill(rows: readonly (typeof heatLogs.$inferSelect)[]): void {
    this.known.clear();
    for (const positionId of new Set(rows.map((row) => row.positionId))) {
      const own = rows.filter((row) => row.positionId === positionId);
      // A file that was read twice counts once.
      const byTime = new Map(own.flatMap(({ samples }) => samples.map((sample) => [new Date(sample.at).toISOString(), sample] as const)));
      const samples = [...byTime].sort(([a], [b]) => (a < b ? -1 : 1)).map(([at, { celsius }]) => ({ at, celsius }));
      const heat = heatOf(samples);
      const [first, last] = [samples[0], samples.at(-1)];
      if (heat === null || first === undefined || last === undefined) continue;
      this.known.set(positionId, {
        heat,
        from: first.at,
        to: last.at,
        count: samples.length,
        sources: own.map(({ source }) => source),
        samples,
      });
    }
    this.onChange();
  }

  at(positionId: string): PositionHeat | undefined {
    return this.known.get(positionId);
  }

  /** The ageing factor at a place: of its log, else assumed from its heat class. */
  factorAt(positionId: string): { factor: number; isAssumed: boolean } {
    const known = this.known.get(positionId);
    if (known !== undefined) return { factor: known.heat.ageingFactor, isAssumed: false };
    const assumed = this.catalog.position(positionId)?.heat;
    return { factor: assumed === undefined ? 1 : ageingFactor(ASSUMED_CELSIUS[assumed]), isAssumed: true };
  }

  /** Days between inspections of a kit, and why. */
  intervalOf(kit: Pick<Kit, 'layer' | 'positionId'> & { upkeep: Parameters<typeof inspectionInterval>[1] }): InspectionInterval {
    const { factor, isAssumed } = this.factorAt(kit.positionId);
    return inspectionInterval(kit.layer, kit.upkeep, factor, isAssumed);
  }
}
