import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import { guessIntakeMapping, INTAKE_COLUMNS, readIntakeRows } from './intakeCsv.ts';

const CATALOG = kindCatalog();
const GTIN = '09506000134352';
const ARTICLES = new Map([[GTIN, 'kaolin-gauze']]);
const HEADINGS = ['Item', 'Qty', 'Batch', 'Use by', 'Supplier', 'Authorised', 'Price', 'EAN', 'Training'];
const MAPPING = guessIntakeMapping(HEADINGS);
const row = (...cells: string[]) => Object.fromEntries(HEADINGS.map((heading, index) => [heading, cells[index] ?? '']));
const read = (...rows: ReturnType<typeof row>[]) => readIntakeRows(rows, MAPPING, CATALOG, ARTICLES);
const wrong = (...cells: string[]) => read(row(...cells))[0]?.issues.map(({ field }) => field);

describe('a table of things to take in', () => {
  it('is mapped by headings in other words', () => {
    expect(MAPPING).toEqual({
      kind: 'Item',
      count: 'Qty',
      lot: 'Batch',
      expiresOn: 'Use by',
      seller: 'Supplier',
      authorised: 'Authorised',
      price: 'Price',
      gtin: 'EAN',
      practice: 'Training',
    });
  });

  it('gives things with lot, date and price; a month is good through its last day', () => {
    expect(read(row('Kaolin gauze', '3', 'KG-1', '2028-02', 'Pier Road Chandlery', 'yes', '38,00', '', ''))).toMatchObject([
      { row: 2, issues: [{ field: 'kind' }] },
    ]);
    expect(read(row('kaolin-gauze', '3', 'KG-1', '2028-02', 'Pier Road Chandlery', 'yes', '38,00'))[0]?.intake).toEqual({
      kind: 'kaolin-gauze',
      count: 3,
      lot: 'KG-1',
      gtin: null,
      expiresOn: '2028-02-29',
      producedOn: null,
      seller: 'Pier Road Chandlery',
      authorised: true,
      priceMinor: 3800,
      practice: false,
      own: {},
    });
  });

  it('takes the kind from a known article number, and writes short numbers out', () => {
    expect(read(row('', '', '', '', '', '', '', '9506000134352'))[0]?.intake).toMatchObject({ kind: 'kaolin-gauze', gtin: GTIN, count: 1 });
  });

  it('names what is wrong in which column, and does not guess', () => {
    expect(wrong('no such thing')).toEqual(['kind']);
    expect(wrong('marker', '0')).toEqual(['count']);
    expect(wrong('marker', '2.5')).toEqual(['count']);
    expect(wrong('marker', '1', 'L', '14/03/2027')).toEqual(['expiresOn']);
    expect(wrong('marker', '1', 'L', '2027-02-30')).toEqual(['expiresOn']);
    expect(wrong('marker', '1', 'L', '', '', 'perhaps')).toEqual(['authorised']);
    expect(wrong('marker', '1', 'L', '', '', '', '1.234')).toEqual(['price']);
    expect(wrong('marker', '1', 'L', '', '', '', '', '09506000134353')).toEqual(['gtin']);
    expect(wrong('marker', '1', 'L'.repeat(41))).toEqual(['lot']);
  });

  it('never throws, whatever stands in the cells, on 5,000 seeded rows', () => {
    const random = new Random(4);
    const pieces = ['', 'marker', '-1', '9'.repeat(30), '2027-13', '\u0000', '☃', '"', '1e9', 'NaN', GTIN, '2027-03-14'];
    const rows = Array.from({ length: 5000 }, () => row(...HEADINGS.map(() => pieces[random.below(pieces.length)] as string)));
    for (const { intake, issues } of read(...rows)) {
      expect(intake === null).toBe(issues.length > 0);
      for (const { field } of issues) expect(INTAKE_COLUMNS.some((column) => column.field === field)).toBe(true);
    }
  });

  it('says what is known of the very thing, and what is wrong of it by column', () => {
    const headings = ['Item', 'Bought', 'Whose', 'Colour', 'Width', 'Height', 'Thickness', 'Weight'];
    const mapping = guessIntakeMapping(headings);
    const of = (...cells: string[]) =>
      readIntakeRows([Object.fromEntries(headings.map((heading, index) => [heading, cells[index] ?? '']))], mapping, CATALOG, ARTICLES)[0];
    expect(of('gloves', '2023-05', 'Una', 'high visibility', '90', '60', '5,5', '9.5')?.intake?.own).toEqual({
      madeOn: '2023-05-31',
      whose: 'Una',
      colour: 'highVisibility',
      measured: { state: 'asSold', wMm: 90, hMm: 60, tMm: 5.5 },
      massG: 9.5,
    });
    expect(of('gloves')?.intake?.own).toEqual({});
    expect(of('gloves', '', '', 'mauve')?.issues).toMatchObject([{ field: 'colour', message: expect.stringContaining('high visibility') }]);
    expect(of('gloves', '', '', '', '90', '60')?.issues).toMatchObject([{ field: 'wMm', message: expect.stringContaining('together') }]);
    expect(of('gloves', '', '', '', '', '', '', '-1')?.issues).toMatchObject([{ field: 'massG' }]);
  });
});
