import * as z from 'zod';
import { meetsLine, type PublishedList } from '../catalog/published.ts';
import type { Demand, Profile } from '../coverage/booking.ts';
import { conditionCounts } from '../coverage/prepare.ts';
import { Table } from '../coverage/table.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { isGoodOn, piecesLeft, type Unit, UnitIdSchema } from '../model/unit.ts';
import type { Offer } from './offers.ts';

const money = z.number().int().nonnegative().max(100_000_000);

/** How what is sold stands to the kind that it is booked as: the catalogue may have only the next thing to it. */
export const NEAREST = ['same', 'smaller', 'larger'] as const;

const ListLineSchema = z.object({
  kind: z.string(),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  /** What a pack of it costs where the list says so, minor units, and how many are in one; null: as its kind usually costs. */
  packMinor: money.nullable().default(null),
  perPack: z.number().int().min(1, 'must be at least 1').max(1000).default(1),
  seller: z.string().trim().min(1).max(80).nullable().default(null),
  nearest: z.enum(NEAREST).default('same'),
});

/** A ready-made kit, or any list of contents, described so that it can be compared before it is bought. */
export const ContentListSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'must be letters, digits, - and _'),
  name: z.string().trim().min(1, 'give the list a name').max(80),
  /** What it is sold for, all of it; null: not known. Minor units. */
  priceMinor: money.nullable(),
  /** The price before a discount; null: none. */
  listPriceMinor: money.nullable().default(null),
  containerId: z.string().nullable().default(null),
  contents: z.array(ListLineSchema).min(1, 'name at least one thing in it').max(200),
});
export type ContentList = z.infer<typeof ContentListSchema>;
export type ListLine = ContentList['contents'][number];

/** A line of which nothing but the thing is said: it costs what its kind usually costs. */
export const plainLine = (kind: string, count = 1): ListLine => ({
  kind,
  count,
  packMinor: null,
  perPack: 1,
  seller: null,
  nearest: 'same',
});

/** The contents as units: new, in date, nobody knows which lot. Ids are made from the list's id, so they never meet real ones. */
export const unitsOfList = (list: ContentList): Unit[] =>
  list.contents.map(({ kind, count }, index) => ({
    id: UnitIdSchema.parse(`list_${list.id}_${index}`.slice(0, 64)),
    kind,
    count,
    piecesUsed: 0,
    condition: 'ready',
    state: 'asSold',
    lot: null,
    expiresOn: null,
  }));

export interface PricedLine {
  kind: string;
  /** Units that are wanted, and that come in whole packs. */
  count: number;
  perPack: number;
  packs: number;
  leftOver: number;
  /** Of one pack, minor units, and of all of them. */
  packMinor: number;
  sumMinor: number;
  /** The price is the list's own; else it is what the kind usually costs. */
  isOwn: boolean;
}

/** What so many of a list come to, line by line; kinds that nobody knows are left out. */
export const pricedLines = (list: Pick<ContentList, 'contents'>, times: number, catalog: KindCatalog): PricedLine[] =>
  list.contents.flatMap((line) => {
    const kind = catalog.get(line.kind);
    if (kind === undefined) return [];
    const isOwn = line.packMinor !== null;
    const perPack = isOwn ? line.perPack : 1;
    const count = line.count * times;
    const packs = Math.ceil(count / perPack);
    const packMinor = line.packMinor ?? kind.priceMinor;
    return [{ kind: line.kind, count, perPack, packs, leftOver: packs * perPack - count, packMinor, sumMinor: packs * packMinor, isOwn }];
  });

/** What so many of each of several lists name together, by kinds in units. */
export function needOfLists(lists: readonly { list: Pick<ContentList, 'contents'>; times: number }[]): { kind: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { list, times } of lists)
    for (const { kind, count } of list.contents) if (times > 0) counts.set(kind, (counts.get(kind) ?? 0) + count * times);
  return [...counts].map(([kind, count]) => ({ kind, count }));
}

/** What a list itself says that its lines are sold for, as offers. */
export const offersOfList = (list: Pick<ContentList, 'id' | 'name' | 'contents'>): Offer[] =>
  list.contents.flatMap(({ kind, packMinor, perPack, seller }, index): Offer[] =>
    packMinor === null
      ? []
      : [{ id: `list ${list.id} ${index + 1}`.slice(0, 80), kind, perPack, price: packMinor, supplier: seller ?? list.name }],
  );

export interface PriceCheck {
  /** Each line: whole packs at its own price where it has one, else single units at the usual price. */
  terms: PricedLine[];
  partsMinor: number;
  /** What the ready-made one costs over its parts (negative: under), and that in percent of the parts. */
  surchargeMinor: number | null;
  surchargePercent: number | null;
  /** Taken off the list price, and that in percent of the list price. */
  discountMinor: number | null;
  discountPercent: number | null;
}

const percentOf = (part: number, whole: number): number | null => (whole === 0 ? null : Math.round((part / whole) * 1000) / 10);

/** A ready-made kit against its parts. Every sum comes with its terms; percentages have one decimal. */
export function priceCheck(list: ContentList, catalog: KindCatalog): PriceCheck {
  const terms = pricedLines(list, 1, catalog);
  const partsMinor = terms.reduce((sum, { sumMinor }) => sum + sumMinor, 0);
  const surchargeMinor = list.priceMinor === null ? null : list.priceMinor - partsMinor;
  const discountMinor = list.priceMinor === null || list.listPriceMinor === null ? null : list.listPriceMinor - list.priceMinor;
  return {
    terms,
    partsMinor,
    surchargeMinor,
    surchargePercent: surchargeMinor === null ? null : percentOf(surchargeMinor, partsMinor),
    discountMinor,
    discountPercent: discountMinor === null ? null : percentOf(discountMinor, list.listPriceMinor ?? 0),
  };
}

export interface LineMet {
  label: string;
  asked: number;
  have: number;
  note: string | null;
}

/**
 * A kit against a published list, line by line in pieces; a piece meets one line, and lines are met in the order in which
 * they are printed. Lapsed, damaged, opened and practice things meet nothing.
 */
export function againstPublished(units: readonly Unit[], list: PublishedList, on: PlainDate, catalog: KindCatalog): LineMet[] {
  const profiles = new Map<Kind, Profile>();
  // A list counts things: shears are one line's, whatever they could do at once.
  const profileOf = (kind: Kind): Profile => {
    const uses = list.lines.flatMap((line, demand) =>
      meetsLine(kind, line) ? [{ demand, grade: 1 as const, key: -1, companion: -1 }] : [],
    );
    const known = profiles.get(kind) ?? { uses, provides: [], isTool: false };
    profiles.set(kind, known);
    return known;
  };
  const good = units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    if (kind === undefined || !conditionCounts(unit.condition, kind) || !isGoodOn(unit.expiresOn, on)) return [];
    return [{ profile: profileOf(kind), pieces: piecesLeft(unit, kind.pieces) }];
  });
  const demands = list.lines.map(({ count }): Demand => ({ least: count, ideal: count, circle: 0, caps: null }));
  const met = new Table(demands, good).leastMet();
  return list.lines.map(({ label, count, note }, index) => ({ label, asked: count, have: met[index] ?? 0, note: note ?? null }));
}
