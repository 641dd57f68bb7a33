import { type PlacedUnit, showDate } from '@ivrak/core/model';
import { Button, Checkbox, NumberInput, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import type { MusteredKit } from '../data/queries.ts';
import { Code } from '../ui/Code.tsx';
import { PanelHeading } from '../ui/PanelHeading.tsx';
import parts from '../ui/parts.module.css';
import { type LabelSource, labelSources } from './packLabels.ts';
import css from './stores.module.css';

interface Chosen {
  copies: number;
  dose: string;
}

const MOST_COPIES = 24;

interface PackLabelsProps {
  units: readonly PlacedUnit[];
  kits: readonly MusteredKit[];
  close: () => void;
}

/**
 * Labels for packs that were made up here: glove bags, repacked tablets, modules. The date is the one that is printed on the
 * original, or of a module the first in it.
 */
export function PackLabels({ units, kits, close }: PackLabelsProps) {
  const [chosen, setChosen] = useState<Record<string, Chosen>>({});
  const sources = labelSources(units, kits, kindName);
  const set = (key: string, change: Partial<Chosen>) =>
    setChosen((before) => ({ ...before, [key]: { copies: 1, dose: '', ...before[key], ...change } }));
  const labels = sources.flatMap((source) => {
    const { copies = 0, dose = '' } = chosen[source.key] ?? {};
    return Array.from({ length: copies }, (_, index) => ({ source, dose, key: `${source.key}-${index}` }));
  });
  return (
    <aside className={clsx(parts.drawer, css.packLabels)} aria-label="Labels">
      <PanelHeading title="Labels of your own" close={close} />
      <p className="small muted no-print">
        For what was taken out of its pack, and for modules. Each carries the lot and the date of the original; of a module the first date
        in it.
      </p>
      <ul className={clsx(css.packLabelChoice, 'no-print')}>
        {sources.map((source) => (
          <Choice key={source.key} source={source} chosen={chosen[source.key]} set={(change) => set(source.key, change)} />
        ))}
      </ul>
      <Button className="no-print" disabled={labels.length === 0} onClick={() => window.print()}>
        Print {labels.length} {labels.length === 1 ? 'label' : 'labels'}
      </Button>
      <style>{'@media print { @page { size: A4; margin: 10mm; } .stores-main, .top-bar, header { display: none !important; } }'}</style>
      <div className={css.packLabelSheet}>
        {labels.map(({ source, dose, key }) => (
          <article key={key} className={css.packLabel}>
            <div>
              <b>{source.name}</b>
              {dose !== '' && <span className={parts.block}>{dose}</span>}
              {source.contents !== null && <span className={parts.block}>{source.contents}</span>}
              {source.lot !== null && <span className={clsx(parts.block, 'mono')}>lot {source.lot}</span>}
              <span className={clsx(parts.block, 'mono')}>
                {source.expiresOn === null ? 'no date printed' : `good through ${showDate(source.expiresOn)}`}
              </span>
            </div>
            <Code symbol="gs1" text={source.code} alt={`Data matrix of ${source.name}`} sizeMm={14} />
          </article>
        ))}
      </div>
    </aside>
  );
}

interface ChoiceProps {
  source: LabelSource;
  chosen: Chosen | undefined;
  set: (change: Partial<Chosen>) => void;
}

function Choice({ source, chosen, set }: ChoiceProps) {
  const copies = chosen?.copies ?? 0;
  return (
    <li>
      <Checkbox
        label={`${source.name}${source.lot === null ? '' : `, lot ${source.lot}`}`}
        checked={copies > 0}
        onChange={(event) => set({ copies: event.currentTarget.checked ? 1 : 0 })}
      />
      {copies > 0 && (
        <div className="row">
          <NumberInput
            size="xs"
            w={74}
            min={1}
            max={MOST_COPIES}
            aria-label={`Labels of ${source.name}`}
            value={copies}
            onChange={(value) => set({ copies: Math.min(MOST_COPIES, Math.max(1, Number(value) || 1)) })}
          />
          <TextInput
            size="xs"
            className="grow"
            maxLength={40}
            placeholder="dose, if it is a medicine"
            aria-label={`Dose of ${source.name}`}
            value={chosen?.dose ?? ''}
            onChange={(event) => set({ dose: event.currentTarget.value })}
          />
        </div>
      )}
    </li>
  );
}
