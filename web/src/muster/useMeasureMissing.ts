import type { PlainDate } from '@ivrak/core/model';
import { useEffect, useRef, useState } from 'react';
import type { MusteredKit } from '../data/queries.ts';

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
    // Most times nothing is to be measured, and the page stands without what it takes.
    void import('./measure.ts')
      .then(({ measure }) => measure(missing, data.today))
      .catch(() => undefined)
      .finally(() => setMeasuring(null));
  }, [data, measuring]);
  return measuring;
}
