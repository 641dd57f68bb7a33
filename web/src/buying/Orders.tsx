import { type OrderLine, openUnits, orderFaults } from '@ivrak/core/buying';
import { daysBetween, type PlainDate, type Restock, showDate } from '@ivrak/core/model';
import { articleOf, type ScanResult } from '@ivrak/core/scan';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient, useSettings, useStores } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { DateField } from '../ui/DateField.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { ScanField } from '../ui/ScanField.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './buying.module.css';
import type { StoredOrder } from './queries.ts';

type KitLines = Restock['kits'][number];

/** What is on its way, and what came of it: received by its label or by hand, against the order. */
export function Orders({ orders, kits }: { orders: readonly StoredOrder[]; kits: readonly KitLines[] }) {
  const open = orders.filter(({ data }) => !data.isClosed);
  const faulty = orders.filter(({ data }) => data.isClosed && orderFaults(data, kindName).length > 0);
  if (open.length === 0 && faulty.length === 0) return null;
  return (
    <section className={css.orders} aria-label="On order">
      <h2>On order</h2>
      {open.map((stored) => (
        <OpenOrder key={stored.data.id} stored={stored} kits={kits} />
      ))}
      {faulty.map(({ data }) => (
        <p key={data.id} className="small">
          <b>{data.supplier}</b>, closed: {orderFaults(data, kindName).join('; ')}.
        </p>
      ))}
    </section>
  );
}

const againstOrder = () => Promise.all(['orders', 'stores', 'restock'].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));

interface Came {
  kind: string;
  count: number;
  lot: string;
  gtin: string | null;
  expiresOn: PlainDate | null;
  producedOn: PlainDate | null;
  isWrong: boolean;
}

/** What has just come of an order, by hand or by its label. */
function useArrival({ data }: StoredOrder) {
  const gtins = useStores().data?.gtins ?? [];
  const [came, setCame] = useState<Came | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const start = (line: OrderLine, more: Partial<Came> = {}) => {
    setSaid(null);
    setCame({
      kind: line.kind,
      count: Math.max(1, openUnits(line)),
      lot: '',
      gtin: null,
      expiresOn: null,
      producedOn: null,
      isWrong: false,
      ...more,
    });
  };
  const takeScan = (scan: ScanResult) => {
    const article = articleOf(scan);
    const known = gtins.find(({ gtin }) => gtin === article)?.kind;
    const open = data.lines.filter((line) => openUnits(line) > 0);
    // An article that nobody has named yet can only be the one thing that is still waited for.
    const line = data.lines.find(({ kind }) => kind === known) ?? (known === undefined && open.length === 1 ? open[0] : undefined);
    if (line === undefined) {
      setCame(null);
      setSaid(
        known === undefined
          ? 'This article number is not known yet: press “Came” beside the thing, and scan again there.'
          : `${kindName(known)} is not on this order: wrong delivery, or take it in at Stores.`,
      );
      return;
    }
    start(line, {
      lot: scan.lot ?? scan.serial ?? '',
      gtin: article,
      expiresOn: scan.expiresOn ?? null,
      producedOn: scan.producedOn ?? null,
      ...(scan.count === undefined ? {} : { count: scan.count }),
    });
  };
  // Whoever is quick has the next thing in hand before the last one is written down.
  const clear = (done: Came | null) => setCame((now) => (now === done ? null : now));
  return { came, said, start, takeScan, clear };
}

function OpenOrder({ stored, kits }: { stored: StoredOrder; kits: readonly KitLines[] }) {
  const { data, version } = stored;
  const today = useSettings().data?.today;
  const { error, keep } = useKeep();
  const { came, said, start, takeScan, clear } = useArrival(stored);
  const receive = ({ lot, ...rest }: Came, kitId: string | null) =>
    void keep(
      () =>
        api.post('/api/orders/:id/receive', {
          params: { id: data.id },
          body: { ...rest, lot: lot.trim() === '' ? null : lot.trim(), kitId, version },
        }),
      async () => {
        clear(came);
        await againstOrder();
      },
    );
  const close = () =>
    void keep(
      () => api.put('/api/orders/:id', { params: { id: data.id }, body: { version, data: { ...data, isClosed: true } } }),
      againstOrder,
    );
  const faults = orderFaults(data, kindName);
  return (
    <article className={clsx(css.order, css.isPlaced)}>
      <div className="row">
        <h3 className="grow">{data.supplier}</h3>
        <span className="small muted">
          placed {showDate(data.placedOn)}
          {data.expectedOn === null ? '' : `, expected ${showDate(data.expectedOn)}`}
        </span>
      </div>
      <WaitedFor lines={data.lines} came={start} />
      {today !== undefined && <ScanField today={today} onScan={takeScan} />}
      {said !== null && <p className="refusal">{said}</p>}
      {came !== null && today !== undefined && (
        <Receive
          key={`${came.kind} ${came.gtin} ${came.lot}`}
          first={came}
          line={data.lines.find(({ kind }) => kind === came.kind)}
          today={today}
          kits={kits}
          take={receive}
          cancel={() => clear(came)}
        />
      )}
      <Refusal text={error} />
      <div className="row">
        <span className="grow small muted">{faults.length === 0 ? 'All is here.' : `Still: ${faults.join('; ')}.`}</span>
        <Button size="compact-sm" variant="subtle" onClick={close}>
          Nothing more comes
        </Button>
      </div>
    </article>
  );
}

function WaitedFor({ lines, came }: { lines: readonly OrderLine[]; came: (line: OrderLine) => void }) {
  return (
    <ul className={css.orderLines}>
      {lines.map((line) => (
        <li key={line.kind} className="row">
          <span className="grow">
            {kindName(line.kind)}
            <span className="small muted">
              {' '}
              · {line.arrived} of {line.units} came · pack {price(line.packMinor)}
              {line.wrong > 0 ? ` · ${line.wrong} wrong` : ''}
            </span>
          </span>
          <Button size="compact-sm" variant="default" aria-label={`${kindName(line.kind)} came`} onClick={() => came(line)}>
            Came
          </Button>
        </li>
      ))}
    </ul>
  );
}

interface ReceiveProps {
  first: Came;
  line: OrderLine | undefined;
  today: PlainDate;
  kits: readonly KitLines[];
  take: (came: Came, kitId: string | null) => void;
  cancel: () => void;
}

const STORES = 'stores';

function Receive({ first, line, today, kits, take, cancel }: ReceiveProps) {
  const [came, setCame] = useState(first);
  const waits = kits.filter(
    ({ lines, planned }) =>
      planned.some(({ kind, toBuy }) => kind === came.kind && toBuy > 0) ||
      lines.some(({ toBuy }) => toBuy.some(({ kind }) => kind === came.kind)),
  );
  // What somebody planned goes to its kit, unless it is said otherwise.
  const planner = kits.find(({ planned }) => planned.some(({ kind, toBuy }) => kind === came.kind && toBuy > 0));
  const [to, setTo] = useState<string>(planner?.kitId ?? STORES);
  const set = (part: Partial<Came>) => setCame((before) => ({ ...before, ...part }));
  return (
    <div className={css.orderReceive} role="group" aria-label={`Receive ${kindName(came.kind)}`}>
      <b>{kindName(came.kind)}</b>
      <div className="row">
        <DecimalInput
          label="How many"
          decimals={0}
          min={1}
          max={1000}
          w={90}
          value={came.count}
          onChange={(count) => set({ count: count ?? 1 })}
        />
        <TextInput label="Lot" maxLength={40} w={120} value={came.lot} onChange={(event) => set({ lot: event.currentTarget.value })} />
        <DateField label="Good through" value={came.expiresOn} onChange={(expiresOn) => set({ expiresOn })} />
        <Select
          label="Where to"
          w={190}
          data={[{ value: STORES, label: 'Stores' }, ...waits.map(({ kitId, kitName }) => ({ value: kitId, label: kitName }))]}
          value={to}
          disabled={came.isWrong}
          onChange={(value) => setTo(value ?? STORES)}
        />
      </div>
      <Checkbox
        label="Wrong, or not fit: written down, not received"
        checked={came.isWrong}
        onChange={(event) => set({ isWrong: event.currentTarget.checked })}
      />
      <Doubts came={came} line={line} today={today} />
      <div className="row">
        <Button onClick={() => take(came, to === STORES || came.isWrong ? null : to)}>{came.isWrong ? 'Save' : 'Receive'}</Button>
        <Button variant="subtle" onClick={cancel}>
          Not now
        </Button>
      </div>
    </div>
  );
}

/** What does not agree with what was ordered. */
function Doubts({ came, line, today }: { came: Came; line: OrderLine | undefined; today: PlainDate }) {
  const left = came.expiresOn === null ? null : daysBetween(came.expiresOn, today);
  const isShort = left !== null && line?.shelfDays != null && left < line.shelfDays;
  return (
    <>
      {isShort && (
        <p className="caution">
          {left} days are left, {line?.shelfDays} were promised.
        </p>
      )}
      {line !== undefined && came.count > openUnits(line) && !came.isWrong && (
        <p className="caution">
          {came.count} came, {openUnits(line)} were waited for.
        </p>
      )}
    </>
  );
}
