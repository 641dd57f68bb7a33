import type { Kind, KindCatalog } from '../model/kind.ts';
import { headingFactor } from '../model/measures.ts';
import { lastDayOfMonth, type PlainDate, toPlainDate } from '../model/plainDate.ts';
import { COLOURS, TRAIT_NAMES } from '../model/traits.ts';
import { ArticleSchema, type OwnTraits } from '../model/unit.ts';
import { gtinCheckDigitIsRight } from '../scan/gs1.ts';
import { kindFinder, minorIn, yesOrNo } from './cells.ts';
import { type Column, guessColumns, type Mapping, MEASURE_HEADINGS } from './columns.ts';

export const INTAKE_COLUMNS = [
  { field: 'kind', label: 'Kind', aka: ['kind', 'item', 'name', 'article', 'description'], isNeeded: false },
  { field: 'gtin', label: 'GTIN', aka: ['gtin', 'ean', 'upc', 'barcode'], isNeeded: false },
  { field: 'count', label: 'Count', aka: ['count', 'quantity', 'qty', 'number', 'pieces'], isNeeded: false },
  { field: 'lot', label: 'Lot', aka: ['lot', 'batch', 'lot number', 'batch number'], isNeeded: false },
  {
    field: 'expiresOn',
    label: 'Expiry',
    aka: ['expiry', 'expires', 'expires on', 'expiry date', 'use by', 'good through'],
    isNeeded: false,
  },
  { field: 'producedOn', label: 'Produced', aka: ['produced', 'produced on', 'production date', 'made on'], isNeeded: false },
  { field: 'seller', label: 'Seller', aka: ['seller', 'supplier', 'shop', 'bought from'], isNeeded: false },
  { field: 'authorised', label: 'Seller is authorised', aka: ['authorised', 'authorized', 'seller is authorised'], isNeeded: false },
  { field: 'price', label: 'Price each', aka: ['price', 'price each', 'cost', 'unit price'], isNeeded: false },
  { field: 'madeOn', label: 'Bought', aka: ['bought', 'bought on', 'in use since'], isNeeded: false },
  { field: 'whose', label: 'Whose', aka: ['whose', 'owner', 'prescribed to', 'patient'], isNeeded: false },
  { field: 'colour', label: 'Colour', aka: ['colour', 'color'], isNeeded: false },
  { field: 'wMm', label: 'Width, mm', aka: MEASURE_HEADINGS.wMm, isNeeded: false },
  { field: 'hMm', label: 'Height, mm', aka: MEASURE_HEADINGS.hMm, isNeeded: false },
  { field: 'tMm', label: 'Thickness, mm', aka: MEASURE_HEADINGS.tMm, isNeeded: false },
  { field: 'massG', label: 'Mass each, g', aka: MEASURE_HEADINGS.massG, isNeeded: false },
  { field: 'practice', label: 'Practice only', aka: ['practice', 'practice only', 'training'], isNeeded: false },
] as const satisfies readonly Column<string>[];
export type IntakeField = (typeof INTAKE_COLUMNS)[number]['field'];
export type IntakeMapping = Mapping<IntakeField>;

export const guessIntakeMapping = (headings: readonly string[]): IntakeMapping => guessColumns(INTAKE_COLUMNS, headings);

export interface IntakeRow {
  kind: string;
  count: number;
  lot: string | null;
  gtin: string | null;
  expiresOn: PlainDate | null;
  producedOn: PlainDate | null;
  seller: string | null;
  authorised: boolean | null;
  priceMinor: number | null;
  practice: boolean;
  own: OwnTraits;
}
export interface IntakeReport {
  /** As a table program counts: the heading is row 1. */
  row: number;
  intake: IntakeRow | null;
  issues: { field: IntakeField; message: string }[];
}

const FIRST_ROW = 2;
const MOST_COUNT = 1000;

interface Reading {
  cell: (field: IntakeField) => string;
  say: (field: IntakeField, message: string) => void;
  /** What a figure of the column is to be multiplied by, to be millimetres or grams. */
  factor: (field: IntakeField) => number;
}

/** Reads rows of a table into things to take in, each row by itself, with what is wrong in which column. */
export function readIntakeRows(
  rows: readonly Readonly<Record<string, string | undefined>>[],
  mapping: IntakeMapping,
  catalog: KindCatalog,
  articles: ReadonlyMap<string, string>,
): IntakeReport[] {
  const find = kindFinder(catalog);
  return rows.map((row, index) => {
    const issues: IntakeReport['issues'] = [];
    const reading: Reading = {
      cell: (field) => (row[mapping[field] ?? ''] ?? '').trim(),
      say: (field, message) => issues.push({ field, message }),
      factor: (field) => headingFactor(mapping[field]),
    };
    const gtin = articleIn(reading);
    const kind = kindIn(reading, find, gtin === null ? undefined : articles.get(gtin));
    const intake: Omit<IntakeRow, 'kind'> = {
      count: countIn(reading),
      lot: textIn(reading, 'lot', 40),
      gtin,
      expiresOn: dateIn(reading, 'expiresOn'),
      producedOn: dateIn(reading, 'producedOn'),
      seller: textIn(reading, 'seller', 80),
      authorised: yesOrNoIn(reading, 'authorised'),
      priceMinor: priceIn(reading),
      practice: yesOrNoIn(reading, 'practice') ?? false,
      own: ownIn(reading),
    };
    return { row: index + FIRST_ROW, intake: issues.length > 0 || kind === null ? null : { kind: kind.id, ...intake }, issues };
  });
}

function articleIn({ cell, say }: Reading): string | null {
  const text = cell('gtin').replaceAll(/[\s-]/g, '');
  if (text === '') return null;
  const gtin = /^\d{8,14}$/.test(text) ? text.padStart(14, '0') : text.toUpperCase();
  if (!ArticleSchema.safeParse(gtin).success) say('gtin', `"${text}" is neither a GTIN nor a HIBC article`);
  else if (/^\d/.test(gtin) && !gtinCheckDigitIsRight(gtin)) say('gtin', `the check digit of ${text} is wrong`);
  else return gtin;
  return null;
}

function kindIn({ cell, say }: Reading, find: (text: string) => Kind | undefined, known: string | undefined): Kind | null {
  const text = cell('kind');
  const found = find(text === '' ? (known ?? '') : text);
  if (found === undefined)
    say('kind', text === '' ? 'is empty, and no known article number says it' : `"${text}" is not in the catalogue: use its name or id`);
  return found ?? null;
}

function countIn({ cell, say }: Reading): number {
  const text = cell('count');
  if (text === '') return 1;
  const count = Number(text);
  if (!Number.isInteger(count) || count < 1 || count > MOST_COUNT) say('count', `"${text}" is not a whole number from 1 to ${MOST_COUNT}`);
  return count;
}

function textIn({ cell, say }: Reading, field: IntakeField, most: number): string | null {
  const text = cell(field);
  if (text.length > most) say(field, `has ${text.length} characters, at most ${most} are kept`);
  return text === '' ? null : text;
}

/** 2027-03-14; or 2027-03, which is good through its last day. Other ways of writing a date are not guessed. */
function dateIn({ cell, say }: Reading, field: 'expiresOn' | 'producedOn' | 'madeOn'): PlainDate | null {
  const text = cell(field);
  if (text === '') return null;
  const month = /^(\d{4})-(0[1-9]|1[0-2])$/.exec(text);
  const date = month === null ? toPlainDate(text) : lastDayOfMonth(Number(month[1]), Number(month[2]));
  if (date === null) say(field, `"${text}" is not a date as 2027-03-14 or 2027-03`);
  return date;
}

/** What the row says of the very thing. */
function ownIn(reading: Reading): OwnTraits {
  const [madeOn, whose, colour, massG, measured] = [
    dateIn(reading, 'madeOn'),
    textIn(reading, 'whose', 60),
    colourIn(reading),
    amountIn(reading, 'massG', 50_000),
    measuredIn(reading),
  ];
  return {
    ...(madeOn === null ? {} : { madeOn }),
    ...(whose === null ? {} : { whose }),
    ...(colour === null ? {} : { colour }),
    ...(massG === null ? {} : { massG }),
    ...(measured === null ? {} : { measured }),
  };
}

function colourIn({ cell, say }: Reading): OwnTraits['colour'] | null {
  const text = cell('colour').toLowerCase();
  if (text === '') return null;
  const colour = COLOURS.find((one) => one.toLowerCase() === text || TRAIT_NAMES.colour[one] === text);
  if (colour === undefined) say('colour', `"${text}" is none of ${Object.values(TRAIT_NAMES.colour).join(', ')}`);
  return colour ?? null;
}

function amountIn({ cell, say, factor }: Reading, field: 'wMm' | 'hMm' | 'tMm' | 'massG', most: number): number | null {
  const text = cell(field).replace(',', '.');
  if (text === '') return null;
  const amount = Math.round(Number(text) * factor(field) * 100) / 100;
  if (amount > 0 && amount <= most) return amount;
  say(field, `"${text}" is not a number over 0, at most ${most}`);
  return null;
}

function measuredIn(reading: Reading): OwnTraits['measured'] | null {
  const [wMm, hMm, tMm] = (['wMm', 'hMm', 'tMm'] as const).map((field) => amountIn(reading, field, 2000));
  if (wMm != null && hMm != null && tMm != null) return { state: 'asSold', wMm, hMm, tMm };
  if (wMm != null || hMm != null || tMm != null) reading.say('wMm', 'width, height and thickness are given together, or none of them');
  return null;
}

function yesOrNoIn({ cell, say }: Reading, field: 'authorised' | 'practice'): boolean | null {
  const answer = yesOrNo(cell(field));
  if (answer === undefined) say(field, `"${cell(field).toLowerCase()}" is neither yes nor no`);
  return answer ?? null;
}

function priceIn({ cell, say }: Reading): number | null {
  const minor = minorIn(cell('price'));
  if (minor === undefined) say('price', `"${cell('price').replace(',', '.')}" is not an amount as 12.50`);
  return minor ?? null;
}
