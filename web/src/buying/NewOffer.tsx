import { type OfferBook, OfferSchema } from '@ivrak/core/buying';
import { freeId } from '@ivrak/core/catalog';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useCatalog } from '../data/catalog.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import css from './buying.module.css';

const BLANK = {
  kind: null as string | null,
  supplier: '',
  perPack: 1,
  priceMinor: null as number | null,
  shelfDays: null as number | null,
  authorised: false,
};

/** An offer as it stands on a supplier's page; a supplier that is new gets its terms later. */
export function NewOffer({ book, send }: { book: OfferBook; send: (data: OfferBook) => void }) {
  const kinds = useCatalog((state) => state.kinds);
  const form = useForm({
    initialValues: BLANK,
    validate: {
      kind: (kind) => (kind === null ? 'Say what is offered.' : null),
      supplier: (supplier) => (supplier.trim() === '' ? 'Say who sells it.' : null),
      priceMinor: (price) => (price === null ? 'Give the price.' : null),
    },
  });
  const add = ({ kind, priceMinor, authorised, ...offer }: typeof BLANK) => {
    const supplier = offer.supplier.trim();
    const data = OfferSchema.parse({
      ...offer,
      id: freeId(`${kind} ${supplier}`, new Set(book.offers.map(({ id }) => id))),
      kind,
      price: priceMinor,
      supplier,
      authorised: authorised ? true : null,
    });
    const isKnown = book.suppliers.some(({ id }) => id === supplier);
    const suppliers = isKnown ? book.suppliers : [...book.suppliers, { id: supplier, shipping: 0, freeFrom: null }];
    send({ ...book, suppliers, offers: [...book.offers, data] });
  };
  return (
    <form className={css.buyingNew} aria-label="Add offer" onSubmit={form.onSubmit(add)} noValidate>
      <h3>Add offer</h3>
      <Select label="What" searchable data={kinds.map(({ id, name }) => ({ value: id, label: name }))} {...form.getInputProps('kind')} />
      <TextInput label="Supplier" maxLength={80} {...form.getInputProps('supplier')} />
      <div className={css.terms}>
        <MeasureInput label="Pack size" unit={null} max={100_000} decimals={0} {...field(form, 'perPack')} />
        <MoneyInput label="Pack price" {...field(form, 'priceMinor')} />
        <DecimalInput label="Lasts at least" unit="days" decimals={0} max={20_000} {...field(form, 'shelfDays')} />
      </div>
      <Checkbox label="Known as authorised" {...form.getInputProps('authorised', { type: 'checkbox' })} />
      <Button type="submit" variant="outline">
        Save
      </Button>
    </form>
  );
}
