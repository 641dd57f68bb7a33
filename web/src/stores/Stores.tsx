import type { PlacedUnit } from '@ivrak/core/model';
import { Button, TextInput } from '@mantine/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { kindWords } from '../data/catalog.ts';
import { type MusteredKit, useKits, useStores } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { Intake } from './Intake.tsx';
import { PackLabels } from './PackLabels.tsx';
import { StockImport } from './StockImport.tsx';
import css from './stores.module.css';
import { type StoresSaid, UnitTable } from './UnitTable.tsx';

/** One and the same, so that rows are not drawn again for it. */
const NO_KITS: readonly MusteredKit[] = [];

/** Spares and practice units, and taking new ones in. */
export function Stores() {
  const stores = useStores();
  const kits = useKits().data?.kits ?? NO_KITS;
  const [search, setSearch] = useState('');
  const [said, setSaid] = useState<StoresSaid | null>(null);
  const [params, setParams] = useSearchParams();
  // As state: the tables measure themselves against it, and it is there only after the first drawing.
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  // Typing goes first: the list follows when there is time.
  const words = useDeferredValue(search.toLowerCase());
  const units = stores.data?.units;
  const { spares, practice } = useMemo(() => split(units ?? [], words), [units, words]);
  if (stores.isLoadingError) return <Failure error={stores.error} />;
  if (stores.data === undefined || units === undefined) return <Blank label="Opening the stores" />;
  const { today, gtins } = stores.data;
  const part = params.get('take');
  const show = (take: string | null) => setParams(take === null ? {} : { take }, { replace: true });
  return (
    <div className={css.stores}>
      <main id="main" className={css.main} ref={setScroller}>
        <StoresHead units={units} search={search} setSearch={setSearch} show={show} />
        <p className={said?.isError ? 'refusal' : css.said} role="status">
          {said?.text ?? ''}
        </p>
        {units.length === 0 && <p>Nothing in stores yet. Scan a label at the right, or choose a kind by hand.</p>}
        {units.length > 0 && spares.length + practice.length === 0 && <p>Nothing here is called so.</p>}
        {spares.length > 0 && scroller !== null && (
          <UnitTable units={spares} kits={kits} today={today} say={setSaid} label="Spares" scroller={scroller} />
        )}
        {practice.length > 0 && scroller !== null && (
          <>
            <h2 className={css.section}>Practice only</h2>
            <p className="small muted">For the hands to learn on. They never go back into a kit or among spares.</p>
            <UnitTable units={practice} kits={NO_KITS} today={today} say={setSaid} label="Practice units" scroller={scroller} />
          </>
        )}
      </main>
      {part === 'table' ? (
        <StockImport gtins={gtins} close={() => show(null)} />
      ) : part === 'labels' ? (
        <PackLabels units={units} kits={kits} close={() => show(null)} />
      ) : (
        <Intake today={today} gtins={gtins} />
      )}
    </div>
  );
}

interface StoresHeadProps {
  units: PlacedUnit[];
  search: string;
  setSearch: (next: string) => void;
  show: (take: string | null) => void;
}

function StoresHead({ units, search, setSearch, show }: StoresHeadProps) {
  return (
    <div className={css.head}>
      <h1>Stores</h1>
      <p className="muted">{count(units.filter(({ place }) => place === 'stores'))} spare units</p>
      <TextInput
        aria-label="Search the stores"
        placeholder="Kind, lot or seller"
        value={search}
        onChange={(event) => setSearch(event.currentTarget.value)}
      />
      <Button variant="default" onClick={() => show('table')}>
        Import CSV
      </Button>
      <Button variant="default" onClick={() => show('labels')}>
        Labels
      </Button>
    </div>
  );
}

const count = (units: readonly PlacedUnit[]): number => units.reduce((sum, unit) => sum + unit.count, 0);

function split(units: readonly PlacedUnit[], words: string): { spares: PlacedUnit[]; practice: PlacedUnit[] } {
  const shown = units.filter(({ kind, lot, seller }) => `${kindWords(kind)} ${lot ?? ''} ${seller ?? ''}`.toLowerCase().includes(words));
  return { spares: shown.filter(({ place }) => place === 'stores'), practice: shown.filter(({ place }) => place === 'practice') };
}
