import { thingsIn } from '@ivrak/core/fit';
import { type CarryCheck, judgeKit, kitCarry, kitFitProblem } from '@ivrak/core/kit';
import { catalogWith } from '@ivrak/core/loadout';
import { type KitView, type PlainDate, plainUnit, type Unit, UnitIdSchema } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { catalogNow, containerOf, positionOf, schoolOf } from '../data/catalog.ts';
import { useSettings } from '../data/queries.ts';
import { besideOf } from '../kit/besideOf.ts';
import { startFit } from '../kit/fitClient.ts';

export interface FitWith {
  /** Of how many things how many go in. */
  placed: number;
  count: number;
  carry: CarryCheck | null;
}

interface Taken {
  unitId: string;
  kind: string;
  take: number;
}

/** One packing at a time: several kits are asked about on one page. */
let last: Promise<unknown> = Promise.resolve();

/** How a kit would be packed with what is to be put back into it; null: nothing can be said. */
export async function fitWith(kit: KitView, taken: readonly Taken[], today: PlainDate): Promise<FitWith | null> {
  const [container, position] = [containerOf(kit.containerId), positionOf(kit.positionId)];
  if (container === undefined) return null;
  const units: Unit[] = [
    ...kit.units,
    ...taken.map(({ kind, take }, index) => ({ ...plainUnit(UnitIdSchema.parse(`back-${index}`), kind), count: take })),
  ];
  const catalog = catalogWith(catalogNow(), kit.inSet?.own ?? []);
  const { coverage } = judgeKit({ ...kit, units, inSet: besideOf(kit.inSet) }, schoolOf(kit), container, today, catalog);
  const fit = kitFitProblem({ units, container, position, coverage, catalog: catalogNow(), fit: kit.fit, modules: kit.modules });
  if (!fit.ok) return null;
  const run = last.then(() => startFit(fit.problem, () => undefined).result);
  last = run.catch(() => undefined);
  const result = await run;
  const carry =
    position === undefined ? null : kitCarry({ units, container, position, packed: result, catalog: catalogNow(), fit: kit.fit });
  const { items } = fit.problem;
  const out = thingsIn(items, result.unplaced);
  return { placed: thingsIn(items) - out, count: thingsIn(items), carry };
}

export function useFitWith(kit: KitView | undefined, taken: readonly Taken[]): FitWith | null | undefined {
  const today = useSettings().data?.today;
  const key = taken.map(({ kind, take }) => `${kind} ${take}`).sort();
  const asked = useQuery({
    queryKey: ['fit with', kit?.id, kit?.version, key],
    enabled: kit !== undefined && today !== undefined && taken.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => (kit === undefined || today === undefined ? null : fitWith(kit, taken, today)),
  });
  return asked.data;
}
