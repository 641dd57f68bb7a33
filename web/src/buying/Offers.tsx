import { type Offer, type OfferBook, OfferSchema, type SupplierTerms } from '@ivrak/core/buying';
import { freeId } from '@ivrak/core/catalog';
import { withOffers } from '@ivrak/core/tables';
import { Button, Checkbox, CloseButton, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { kindName, useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { withFeed } from '../data/supplierFeed.ts';
import { price } from '../drawing/figures.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './buying.module.css';
import { OfferImport } from './OfferImport.tsx';
import type { StoredBook } from './queries.ts';

/** Who sells what: by hand, or as the suppliers' feed says. Kept at once. */
export function Offers({ book }: { book: StoredBook }) {
  const { error, keep } = useKeep();
  const { offers, suppliers } = book.data;
  const send = (data: OfferBook) =>
    keep(
      () => api.put('/api/offers', { body: { version: book.version, data } }),
      () => queryClient.invalidateQueries({ queryKey: ['offers'] }),
    );
  const takeFeed = () =>
    keep(
      async () => {
        const feed = await api.get('/api/devices/supplier');
        await api.put('/api/offers', { body: { version: book.version, data: withFeed(book.data, feed) } });
      },
      () => queryClient.invalidateQueries({ queryKey: ['offers'] }),
    );
  const setTerms = (id: string, next: Partial<SupplierTerms>) =>
    void send({ ...book.data, suppliers: suppliers.map((one) => (one.id === id ? { ...one, ...next } : one)) });
  return (
    <aside className={css.offers} aria-label="Offers">
      <div className="row">
        <h2 className="grow">Offers</h2>
        <Button size="compact-sm" variant="default" onClick={() => void takeFeed()}>
          Load supplier list
        </Button>
      </div>
      <Refusal text={error} />
      {suppliers.map(({ id, shipping, freeFrom }) => (
        <section key={id} className={css.supplier}>
          <h3>{id}</h3>
          <Terms id={id} shipping={shipping} freeFrom={freeFrom ?? null} keep={(next) => setTerms(id, next)} />
          <ul>
            {offers
              .filter(({ supplier }) => supplier === id)
              .map((offer) => (
                <OfferLine
                  key={offer.id}
                  offer={offer}
                  remove={() => void send({ ...book.data, offers: offers.filter((one) => one.id !== offer.id) })}
                />
              ))}
          </ul>
        </section>
      ))}
      <details>
        <summary>A price list as a table (CSV)</summary>
        <OfferImport take={(more) => void send(withOffers(book.data, more))} />
      </details>
      <NewOffer book={book.data} send={(data) => void send(data)} />
    </aside>
  );
}

interface TermsProps {
  id: string;
  shipping: number;
  freeFrom: number | null;
  keep: (next: Partial<SupplierTerms>) => void;
}

/** What sending costs; kept on a press, since the plan changes with it. */
function Terms({ id, shipping, freeFrom, keep }: TermsProps) {
  const [form, setForm] = useState({ shipping, freeFrom });
  const isChanged = form.shipping !== shipping || form.freeFrom !== freeFrom;
  return (
    <div className={css.terms}>
      <DecimalInput
        label="Shipping"
        aria-label={`Shipping: ${id}`}
        isMoney
        value={form.shipping / 100}
        onChange={(value) => setForm({ ...form, shipping: Math.round((value ?? 0) * 100) })}
      />
      <DecimalInput
        label="Free from order of"
        aria-label={`Free from order of: ${id}`}
        isMoney
        placeholder="never"
        value={form.freeFrom === null ? null : form.freeFrom / 100}
        onChange={(value) => setForm({ ...form, freeFrom: value === null ? null : Math.round(value * 100) })}
      />
      {isChanged && (
        <Button size="compact-sm" aria-label={`Save the terms of ${id}`} onClick={() => keep(form)}>
          Save
        </Button>
      )}
    </div>
  );
}

function OfferLine({ offer, remove }: { offer: Offer; remove: () => void }) {
  const { kind, perPack, price: packPrice, authorised, shelfDays } = offer;
  const facts = [
    perPack > 1 ? `${perPack} in a pack` : null,
    shelfDays == null ? null : `lasts ${shelfDays} days`,
    authorised === false ? 'not authorised' : null,
  ].filter((one) => one !== null);
  return (
    <li className="row">
      <span className="grow">
        {kindName(kind)}
        {facts.length > 0 && <span className="small muted"> · {facts.join(' · ')}</span>}
      </span>
      <span className="mono">{price(packPrice)}</span>
      <CloseButton aria-label={`Strike out ${kindName(kind)} of ${offer.supplier}, ${price(packPrice)}`} onClick={remove} />
    </li>
  );
}

const BLANK = {
  kind: null as string | null,
  supplier: '',
  perPack: 1,
  priceMinor: null as number | null,
  shelfDays: null as number | null,
  authorised: false,
};

function NewOffer({ book, send }: { book: OfferBook; send: (data: OfferBook) => void }) {
  const kinds = useCatalog((state) => state.kinds);
  const [form, setForm] = useState(BLANK);
  const [isChecked, setChecked] = useState(false);
  const set = (next: Partial<typeof BLANK>) => setForm((before) => ({ ...before, ...next }));
  const supplier = form.supplier.trim();
  const add = () => {
    setChecked(true);
    const parsed = OfferSchema.safeParse({
      id: freeId(`${form.kind ?? ''} ${supplier}`, new Set(book.offers.map(({ id }) => id))),
      kind: form.kind,
      perPack: form.perPack,
      price: form.priceMinor,
      supplier,
      shelfDays: form.shelfDays,
      authorised: form.authorised ? true : null,
    });
    if (!parsed.success) return;
    const isKnown = book.suppliers.some(({ id }) => id === supplier);
    const suppliers = isKnown ? book.suppliers : [...book.suppliers, { id: supplier, shipping: 0, freeFrom: null }];
    send({ ...book, suppliers, offers: [...book.offers, parsed.data] });
  };
  return (
    <section className={css.buyingNew} aria-label="Add offer">
      <h3>Add offer</h3>
      <Select
        label="What"
        searchable
        data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
        value={form.kind}
        error={isChecked && form.kind === null ? 'Say what is offered.' : undefined}
        onChange={(kind) => set({ kind })}
      />
      <TextInput
        label="Supplier"
        maxLength={80}
        value={form.supplier}
        error={isChecked && supplier === '' ? 'Say who sells it.' : undefined}
        onChange={(event) => set({ supplier: event.currentTarget.value })}
      />
      <div className={css.terms}>
        <DecimalInput
          label="Pack size"
          min={1}
          max={100_000}
          decimals={0}
          value={form.perPack}
          onChange={(perPack) => set({ perPack: perPack ?? 1 })}
        />
        <DecimalInput
          label="Pack price"
          isMoney
          value={form.priceMinor === null ? null : form.priceMinor / 100}
          error={isChecked && form.priceMinor === null ? 'Give the price.' : undefined}
          onChange={(value) => set({ priceMinor: value === null ? null : Math.round(value * 100) })}
        />
        <DecimalInput
          label="Lasts at least"
          unit="days"
          decimals={0}
          max={20_000}
          value={form.shelfDays}
          onChange={(shelfDays) => set({ shelfDays })}
        />
      </div>
      <Checkbox
        label="Known as authorised"
        checked={form.authorised}
        onChange={(event) => set({ authorised: event.currentTarget.checked })}
      />
      <Button variant="outline" onClick={add}>
        Save
      </Button>
    </section>
  );
}
