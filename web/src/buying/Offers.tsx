import { type Offer, type OfferBook, type SupplierTerms, withFeed } from '@ivrak/core/buying';
import { withOffers } from '@ivrak/core/tables';
import { Button, CloseButton, TextInput } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { DateField } from '../ui/DateField.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import { useIsPhone } from '../ui/phone.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './buying.module.css';
import { NewOffer } from './NewOffer.tsx';
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
      {suppliers.map((terms) => (
        <section key={terms.id} className={css.supplier}>
          <h3>{terms.id}</h3>
          <Terms terms={terms} keep={(next) => setTerms(terms.id, next)} />
          <Folded name="offer" count={offers.filter(({ supplier }) => supplier === terms.id).length}>
            <ul>
              {offers
                .filter(({ supplier }) => supplier === terms.id)
                .map((offer) => (
                  <OfferLine
                    key={offer.id}
                    offer={offer}
                    remove={() => void send({ ...book.data, offers: offers.filter((one) => one.id !== offer.id) })}
                  />
                ))}
            </ul>
          </Folded>
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

/** On a phone what is long is folded up, with how much it is. */
function Folded({ name, count, children }: { name: string; count: number; children: ReactNode }) {
  if (!useIsPhone()) return children;
  return (
    <details>
      <summary>{count === 1 ? `1 ${name}` : `${count} ${name}s`}</summary>
      {children}
    </details>
  );
}

interface TermsProps {
  terms: SupplierTerms;
  keep: (next: Partial<SupplierTerms>) => void;
}

const NO_DISCOUNT = { percent: 0, code: '', until: null };

/** What sending costs and what is taken off; kept on a press, since the plan changes with it. */
function Terms({ terms: { id, shipping, freeFrom = null, discount }, keep }: TermsProps) {
  const known = { shipping, freeFrom, discount: discount ?? NO_DISCOUNT };
  const [form, setForm] = useState(known);
  const isChanged = JSON.stringify(form) !== JSON.stringify(known);
  const setDiscount = (next: Partial<typeof form.discount>) => setForm({ ...form, discount: { ...form.discount, ...next } });
  const { percent, code, until } = form.discount;
  return (
    <div className={css.terms}>
      <MoneyInput
        label="Shipping"
        aria-label={`Shipping: ${id}`}
        value={form.shipping}
        onChange={(minor) => setForm({ ...form, shipping: minor ?? 0 })}
      />
      <MoneyInput
        label="Free from"
        aria-label={`Free from order of: ${id}`}
        placeholder="never"
        value={form.freeFrom}
        onChange={(minor) => setForm({ ...form, freeFrom: minor })}
      />
      <DecimalInput
        label="Discount"
        aria-label={`Discount: ${id}`}
        unit="%"
        max={95}
        value={percent === 0 ? null : percent}
        onChange={(next) => setDiscount({ percent: next ?? 0 })}
      />
      {percent > 0 && (
        <>
          <TextInput
            label="By code"
            aria-label={`Code of the discount: ${id}`}
            placeholder="none"
            maxLength={40}
            value={code}
            onChange={(event) => setDiscount({ code: event.currentTarget.value })}
          />
          <DateField label="Until" value={until} onChange={(date) => setDiscount({ until: date })} />
        </>
      )}
      {isChanged && (
        <Button
          size="compact-sm"
          aria-label={`Save the terms of ${id}`}
          onClick={() => keep({ ...form, discount: percent === 0 ? null : form.discount })}
        >
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
