import { useDraggable } from '@dnd-kit/core';
import { type Helpfulness, previewAdd } from '@ivrak/core/coverage';
import type { Rung } from '@ivrak/core/model';
import { type Kind, measuresOf, NEEDS, type NeedId, RUNGS } from '@ivrak/core/model';
import { ActionIcon, Select, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { memo, type RefObject, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { grams, mm, price, volume } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { layOneMore, useLaying } from '../kit/sheetView.ts';
import type { Carried } from './carrying.ts';
import { filterLabel, useCatalogFilter } from './catalogFilter.ts';
import { type Shown, SORT_NAMES, type Sort, shownKinds, sortKinds } from './catalogOrder.ts';
import choosing from './choosing.module.css';
import { useAlternatives } from './useAlternatives.ts';
import { useHelpful } from './useHelpful.ts';
import { useProblem } from './useProblem.ts';
import { ChangeLine } from './WhatIf.tsx';

interface CatalogDrawerProps {
  searchRef: RefObject<HTMLInputElement | null>;
}

/** All kinds, what helps most first; searchable, filtered by rung or by one need; what adding one would change is told before. */
export function CatalogDrawer({ searchRef }: CatalogDrawerProps) {
  const { school } = useKit();
  const kinds = useCatalog((state) => state.kinds);
  const { search, rung, need, sort, setSearch, setRung, setSort } = useCatalogFilter();
  const compare = useAlternatives((state) => state.show);
  const [said, setSaid] = useState('');
  const [looked, setLooked] = useState<Kind | null>(null);
  const helpful = useHelpful();
  const shown = useMemo(
    () => sortKinds(shownKinds(kinds, { search, rung, need }, school), sort, helpful),
    [kinds, search, rung, need, school, sort, helpful],
  );
  const gains = useMemo(() => new Map(helpful.map(({ kind, helps, gain }) => [kind, { helps, gain }])), [helpful]);
  const add = useCallback((kind: Kind) => {
    layOneMore(kind);
    setSaid(`${kind.name} ${useLaying.getState().as === 'planned' ? 'planned' : 'added'}`);
  }, []);
  return (
    <>
      <TextInput
        ref={searchRef}
        aria-label="Search the catalogue"
        placeholder={`Search ${kinds.length} kinds`}
        value={search}
        onChange={(event) => setSearch(event.currentTarget.value)}
        rightSection={<kbd>/</kbd>}
      />
      <LayAs />
      <RungFilter rung={rung} setRung={setRung} />
      <CatalogSort sort={sort} setSort={setSort} />
      {need !== null && (
        <p className="small">
          {filterLabel(need)} ·{' '}
          <button type="button" className="link-button" onClick={() => compare(need, null)}>
            side by side
          </button>{' '}
          ·{' '}
          <button type="button" className="link-button" onClick={() => setRung(null)}>
            show all
          </button>
        </p>
      )}
      <ul className={choosing.catalogList}>
        {shown.map((entry) => (
          <CatalogEntry key={entry.kind.id} {...entry} {...gains.get(entry.kind.id)} add={add} look={setLooked} />
        ))}
      </ul>
      {shown.length === 0 && <p className="muted">Nothing by that name here. Clear the search or the rung.</p>}
      {looked !== null && <AddingIt kind={looked} />}
      <span className="sr-only" role="status">
        {said}
      </span>
    </>
  );
}

/** Whether what is added is there, or is still to be bought. */
function LayAs() {
  const { as, lay } = useLaying();
  return (
    <div className={choosing.layAs} role="group" aria-label="What is added">
      <button type="button" aria-pressed={as === 'owned'} onClick={() => lay('owned')}>
        I have it
      </button>
      <button type="button" aria-pressed={as === 'planned'} onClick={() => lay('planned')}>
        Planned: to buy
      </button>
    </div>
  );
}

function RungFilter({ rung, setRung }: { rung: Rung | null; setRung: (rung: Rung | null) => void }) {
  return (
    <div className={choosing.rungFilter} role="group" aria-label="Filter by rung">
      <button type="button" aria-pressed={rung === null} onClick={() => setRung(null)}>
        all
      </button>
      {RUNGS.map((letter) => (
        <button key={letter} type="button" aria-pressed={rung === letter} onClick={() => setRung(rung === letter ? null : letter)}>
          {letter}
        </button>
      ))}
    </div>
  );
}

function CatalogSort({ sort, setSort }: { sort: Sort; setSort: (sort: Sort) => void }) {
  return (
    <div className={choosing.catalogSort}>
      <Select
        aria-label="Sort the catalogue"
        data={Object.entries(SORT_NAMES).map(([value, label]) => ({ value, label }))}
        value={sort}
        onChange={(value) => setSort((value ?? 'helps') as Sort)}
      />
      <Link to="/kinds">Own kinds</Link>
    </div>
  );
}

function AddingIt({ kind }: { kind: Kind }) {
  const { judgement, catalog } = useKit();
  const now = useProblem();
  // Both of the same moment, a moment after the sheet.
  const asked = useDeferredValue(useMemo(() => ({ problem: now, coverage: judgement.together }), [now, judgement.together]));
  const preview = useMemo(() => previewAdd(asked.coverage, asked.problem, kind, catalog), [asked, kind, catalog]);
  const { before, after } = preview.singlePoints;
  return (
    <div className={choosing.addingIt} role="status">
      <b>One more {kind.name.toLowerCase()}</b>
      <span className="mono small">
        +{grams(preview.massG)} · +{volume(preview.volumeCm3)} · +{price(preview.priceMinor)}
      </span>
      {preview.changes.length === 0 ? (
        <span className="small muted">No need would change: a spare.</span>
      ) : (
        <ul className="small" aria-label="Would change">
          {preview.changes.map((change) => (
            <ChangeLine key={change.need} change={change} />
          ))}
        </ul>
      )}
      {before !== after && (
        <span className="small">
          single points {before} → {after}
        </span>
      )}
    </div>
  );
}

const GAINS = { gap: 'adds the missing', grade: 'better', ideal: 'one more' };

interface CatalogEntryProps extends Shown {
  helps?: NeedId | null;
  gain?: Helpfulness['gain'];
  add: (kind: Kind) => void;
  look: (kind: Kind) => void;
}

/** Redrawn only where what it says has changed: there are many of them, and every change of the sheet passes here. */
const CatalogEntry = memo(function CatalogEntry({ kind, grades, helps = null, gain = null, add, look }: CatalogEntryProps) {
  const state = measuresOf(kind, 'asSold');
  const { setNodeRef, listeners } = useDraggable({ id: `kind:${kind.id}`, data: { what: 'kind', kind } satisfies Carried });
  return (
    <li className={choosing.catalogEntry} onMouseEnter={() => look(kind)} onFocus={() => look(kind)}>
      <span ref={setNodeRef} className={choosing.catalogDrawing} {...listeners}>
        <KindDrawing kind={kind} scale={scaleToFit(state, 54)} />
      </span>
      <span className="grow">
        <b>{kind.name}</b>
        {gain !== null && helps !== null && (
          <span className={clsx(choosing.catalogUse, 'state-held')}>
            {GAINS[gain]} {NEEDS[helps].one}
          </span>
        )}
        {(helps === null || grades !== NEEDS[helps].label) && <span className={clsx(choosing.catalogUse, 'muted')}>{grades}</span>}
        <span className={clsx(choosing.catalogFigures, 'mono')}>
          {mm(state.tMm)} · {grams(kind.massG)} · {price(kind.priceMinor)}
        </span>
        {kind.caution !== null && <span className={choosing.catalogCaution}>{kind.caution}</span>}
      </span>
      <ActionIcon variant="subtle" size={44} aria-label={`Add ${kind.name}`} onClick={() => add(kind)}>
        <IconPlus size={22} />
      </ActionIcon>
    </li>
  );
});
