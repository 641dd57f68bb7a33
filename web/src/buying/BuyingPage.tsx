import {
  type BuyingProblem,
  belowMinimum,
  boughtFor,
  buyingNeed,
  type ContentList,
  lessOnOrder,
  needOfLists,
  offersOfList,
  onOrder,
  type Wanted,
  withMinimums,
} from '@ivrak/core/buying';
import { Checkbox, Switch } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { kindName, useCatalog } from '../data/catalog.ts';
import { useKits, useLists, usePeople, useRestock, useSettings, useStores } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Failure } from '../ui/Failure.tsx';
import css from './buying.module.css';
import { Minimums } from './Minimums.tsx';
import { Offers } from './Offers.tsx';
import { Orders } from './Orders.tsx';
import { PlanView } from './PlanView.tsx';
import { type StoredBook, type StoredMinimums, type StoredOrder, useMinimums, useOffers, useOrders } from './queries.ts';

const STORES = 'stores';

/** What to order where, at the least outlay: for what kits miss and stores do not fill, and for what stores should hold. */
export function BuyingPage() {
  const restock = useRestock();
  const offers = useOffers();
  const orders = useOrders();
  const minimums = useMinimums();
  const stores = useStores();
  const lists = useLists();
  const failed = [restock, offers, orders, minimums, stores, lists].find(({ isLoadingError }) => isLoadingError);
  if (failed !== undefined) return <Failure error={failed.error} />;
  if (!restock.data || !offers.data || !orders.data || !minimums.data || !stores.data || !lists.data)
    return <Blank label="Loading what is needed and offered" />;
  // What may still go into a kit counts, in units of its kind.
  const have = new Map<string, number>();
  for (const { place, condition, kind, count } of stores.data.units)
    if (place === 'stores' && (condition === 'ready' || condition === 'notStaged')) have.set(kind, (have.get(kind) ?? 0) + count);
  return (
    <Buying
      kits={restock.data.kits}
      book={offers.data}
      orders={orders.data.orders}
      minimums={minimums.data}
      lists={lists.data.lists.map(({ data }) => data)}
      have={have}
    />
  );
}

type KitLines = NonNullable<ReturnType<typeof useRestock>['data']>['kits'];

/** How to buy, until it is set otherwise. */
const HOW = { withAlternatives: true, isLessOrders: true, leastShelfDays: 365 as number | null, wastePercent: 0 as number | null };

interface BuyingProps {
  kits: KitLines;
  book: StoredBook;
  orders: readonly StoredOrder[];
  minimums: StoredMinimums;
  lists: readonly ContentList[];
  have: ReadonlyMap<string, number>;
}

/** Who wants what: each kit for its carrier, and the stores. */
function usePayers(kits: KitLines, forStores: Wanted['lines'], ofLists: readonly Wanted[]): Wanted[] {
  const mustered = useKits().data?.kits ?? [];
  const people = usePeople().data?.people ?? [];
  const ofKits = kits.map((needy): Wanted => {
    const { kitId, kitName } = needy;
    const carrier = people.find(({ id }) => id === mustered.find((kit) => kit.id === kitId)?.personId);
    return {
      payer: carrier === undefined ? kitName : `${carrier.name}, ${kitName}`,
      lines: boughtFor(needy),
    };
  });
  return [...ofKits, ...ofLists, ...(forStores.length > 0 ? [{ payer: 'Stores', lines: forStores }] : [])];
}

interface Question {
  chosen: KitLines;
  how: typeof HOW;
  book: StoredBook;
  orders: readonly StoredOrder[];
  forStores: Wanted['lines'];
  wantedLists: readonly { list: ContentList; times: number }[];
}

/** What is to be bought, of what is offered. */
function useProblem({ chosen, how, book, orders, forStores, wantedLists }: Question): BuyingProblem {
  const catalog = useCatalog((state) => state.catalog);
  const today = useSettings().data?.today;
  return useMemo((): BuyingProblem => {
    const { withAlternatives, isLessOrders, leastShelfDays, wastePercent } = how;
    const wanted = withMinimums(withMinimums(buyingNeed(chosen, { withAlternatives }, catalog), needOfLists(wantedLists)), forStores);
    return {
      need: isLessOrders ? lessOnOrder(wanted, onOrder(orders.map(({ data }) => data))) : wanted,
      // What a list says of itself is an offer as well.
      offers: [...book.data.offers, ...wantedLists.flatMap(({ list }) => offersOfList(list))],
      suppliers: book.data.suppliers,
      ...(today === undefined ? {} : { on: today }),
      leastShelfDays: leastShelfDays ?? 0,
      authorisedOnly: [...catalog.values()].filter(({ sellerMatters }) => sellerMatters).map(({ id }) => id),
      wasteShare: (wastePercent ?? 0) / 100,
    };
  }, [chosen, how, catalog, book, forStores, wantedLists, orders, today]);
}

function Buying({ kits, book, orders, minimums, lists, have }: BuyingProps) {
  const lacking = kits.filter((kit) => boughtFor(kit).length > 0);
  const asked = useAsked();
  const [without, setWithout] = useState<ReadonlySet<string>>(
    () => new Set(asked.isAll ? [] : [...kits.map(({ kitId }) => kitId).filter((id) => !asked.kits.includes(id)), STORES]),
  );
  const [times, setTimes] = useState<Readonly<Record<string, number>>>(asked.times);
  const [how, setHow] = useState(HOW);
  const chosen = lacking.filter(({ kitId }) => !without.has(kitId));
  const forStores = useMemo(() => (without.has(STORES) ? [] : belowMinimum(minimums.data, have)), [without, minimums, have]);
  const wantedLists = useMemo(
    () => lists.flatMap((list) => ((times[list.id] ?? 0) > 0 ? [{ list, times: times[list.id] ?? 0 }] : [])),
    [lists, times],
  );
  const problem = useProblem({ chosen, how, book, orders, forStores, wantedLists });
  const ofLists = wantedLists.map((one): Wanted => ({ payer: `${one.times} × ${one.list.name}`, lines: needOfLists([one]) }));
  const payers = usePayers(chosen, forStores, ofLists);
  const toggle = (id: string) => {
    const next = new Set(without);
    if (!next.delete(id)) next.add(id);
    setWithout(next);
  };
  return (
    <main id="main" className={css.buying}>
      <section className={css.need} aria-label="What is to be bought">
        <h1>Buy</h1>
        <p className="small muted">
          What is planned, and what kits miss and stores do not fill. <Link to="/restock">Restock from stores first.</Link>
        </p>
        {lacking.length === 0 && <p>Nothing is to be bought for kits: stores fill what is missing.</p>}
        {lacking.map(({ kitId, kitName, planned }) => (
          <Checkbox
            key={kitId}
            label={kitName}
            description={plannedText(planned)}
            checked={!without.has(kitId)}
            onChange={() => toggle(kitId)}
          />
        ))}
        {minimums.data.lines.length > 0 && (
          <Checkbox label="Stores, up to their least" checked={!without.has(STORES)} onChange={() => toggle(STORES)} />
        )}
        <ListTimes lists={lists} times={times} set={(id, value) => setTimes({ ...times, [id]: value })} />
        <BuyingLines problem={problem} />
        <HowToBuy how={how} set={(next) => setHow({ ...how, ...next })} />
        <Minimums stored={minimums} have={have} />
      </section>
      <div className={css.middle}>
        {/* What came is for those first that are bought for now. */}
        <Orders orders={orders} kits={[...chosen, ...lacking.filter(({ kitId }) => without.has(kitId))]} />
        <PlanView problem={problem} kits={chosen} payers={payers} />
      </div>
      <Offers key={book.version} book={book} />
    </main>
  );
}

const plannedText = (planned: KitLines[number]['planned']): string | undefined => {
  const count = planned.reduce((sum, { toBuy }) => sum + toBuy, 0);
  return count === 0 ? undefined : count === 1 ? '1 planned thing' : `${count} planned things`;
};

/** What the address asks for: only some kits, or a list so many times. */
function useAsked() {
  const [params] = useSearchParams();
  const kits = params.get('kits')?.split(',') ?? [];
  const list = params.get('list');
  const times = Math.min(MOST_TIMES, Math.max(1, Math.trunc(Number(params.get('times') ?? 1)) || 1));
  return { isAll: kits.length === 0 && list === null, kits, times: list === null ? {} : { [list]: times } };
}

const MOST_TIMES = 50;

interface ListTimesProps {
  lists: readonly ContentList[];
  times: Readonly<Record<string, number>>;
  set: (id: string, times: number) => void;
}

/** Lists of things, each as many times as wanted. */
function ListTimes({ lists, times, set }: ListTimesProps) {
  return (
    lists.length > 0 && (
      <details className={css.listTimes} open={Object.values(times).some((count) => count > 0)}>
        <summary>Lists, by their parts</summary>
        {lists.map(({ id, name }) => (
          <DecimalInput
            key={id}
            label={name}
            unit="times"
            decimals={0}
            max={MOST_TIMES}
            value={times[id] ?? 0}
            onChange={(value) => set(id, value ?? 0)}
          />
        ))}
        <p className="small">
          <Link to="/lists">Look at the lists</Link>
        </p>
      </details>
    )
  );
}

interface HowToBuyProps {
  how: typeof HOW;
  set: (next: Partial<typeof HOW>) => void;
}

function HowToBuy({ how, set }: HowToBuyProps) {
  return (
    <>
      <h2>How</h2>
      <Switch
        label="Other kinds that serve as well"
        checked={how.withAlternatives}
        onChange={(event) => set({ withAlternatives: event.currentTarget.checked })}
      />
      <Switch
        label="Leave out what is on order"
        checked={how.isLessOrders}
        onChange={(event) => set({ isLessOrders: event.currentTarget.checked })}
      />
      <DecimalInput
        label="Dated goods last at least"
        unit="days"
        max={3650}
        decimals={0}
        value={how.leastShelfDays}
        onChange={(leastShelfDays) => set({ leastShelfDays })}
      />
      <DecimalInput
        label="Share of leftovers that will expire"
        unit="%"
        max={100}
        decimals={0}
        value={how.wastePercent}
        onChange={(wastePercent) => set({ wastePercent })}
      />
      <p className="small muted">A planning value: with more of it, smaller packs win where large ones would only lie over.</p>
      <p className="small muted">Where a forged thing would kill, only sellers that are known as authorised count.</p>
    </>
  );
}

function BuyingLines({ problem }: { problem: BuyingProblem }) {
  return (
    <ul className={css.lines}>
      {problem.need.map(({ kind, count, accepts = [] }) => (
        <li key={kind}>
          <b>
            {count} × {kindName(kind)}
          </b>
          {accepts.length > 0 && <span className="small muted"> or {accepts.map(kindName).join(', ')}</span>}
        </li>
      ))}
    </ul>
  );
}
