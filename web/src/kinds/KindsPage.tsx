import { KINDS } from '@ivrak/core/catalog';
import { type Kind, lengthUnit, massUnit, measuresOf, NEEDS, type NeedId, searchText } from '@ivrak/core/model';
import { kindRow } from '@ivrak/core/tables';
import { Button, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { massFigure, measuresNow, price, sizeFigures } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { download } from '../ui/download.ts';
import parts from '../ui/parts.module.css';
import { SortHead } from '../ui/SortHead.tsx';
import { type Order, useSorted } from '../ui/sorted.ts';
import { KindEditor } from './KindEditor.tsx';
import { KindImport } from './KindImport.tsx';
import css from './kinds.module.css';

const SHIPPED = new Map(KINDS.map((kind) => [kind.id, kind]));

const COLUMNS = {
  name: ({ name }: Kind) => name,
  serves: (kind: Kind) => servesOf(kind) || null,
  // The largest first is what somebody who fills a pocket looks for; a box is as large as its volume.
  size: (kind: Kind) => {
    const { wMm, hMm, tMm } = measuresOf(kind, 'asSold');
    return wMm * hMm * tMm;
  },
  mass: ({ massG }: Kind) => massG,
  price: ({ priceMinor }: Kind) => priceMinor,
};
type Column = keyof typeof COLUMNS;

/** Every kind with its measures; add one, change one for this installation, take a table in or out. */
export function KindsPage() {
  const { kinds, own } = useCatalog();
  const [params, setParams] = useSearchParams();
  const [search, setSearch] = useState('');
  const [onlyOwn, setOnlyOwn] = useState(false);
  const chosen = params.get('kind');
  const show = (id: string | null) => setParams(id === null ? {} : { kind: id }, { replace: true });
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = kinds.filter(
    (kind) => words.every((word) => searchText(kind).includes(word)) && (!onlyOwn || own.kinds[kind.id] !== undefined),
  );
  const { rows, sorting } = useSorted(shown, COLUMNS);
  const editing = chosen === 'new' ? null : kinds.find(({ id }) => id === chosen);
  return (
    <main id="main" className={css.page}>
      <section className={css.main} aria-label="Kinds">
        <KindsHead show={show} shown={shown} />
        <div className={css.filter}>
          <TextInput
            aria-label="Search kinds"
            placeholder={`Search ${kinds.length} kinds`}
            value={search}
            onChange={(event) => setSearch(event.currentTarget.value)}
          />
          <button type="button" className="link-button" aria-pressed={onlyOwn} onClick={() => setOnlyOwn(!onlyOwn)}>
            {onlyOwn ? 'Show all' : `Only own and changed: ${Object.keys(own.kinds).length}`}
          </button>
        </div>
        <table className={clsx(parts.compareTable, css.table)}>
          <KindsColumns {...sorting} />
          <tbody>
            {rows.map((kind) => (
              <KindRow
                key={kind.id}
                kind={kind}
                isOwn={own.kinds[kind.id] !== undefined}
                isChosen={kind.id === chosen}
                choose={() => show(kind.id)}
              />
            ))}
          </tbody>
        </table>
        {shown.length === 0 && <p className="muted">Nothing by that name. Clear the search, or add it as a kind of your own.</p>}
      </section>
      {chosen === 'import' && <KindImport close={() => show(null)} />}
      {editing !== undefined && (
        <KindEditor
          key={chosen}
          kind={editing}
          version={editing === null ? null : (own.kinds[editing.id] ?? null)}
          shipped={editing === null ? undefined : SHIPPED.get(editing.id)}
          close={show}
        />
      )}
    </main>
  );
}

function KindsHead({ show, shown }: { show: (id: string | null) => void; shown: Kind[] }) {
  return (
    <header className={css.head}>
      <div className="grow">
        <h1>Kinds</h1>
        <p className="small muted">
          Sizes and masses are typical of the kind, most of them from memory; change them to what yours measure. Prices are usual prices.
        </p>
      </div>
      <Button onClick={() => show('new')}>Add a kind</Button>
      <Button variant="default" onClick={() => show('import')}>
        Import CSV
      </Button>
      <Button variant="default" onClick={() => void downloadKinds(shown)}>
        Export CSV
      </Button>
    </header>
  );
}

function KindsColumns(sorting: { order: Order<Column> | null; sort: (column: Column) => void }) {
  return (
    <thead>
      <tr>
        <th scope="col">
          <span className="sr-only">Outline</span>
        </th>
        <SortHead column="name" label="Kind" {...sorting} />
        <SortHead column="serves" label="Serves" {...sorting} />
        <SortHead column="size" label={`Size, ${lengthUnit(measuresNow())}`} className={css.isFigure} {...sorting} />
        <SortHead column="mass" label={`Mass, ${massUnit(measuresNow())}`} className={css.isFigure} {...sorting} />
        <SortHead column="price" label="Price" className={css.isFigure} {...sorting} />
      </tr>
    </thead>
  );
}

function servesOf({ grades, moreParts }: Kind): string {
  const all = [grades, ...moreParts.map((part) => part.grades)];
  const said = all.flatMap((own) =>
    (Object.keys(own) as NeedId[]).map((need) => (own[need] === 'primary' ? NEEDS[need].label : `${NEEDS[need].label} (${own[need]})`)),
  ); // keyed by need ids
  return [...new Set(said)].join(', ');
}

interface KindRowProps {
  kind: Kind;
  isOwn: boolean;
  isChosen: boolean;
  choose: () => void;
}

function KindRow({ kind, isOwn, isChosen, choose }: KindRowProps) {
  const state = measuresOf(kind, 'asSold');
  const mark = !isOwn ? null : SHIPPED.has(kind.id) ? 'changed here' : 'own';
  return (
    <tr className={isChosen ? css.isChosen : undefined}>
      <td className={css.kindCell}>
        <KindDrawing kind={kind} scale={scaleToFit(state, 40)} />
      </td>
      <th scope="row">
        <button type="button" className="link-button" onClick={choose}>
          {kind.name}
        </button>
        {mark !== null && <span className={clsx(parts.evidence, css.ownMark)}>{mark}</span>}
      </th>
      <td className="small">{servesOf(kind)}</td>
      <td className={css.isFigure}>{sizeFigures(state.wMm, state.hMm, state.tMm)}</td>
      <td className={css.isFigure}>{massFigure(kind.massG)}</td>
      <td className={css.isFigure}>{price(kind.priceMinor)}</td>
    </tr>
  );
}

/** Writes the shown kinds as a table that can be read in again. */
async function downloadKinds(kinds: readonly Kind[]): Promise<void> {
  const { default: Papa } = await import('papaparse');
  download('ivrak-kinds.csv', Papa.unparse(kinds.map((kind) => kindRow(kind, measuresNow()))), 'text/csv;charset=utf-8');
}
