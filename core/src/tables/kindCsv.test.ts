import { describe, expect, it } from 'vitest';
import { slug } from '../catalog/freeId.ts';
import { KINDS } from '../catalog/kinds.ts';
import { guessMapping, KIND_COLUMNS, readKindRows } from './kindCsv.ts';
import { kindRow } from './kindRow.ts';

const row = (change: Record<string, string> = {}) => ({
  Name: 'Wide bandage',
  Rung: 'C',
  'Width, mm': '100',
  'Height, mm': '60',
  'Thickness, mm': '30',
  'Mass, g': '40',
  Price: '2,50',
  'Made for': 'C.roll; pads',
  ...change,
});
const mapping = guessMapping(Object.keys(row()));
const read = (rows: Record<string, string>[], known: string[] = []) => readKindRows(rows, mapping, new Set(known));

describe('a table of kinds', () => {
  it('finds its columns by their headings, in any case and punctuation', () => {
    expect(guessMapping(['ITEM', 'weight (g)', 'w mm', 'MARCH', 'surprise'])).toEqual({
      name: 'ITEM',
      massG: 'weight (g)',
      wMm: 'w mm',
      rung: 'MARCH',
    });
  });

  it('reads a row, with a decimal comma and needs by id or by label', () => {
    const [report] = read([row()]);
    expect(report?.issues).toEqual([]);
    expect(report?.kind).toMatchObject({
      id: 'wide-bandage',
      massG: 40,
      priceMinor: 250,
      grades: { 'C.roll': 'primary', 'C.dress': 'primary' },
    });
  });

  it('says of every bad cell what is wrong, by row as a table program counts, and reads the others', () => {
    const reports = read([
      row({ Name: '', 'Width, mm': 'wide' }),
      row(),
      row({ Name: 'Other', Rung: 'X', 'Mass, g': '-3', Price: 'dear', 'Made for': 'everything' }),
      row({ Name: 'Brick', 'Thickness, mm': '30000' }),
    ]);
    expect(reports.map(({ row: number, kind }) => [number, kind !== null])).toEqual([
      [2, false],
      [3, true],
      [4, false],
      [5, false],
    ]);
    expect(reports[0]?.issues.map(({ field }) => field)).toEqual(['name', 'id', 'wMm']);
    expect(reports[2]?.issues.map(({ field }) => field).sort()).toEqual(['massG', 'price', 'primary', 'rung']);
    expect(reports[3]?.issues[0]?.message).toContain('is the unit right');
  });

  it('refuses an id that stands twice, and says where it changes a kind', () => {
    const [first, second] = read([row(), row()], ['wide-bandage']);
    expect(first?.replaces).toBe(true);
    expect(second?.kind).toBeNull();
    expect(second?.issues[0]?.message).toContain('stands twice');
  });

  it('takes a measure that is missing for missing, not for 0', () => {
    expect(read([row({ 'Mass, g': '' })])[0]?.issues).toEqual([{ field: 'massG', message: 'is missing' }]);
  });

  it('reads every shipped kind back as it was written, in what the table holds', () => {
    const rows = KINDS.map((kind) => kindRow(kind));
    const own = guessMapping(KIND_COLUMNS.map(({ label }) => label));
    for (const [index, report] of readKindRows(rows, own, new Set()).entries()) {
      const kind = KINDS[index];
      expect(report.issues, kind?.id).toEqual([]);
      for (const field of ['id', 'name', 'rung', 'shape', 'drawing', 'massG', 'priceMinor', 'dating', 'pieces', 'grades'] as const)
        expect(report.kind?.[field], `${kind?.id} ${field}`).toEqual(kind?.[field]);
    }
  });

  it('makes ids that are ids', () => {
    expect(slug('Wide wrap, 15 cm (élastique)')).toBe('wide-wrap-15-cm-elastique');
    expect(slug('!')).toBe('');
  });
});
