import { fitFingerprint, judgeKit, kitFitProblem } from '@ivrak/core/kit';
import { catalogWith } from '@ivrak/core/loadout';
import type { InSetView, PlainDate } from '@ivrak/core/model';
import { catalogNow, containerOf, positionOf, schoolOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { kitQuery, type MusteredKit, queryClient } from '../data/queries.ts';
import { besideOf } from '../kit/besideOf.ts';
import { startFit } from '../kit/fitClient.ts';

/** Packs a kit as it lies now and tells the server how it came out. */
export async function measure(listed: MusteredKit, today: PlainDate): Promise<void> {
  const container = containerOf(listed.containerId);
  if (container === undefined) return;
  const { kit, inSet } = await whole(listed);
  const catalog = catalogWith(catalogNow(), inSet?.own ?? []);
  const judgement = judgeKit({ ...kit, inSet: besideOf(inSet) }, schoolOf(kit), container, today, catalog);
  const fit = kitFitProblem({
    units: kit.units,
    container,
    position: positionOf(listed.positionId),
    coverage: judgement.coverage,
    catalog: catalogNow(),
    fit: kit.fit,
    modules: kit.modules,
  });
  if (!fit.ok) return;
  const result = await startFit(fit.problem, () => undefined).result;
  await api.put('/api/kits/:id/packing', {
    params: { id: kit.id },
    body: { fingerprint: fitFingerprint(fit.problem), result: { ...result } },
  });
  await queryClient.invalidateQueries({ queryKey: ['kits'] });
}

/** What comes first to the hand follows from what the others of a set hold, which is not in the list. */
async function whole(listed: MusteredKit): Promise<{ kit: Omit<MusteredKit, 'inSet'>; inSet: InSetView | null }> {
  if (listed.inSet === null) return { kit: listed, inSet: null };
  const kit = await queryClient.fetchQuery(kitQuery(listed.id));
  return { kit, inSet: kit.inSet };
}
