import { intakeCondition, type PlacedUnit, type PlainDate, type ScanResult } from '@ivrak/core';
import { Button, Select, Switch, TextInput } from '@mantine/core';
import { useRef, useState } from 'react';
import { ApiError, api, messageOf } from '../api/client.ts';
import { useRefresh } from '../api/queries.ts';
import { catalogNow, kindName, useCatalog } from '../kit/catalog.ts';
import { DecimalInput } from '../shell/DecimalInput.tsx';
import { DateField } from './DateField.tsx';
import { ScanField } from './ScanField.tsx';

interface Form {
  kind: string | null;
  count: number;
  lot: string;
  gtin: string | null;
  expiresOn: PlainDate | null;
  producedOn: PlainDate | null;
  seller: string;
  authorised: boolean | null;
  price: number | null;
  practice: boolean;
}
const EMPTY: Form = {
  kind: null,
  count: 1,
  lot: '',
  gtin: null,
  expiresOn: null,
  producedOn: null,
  seller: '',
  authorised: null,
  price: null,
  practice: false,
};

/** Takes stock in: scan fills what the label says, the hand adds the rest; a known article number knows its kind. */
export function Intake({ today, gtins }: { today: PlainDate; gtins: readonly { gtin: string; kind: string }[] }) {
  const refresh = useRefresh();
  const scanner = useRef<HTMLInputElement>(null);
  const [form, setForm] = useState<Form>(EMPTY);
  const [notes, setNotes] = useState<readonly string[]>([]);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [done, setDone] = useState('');
  const set = (change: Partial<Form>) => setForm((before) => ({ ...before, ...change }));
  const takeScan = (scan: ScanResult) => {
    const known = gtins.find(({ gtin }) => gtin === scan.gtin);
    const asked =
      known === undefined && scan.gtin !== undefined
        ? ['This article number is new here: choose the kind once, and it is remembered.']
        : [];
    set({
      gtin: scan.gtin ?? null,
      kind: known?.kind ?? form.kind,
      lot: scan.lot ?? '',
      expiresOn: scan.expiresOn ?? null,
      producedOn: scan.producedOn ?? null,
      count: scan.count ?? 1,
    });
    setNotes([...scan.warnings, ...asked]);
    setDone('');
  };
  const take = async () => {
    if (form.kind === null) {
      setErrors({ kind: 'choose what it is' });
      return;
    }
    try {
      const { price, seller, lot, ...rest } = form;
      const unit = await api.post<PlacedUnit>('/api/stores', {
        ...rest,
        lot: lot.trim() || null,
        seller: seller.trim() || null,
        priceMinor: price === null ? null : Math.round(price * 100),
      });
      const name = kindName(unit.kind);
      setDone(
        unit.condition === 'suspect'
          ? `${name} taken in as suspect: the price is under 60 % of the usual one and the seller is not known as authorised.`
          : `${unit.count} × ${name} taken in.`,
      );
      setForm({ ...EMPTY, seller: form.seller, authorised: form.authorised });
      setErrors({});
      setNotes([]);
      await refresh();
      scanner.current?.focus();
    } catch (error) {
      setErrors(
        error instanceof ApiError && error.issues.length > 0
          ? Object.fromEntries(error.issues.map(({ path, message }) => [path, message]))
          : { form: messageOf(error) },
      );
    }
  };
  const kinds = useCatalog((state) => state.kinds);
  const kind = form.kind === null ? undefined : catalogNow().get(form.kind);
  const willBeSuspect =
    kind !== undefined &&
    !form.practice &&
    intakeCondition(kind, { priceMinor: form.price === null ? null : Math.round(form.price * 100), authorised: form.authorised }) ===
      'suspect';
  return (
    <aside className="drawer" aria-label="Take in">
      <h2>Take in</h2>
      <ScanField ref={scanner} today={today} onScan={takeScan} />
      {notes.map((note) => (
        <p key={note} className="caution">
          {note}
        </p>
      ))}
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        <Select
          label="Kind"
          searchable
          placeholder="choose"
          data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
          value={form.kind}
          onChange={(value) => set({ kind: value })}
          error={errors.kind}
          nothingFoundMessage="No such kind"
        />
        {form.gtin !== null && <p className="small mono">GTIN {form.gtin}</p>}
        <div className="field-grid">
          <DecimalInput
            label="Count"
            min={1}
            max={1000}
            decimals={0}
            value={form.count}
            onChange={(count) => set({ count: count ?? 1 })}
            error={errors.count}
          />
          <DecimalInput
            label="Price each"
            isMoney
            min={0}
            decimals={2}
            value={form.price}
            onChange={(price) => set({ price })}
            error={errors.priceMinor}
          />
          <TextInput
            label="Lot"
            value={form.lot}
            maxLength={40}
            onChange={(event) => set({ lot: event.currentTarget.value })}
            error={errors.lot}
          />
          <DateField label="Expiry" value={form.expiresOn} onChange={(expiresOn) => set({ expiresOn })} />
        </div>
        <TextInput label="Seller" value={form.seller} maxLength={80} onChange={(event) => set({ seller: event.currentTarget.value })} />
        <Select
          label="Seller is authorised"
          data={[
            { value: 'unknown', label: 'not known' },
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no' },
          ]}
          value={form.authorised === null ? 'unknown' : form.authorised ? 'yes' : 'no'}
          onChange={(value) => set({ authorised: value === 'unknown' ? null : value === 'yes' })}
        />
        <Switch
          label="Practice only, for ever"
          checked={form.practice}
          onChange={(event) => set({ practice: event.currentTarget.checked })}
        />
        {willBeSuspect && (
          <p className="caution">
            Under 60 % of the usual price (planning value) and not from a seller known as authorised: it will be taken in as suspect and not
            count.
          </p>
        )}
        {form.expiresOn !== null && form.expiresOn < today && (
          <p className="caution">This date has passed: it will never be offered to a kit.</p>
        )}
        <Button type="submit">Take in</Button>
        {errors.form !== undefined && (
          <p className="refusal" role="alert">
            {errors.form}
          </p>
        )}
        <p className="small" role="status">
          {done}
        </p>
      </form>
    </aside>
  );
}
