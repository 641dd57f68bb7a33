import { KINDS, type Kind, measuresOf, NEEDS, type NeedId, RUNGS } from '@ivrak/core';
import { ActionIcon, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type RefObject, useMemo, useState } from 'react';
import { price } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { schoolOf } from '../kit/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { withOneMore } from '../kit/units.ts';
import { filterLabel, useCatalogFilter } from './catalogFilter.ts';
import { shownKinds } from './catalogOrder.ts';

interface CatalogDrawerProps {
  searchRef: RefObject<HTMLInputElement | null>;
}

/** All kinds, what fills a gap first; searchable, filtered by rung or by one need. */
export function CatalogDrawer({ searchRef }: CatalogDrawerProps) {
  const { draft, judgement } = useKit();
  const edit = useDraft((state) => state.edit);
  const { search, rung, need, setSearch, setRung } = useCatalogFilter();
  const [said, setSaid] = useState('');
  const school = schoolOf(draft);
  const shown = useMemo(() => shownKinds({ search, rung, need }, school, judgement), [search, rung, need, school, judgement]);
  const add = (kind: Kind) => {
    edit((before) => withOneMore(before, kind).draft);
    setSaid(`${kind.name} added`);
  };
  return (
    <>
      <TextInput
        ref={searchRef}
        aria-label="Search the catalogue"
        placeholder={`Search ${KINDS.length} kinds`}
        value={search}
        onChange={(event) => setSearch(event.currentTarget.value)}
        rightSection={<kbd>/</kbd>}
      />
      <div className="rung-filter" role="group" aria-label="Filter by rung">
        <button type="button" aria-pressed={rung === null} onClick={() => setRung(null)}>
          all
        </button>
        {RUNGS.map((letter) => (
          <button key={letter} type="button" aria-pressed={rung === letter} onClick={() => setRung(rung === letter ? null : letter)}>
            {letter}
          </button>
        ))}
      </div>
      {need !== null && (
        <p className="small">
          {filterLabel(need)} ·{' '}
          <button type="button" className="link-button" onClick={() => setRung(null)}>
            show all
          </button>
        </p>
      )}
      <ul className="catalog-list">
        {shown.map(({ kind, fills, grades }) => (
          <CatalogEntry key={kind.id} kind={kind} fills={fills} grades={grades} add={() => add(kind)} />
        ))}
      </ul>
      {shown.length === 0 && <p className="muted">Nothing by that name here. Clear the search or the rung.</p>}
      <span className="sr-only" role="status">
        {said}
      </span>
    </>
  );
}

function CatalogEntry({ kind, fills, grades, add }: { kind: Kind; fills: readonly NeedId[]; grades: string; add: () => void }) {
  const state = measuresOf(kind, 'asSold');
  return (
    <li className={`catalog-entry${fills.length > 0 ? ' is-useful' : ''}`}>
      <span className="catalog-drawing">
        <KindDrawing kind={kind} scale={scaleToFit(state, 54)} />
      </span>
      <span className="grow">
        <b>{kind.name}</b>
        <span className={fills.length > 0 ? 'catalog-use state-held' : 'catalog-use muted'}>
          {fills.length > 0 ? `fills ${fills.map((need) => NEEDS[need].label).join(', ')}` : grades}
        </span>
        <span className="catalog-figures mono">
          {state.tMm} mm · {kind.massG} g · {price(kind.priceMinor)}
        </span>
        {kind.caution !== null && <span className="catalog-caution">{kind.caution}</span>}
      </span>
      <ActionIcon variant="subtle" size={44} aria-label={`Add ${kind.name}`} onClick={add}>
        <IconPlus size={22} />
      </ActionIcon>
    </li>
  );
}
