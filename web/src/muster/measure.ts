import { fitFingerprint, judgeKit, kitFitProblem } from '@ivrak/core/kit';
import type { PlainDate } from '@ivrak/core/model';
import { catalogNow, containerOf, schoolOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { type MusteredKit, queryClient } from '../data/queries.ts';
import { startFit } from '../kit/fitClient.ts';

/** Packs a kit as it lies now and tells the server how it came out. */
export async function measure(kit: MusteredKit, today: PlainDate): Promise<void> {
  const container = containerOf(kit.containerId);
  if (container === undefined) return;
  const judgement = judgeKit(kit, schoolOf(kit), container, today, catalogNow());
  const fit = kitFitProblem({
    units: kit.units,
    container,
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
