import { type ContentList, type ListLine, priceCheck, pricedLines } from '@ivrak/core/buying';
import { Button } from '@mantine/core';
import { Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { kindName, useCatalog } from '../data/catalog.ts';
import { useLists } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { Blank } from '../ui/Blank.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Failure } from '../ui/Failure.tsx';
import parts from '../ui/parts.module.css';
import { late } from '../ui/untilItComes.ts';
import { ListEditor } from './ListEditor.tsx';
import css from './lists.module.css';

const NewKit = late(async () => (await import('../muster/NewKit.tsx')).NewKit);

/** Ready-made kits and shopping lists: line by line what they cost, as many times as wanted, and a kit made of one. */
export function ListsPage() {
  const lists = useLists();
  const [params, setParams] = useSearchParams();
  const [editing, setEditing] = useState<string | null>(null);
  if (lists.isLoadingError) return <Failure error={lists.error} />;
  if (lists.data === undefined) return <Blank label="Opening the lists" />;
  const all = lists.data.lists;
  const chosen = all.find(({ id }) => id === params.get('list')) ?? all[0];
  const edited = all.find(({ id }) => id === editing);
  return (
    <main id="main" className={css.page}>
      <section className={css.index} aria-label="Lists">
        <h1>Lists</h1>
        <p className="small muted">Ready-made kits as they are sold, and lists of what to buy, each line with its own pack and price.</p>
        <Index all={all} chosen={chosen?.id ?? null} choose={(list) => setParams({ list }, { replace: true })} />
        <Button variant="default" onClick={() => setEditing('new')}>
          Write a list
        </Button>
      </section>
      <section className={css.sheet} aria-label={chosen?.data.name ?? 'No list'}>
        {chosen === undefined ? (
          <p>No list yet. Write one: what is in it, in which packs, at which price.</p>
        ) : (
          <ListSheet key={chosen.id} list={chosen.data} edit={() => setEditing(chosen.id)} />
        )}
      </section>
      {editing !== null && (
        <ListEditor
          key={editing}
          kept={edited?.data ?? null}
          version={edited?.version ?? null}
          containerId={null}
          done={(id) => {
            setEditing(null);
            if (id !== null) setParams({ list: id }, { replace: true });
          }}
        />
      )}
    </main>
  );
}

interface IndexProps {
  all: readonly { id: string; data: ContentList }[];
  chosen: string | null;
  choose: (id: string) => void;
}

function Index({ all, chosen, choose }: IndexProps) {
  return (
    <ul>
      {all.map(({ id, data }) => (
        <li key={id}>
          <button type="button" className={parts.bare} aria-pressed={id === chosen} onClick={() => choose(id)}>
            <b>{data.name}</b>
            <span className={parts.block}>
              <span className="small muted">
                {data.contents.length} {data.contents.length === 1 ? 'line' : 'lines'}
                {data.priceMinor === null ? '' : `, sold for ${price(data.priceMinor)}`}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

const NEAREST_NOTE = { same: null, smaller: 'nearest thing: the one sold is smaller', larger: 'nearest thing: the one sold is larger' };

function ListSheet({ list, edit }: { list: ContentList; edit: () => void }) {
  const [times, setTimes] = useState(1);
  const [isMaking, setMaking] = useState(false);
  return (
    <>
      <div className={css.head}>
        <h2 className="grow">{list.name}</h2>
        <DecimalInput
          label="How many of it"
          decimals={0}
          min={1}
          max={50}
          w={110}
          value={times}
          onChange={(value) => setTimes(value ?? 1)}
        />
        <Button onClick={() => setMaking(true)}>Make a kit of it</Button>
        <Button variant="default" component={Link} to={`/buy?list=${list.id}&times=${times}`}>
          Buy the parts
        </Button>
        <Button variant="default" onClick={edit}>
          Edit
        </Button>
      </div>
      <ListTable list={list} times={times} />
      <Against list={list} />
      {isMaking && (
        <Suspense fallback={null}>
          <NewKit opened list={list} close={() => setMaking(false)} />
        </Suspense>
      )}
    </>
  );
}

const FIGURES = ['Wanted', 'Packs', 'A pack costs', 'Left over', 'Sum'] as const;

function ListTable({ list, times }: { list: ContentList; times: number }) {
  const catalog = useCatalog((state) => state.catalog);
  const lines = pricedLines(list, times, catalog);
  return (
    <table className={css.lines}>
      <thead>
        <tr>
          <th scope="col">Thing</th>
          {FIGURES.map((label) => (
            <th key={label} scope="col" className={css.isFigure}>
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((line, index) => (
          <ListRow key={line.kind} line={line} {...list.contents[index]} />
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" colSpan={5}>
            All parts{times > 1 ? `, ${times} times` : ''}
          </th>
          <td className="mono">{price(lines.reduce((sum, { sumMinor }) => sum + sumMinor, 0))}</td>
        </tr>
      </tfoot>
    </table>
  );
}

interface ListRowProps extends Partial<Pick<ListLine, 'nearest' | 'seller'>> {
  line: ReturnType<typeof pricedLines>[number];
}

function ListRow({ line, nearest = 'same', seller = null }: ListRowProps) {
  return (
    <tr>
      <th scope="row">
        {kindName(line.kind)}
        <span className="small muted">{[NEAREST_NOTE[nearest], seller].map((note) => (note === null ? '' : ` · ${note}`))}</span>
      </th>
      <td className="mono">{line.count}</td>
      <td className="mono">
        {line.packs} of {line.perPack}
      </td>
      <td className="mono">
        {price(line.packMinor)}
        {!line.isOwn && <span className="small muted"> usual</span>}
      </td>
      <td className="mono">{line.leftOver === 0 ? '' : line.leftOver}</td>
      <td className="mono">{price(line.sumMinor)}</td>
    </tr>
  );
}

/** The ready-made one against its parts. */
function Against({ list }: { list: ContentList }) {
  const check = priceCheck(
    list,
    useCatalog((state) => state.catalog),
  );
  if (list.priceMinor === null) return <p className={css.sums}>Nobody sells it as one: it is bought by its parts.</p>;
  const more = check.surchargeMinor ?? 0;
  return (
    <p className={css.sums}>
      Sold as one for <b className="mono">{price(list.priceMinor)}</b>, its parts come to <b className="mono">{price(check.partsMinor)}</b>:{' '}
      {more === 0
        ? 'the same.'
        : `${price(Math.abs(more))} ${more > 0 ? 'more' : 'less'} than the parts, ${Math.abs(check.surchargePercent ?? 0)} % of them.`}
      {check.discountMinor !== null && ` ${price(check.discountMinor)} off the list price, ${check.discountPercent ?? 0} % of it.`}
    </p>
  );
}
