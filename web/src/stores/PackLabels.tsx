import { type PlacedUnit, showDate } from '@ivrak/core';
import { Button, Checkbox, CloseButton, NumberInput } from '@mantine/core';
import { useState } from 'react';
import { kindName } from '../kit/catalog.ts';
import { Code } from '../stage/Code.tsx';

/** What a label of one's own carries: lot and original date in GS1 element strings, and an id of ours (internal use, AI 91). */
export function labelText({ id, lot, expiresOn }: Pick<PlacedUnit, 'id' | 'lot' | 'expiresOn'>): string {
  const day = expiresOn === null ? '' : `(17)${expiresOn.slice(2).replaceAll('-', '')}`;
  const batch = lot === null || !/^[\x21-\x22\x25-\x3F\x41-\x5A\x5F\x61-\x7A]{1,20}$/.test(lot) ? '' : `(10)${lot}`;
  return `${day}${batch}(91)${id}`;
}

/** Labels for packs that were made up here: glove bags, tablets, parts of a large pack. The date is the one that is printed on the original. */
export function PackLabels({ units, close }: { units: readonly PlacedUnit[]; close: () => void }) {
  const [copies, setCopies] = useState<Record<string, number>>({});
  const spares = units.filter(({ place }) => place === 'stores');
  const chosen = spares.filter(({ id }) => (copies[id] ?? 0) > 0);
  const labels = chosen.flatMap((unit) =>
    Array.from({ length: copies[unit.id] ?? 0 }, (_, index) => ({ unit, key: `${unit.id}-${index}` })),
  );
  const set = (id: string, value: number) => setCopies((before) => ({ ...before, [id]: value }));
  return (
    <aside className="drawer pack-labels" aria-label="Labels">
      <div className="panel-heading no-print">
        <h2>Labels of your own</h2>
        <CloseButton aria-label="Close" onClick={close} />
      </div>
      <p className="small muted no-print">
        For what was taken out of its pack: glove bags, tablets, gauze out of a large box. Each carries the lot and the date of the
        original.
      </p>
      <ul className="pack-label-choice no-print">
        {spares.map((unit) => (
          <li key={unit.id}>
            <Checkbox
              label={`${kindName(unit.kind)}${unit.lot === null ? '' : `, lot ${unit.lot}`}`}
              checked={(copies[unit.id] ?? 0) > 0}
              onChange={(event) => set(unit.id, event.currentTarget.checked ? 1 : 0)}
            />
            {(copies[unit.id] ?? 0) > 0 && (
              <NumberInput
                size="xs"
                w={74}
                min={1}
                max={24}
                aria-label={`Labels of ${kindName(unit.kind)}`}
                value={copies[unit.id] ?? 1}
                onChange={(value) => set(unit.id, Math.min(24, Math.max(1, Number(value) || 1)))}
              />
            )}
          </li>
        ))}
      </ul>
      <Button className="no-print" disabled={labels.length === 0} onClick={() => window.print()}>
        Print {labels.length} {labels.length === 1 ? 'label' : 'labels'}
      </Button>
      <style>{'@media print { @page { size: A4; margin: 10mm; } .stores-main, .top-bar, header { display: none !important; } }'}</style>
      <div className="pack-label-sheet">
        {labels.map(({ unit, key }) => (
          <article key={key} className="pack-label">
            <div>
              <b>{kindName(unit.kind)}</b>
              <span className="mono block">{unit.lot === null ? 'no lot' : `lot ${unit.lot}`}</span>
              <span className="mono block">{unit.expiresOn === null ? 'no date printed' : `good through ${showDate(unit.expiresOn)}`}</span>
            </div>
            <Code symbol="gs1" text={labelText(unit)} alt={`Data matrix of ${kindName(unit.kind)}`} sizeMm={14} />
          </article>
        ))}
      </div>
    </aside>
  );
}
