import { describe, expect, it } from 'vitest';
import { readTable, textOf } from './readTable.ts';

const file = (parts: BlobPart[]) => new File(parts, 'stock.csv');

describe('the text of a file', () => {
  it('is received UTF-8, and refused in any other encoding, in words', async () => {
    expect(await textOf(file(['Kind,Lot\nGänseblümchen,1']), 1)).toEqual({ ok: true, text: 'Kind,Lot\nGänseblümchen,1' });
    const latin = new Uint8Array([0x4b, 0x2c, 0xe4, 0x0a]);
    expect(await textOf(file([latin]), 1)).toMatchObject({ ok: false, message: expect.stringContaining('UTF-8') });
    expect(await textOf(file([new Uint8Array([0x61, 0, 0x62])]), 1)).toMatchObject({
      ok: false,
      message: expect.stringContaining('not a text file'),
    });
  });

  it('is refused at 50 MB, with the size and the most', async () => {
    const large = file([new Uint8Array(50_000_000)]);
    expect(await textOf(large, 5)).toEqual({ ok: false, message: 'The file has 50 MB; at most 5 MB are read. Is it a table?' });
  });
});

describe('a table', () => {
  it('is read with commas, semicolons or tabs, with or without a byte order mark', async () => {
    for (const mark of ['', '\uFEFF'])
      for (const by of [',', ';', '\t'])
        expect(await readTable(`${mark}Kind${by}Lot\nmarker${by}M1\n`, 10)).toEqual({
          headings: ['Kind', 'Lot'],
          rows: [{ Kind: 'marker', Lot: 'M1' }],
        });
  });

  it('is refused with an open quotation mark, without columns, without rows, and with too many', async () => {
    expect(await readTable('Kind,Lot\n"marker,M1\n', 10)).toContain('quotation mark');
    expect(await readTable('only text', 10)).toContain('No columns');
    expect(await readTable('Kind,Lot\n', 10)).toContain('nothing under it');
    expect(await readTable(`Kind,Lot\n${'a,b\n'.repeat(11)}`, 10)).toContain('11 rows: at most 10');
  });
});
