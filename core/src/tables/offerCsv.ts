import { type Offer, type OfferBook, OfferSchema } from '../buying/offers.ts';
import { freeId } from '../catalog/freeId.ts';
import type { KindCatalog } from '../model/kind.ts';
import { kindFinder, minorIn, yesOrNo } from './cells.ts';
import { type Column, guessColumns, type Mapping } from './columns.ts';

export const OFFER_COLUMNS = [
  { field: 'kind', label: 'Kind', aka: ['kind', 'item', 'name', 'article', 'description'], isNeeded: true },
  { field: 'supplier', label: 'Supplier', aka: ['supplier', 'seller', 'shop'], isNeeded: true },
  { field: 'perPack', label: 'Pack size', aka: ['in a pack', 'per pack', 'pack', 'pack size', 'pieces'], isNeeded: false },
  { field: 'price', label: 'Pack price', aka: ['pack price', 'price', 'cost'], isNeeded: true },
  {
    field: 'shelfDays',
    label: 'Lasts at least, days',
    aka: ['lasts at least days', 'shelf days', 'shelf life', 'shelf life days'],
    isNeeded: false,
  },
  { field: 'leadDays', label: 'Comes in, days', aka: ['comes in days', 'lead time', 'lead days', 'delivery'], isNeeded: false },
  { field: 'authorised', label: 'Authorised', aka: ['authorised', 'authorized', 'known as authorised'], isNeeded: false },
] as const satisfies readonly Column<string>[];
export type OfferField = (typeof OFFER_COLUMNS)[number]['field'];
export type OfferMapping = Mapping<OfferField>;
export const guessOfferMapping = (headings: readonly string[]): OfferMapping => guessColumns(OFFER_COLUMNS, headings);

export interface OfferReport {
  /** As a table program counts: the heading is row 1. */
  row: number;
  offer: Omit<Offer, 'id'> | null;
  issues: { field: OfferField; message: string }[];
}

const FIRST_ROW = 2;

/** Reads rows of a table into offers, each row by itself, with what is wrong in which column. */
export function readOfferRows(
  rows: readonly Readonly<Record<string, string | undefined>>[],
  mapping: OfferMapping,
  catalog: KindCatalog,
): OfferReport[] {
  const find = kindFinder(catalog);
  return rows.map((row, index) => {
    const issues: OfferReport['issues'] = [];
    const cell = (field: OfferField): string => (row[mapping[field] ?? ''] ?? '').trim();
    const say = (field: OfferField, message: string) => issues.push({ field, message });
    const kind = find(cell('kind'));
    if (kind === undefined) say('kind', `"${cell('kind')}" is not in the catalogue: use its name or id`);
    const whole = (field: 'perPack' | 'shelfDays' | 'leadDays'): number | null => {
      const text = cell(field);
      if (text === '') return null;
      if (/^\d{1,6}$/.test(text)) return Number(text);
      say(field, `"${text}" is not a whole number`);
      return null;
    };
    const price = minorIn(cell('price'));
    if (price == null) say('price', `"${cell('price')}" is not an amount as 12.50`);
    if (cell('supplier') === '') say('supplier', 'is empty');
    const authorised = yesOrNo(cell('authorised'));
    if (authorised === undefined) say('authorised', `"${cell('authorised')}" is neither yes nor no`);
    const leadDays = whole('leadDays');
    const read = {
      kind: kind?.id ?? '',
      supplier: cell('supplier'),
      perPack: whole('perPack') ?? 1,
      price: price ?? 0,
      shelfDays: whole('shelfDays'),
      authorised: authorised ?? null,
      ...(leadDays === null ? {} : { leadDays }),
    };
    if (issues.length > 0) return { row: index + FIRST_ROW, offer: null, issues };
    const checked = OfferSchema.omit({ id: true }).safeParse(read);
    // What the schema refuses beyond this is a number out of its bounds.
    for (const { path, message } of checked.error?.issues ?? []) say(path[0] as OfferField, message);
    return { row: index + FIRST_ROW, offer: checked.data ?? null, issues };
  });
}

/** The book with offers out of a table: one of the same kind, supplier and pack takes the place of the one before. */
export function withOffers(book: OfferBook, more: readonly Omit<Offer, 'id'>[]): OfferBook {
  const isSame = (a: Omit<Offer, 'id'>, b: Omit<Offer, 'id'>) => a.kind === b.kind && a.supplier === b.supplier && a.perPack === b.perPack;
  let { offers, suppliers } = book;
  for (const offer of more) {
    const known = offers.find((one) => isSame(one, offer));
    const id = known?.id ?? freeId(`${offer.kind} ${offer.supplier}`, new Set(offers.map((one) => one.id)));
    offers = [...offers.filter((one) => one !== known), { ...offer, id }];
    if (!suppliers.some((one) => one.id === offer.supplier))
      suppliers = [...suppliers, { id: offer.supplier, shipping: 0, freeFrom: null }];
  }
  return { ...book, offers, suppliers };
}
