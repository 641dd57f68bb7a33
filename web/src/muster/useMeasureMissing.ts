import { fitFingerprint, judgeKit, kitFitProblem } from '@ivrak/core/kit';
import type { PlainDate } from '@ivrak/core/model';
import { useEffect, useRef, useState } from 'react';
import { catalogNow, containerOf, schoolOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { type MusteredKit, queryClient } from '../data/queries.ts';
import { startFit } from '../kit/fitClient.ts';

/** Kits whose contents changed since they were packed are packed again, one after the other, in a worker. */
export function useMeasureMissing(data: { kits: MusteredKit[]; today: PlainDate } | undefined): string | null {
  const [measuring, setMeasuring] = useState<string | null>(null);
  const tried = useRef(new Set<string>());
  useEffect(() => {
    if (data === undefined || measuring !== null) return;
    const missing = data.kits.find(
      (kit) => kit.summary.allIn === null && kit.units.length > 0 && !tried.current.has(`${kit.id}:${kit.version}`),
    );
    if (missing === undefined) return;
    tried.current.add(`${missing.id}:${missing.version}`);
    setMeasuring(missing.id);
    void measure(missing, data.today)
      .catch(() => undefined)
      .finally(() => setMeasuring(null));
  }, [data, measuring]);
  return measuring;
}

async function measure(kit: MusteredKit, today: PlainDate): Promise<void> {
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
