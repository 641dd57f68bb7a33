import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { KINDS } from '@ivrak/core/catalog';
import { addDays, type PlacedUnit, plainDate } from '@ivrak/core/model';
import { gtinCheckDigitIsRight, readScan } from '@ivrak/core/scan';
import bwip from 'bwip-js/node';
import { describe, expect, it } from 'vitest';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import type { MusteredKit } from '../data/queries.ts';
import { labelSources, labelText } from './packLabels.ts';
import { trayLabels } from './trayLabels.ts';

// Two independent libraries: one draws the label, the other reads the picture.
const TODAY = plainDate('2026-11-25');
const wasm = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'));
prepareZXingModule({ overrides: { wasmBinary: wasm.buffer.slice(wasm.byteOffset, wasm.byteOffset + wasm.byteLength) as ArrayBuffer } });

/** The same numbers on every machine. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}

async function readBack(bcid: string, text: string): Promise<string> {
  const options = { bcid, text, scale: 3, paddingwidth: 8, paddingheight: 8, backgroundcolor: 'FFFFFF', dontlint: true };
  const png = await bwip.toBuffer(options);
  const [found] = await readBarcodes(new Uint8Array(png), { tryHarder: true, textMode: 'Plain', maxNumberOfSymbols: 1 });
  if (found === undefined) throw new Error(`nothing was read of ${bcid} ${text}`);
  return `${found.symbologyIdentifier}${found.text}`;
}

const scanOf = (text: string) => {
  const answer = readScan(text, TODAY);
  if (!answer.ok) throw new Error(`${JSON.stringify(text)}: ${answer.message}`);
  return answer.scan;
};

function gtinOf(next: () => number): string {
  const body = Array.from({ length: 13 }, () => Math.floor(next() * 10)).join('');
  return [...'0123456789'].map((digit) => body + digit).find(gtinCheckDigitIsRight) ?? '';
}

describe('a label that is drawn and read again', () => {
  it('gives the same article, lot, dates and count, for 200 seeded labels', async () => {
    const next = seeded(200);
    const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ0123456789-/.';
    for (let round = 0; round < 200; round += 1) {
      const gtin = gtinOf(next);
      const expiresOn = addDays(TODAY, Math.floor(next() * 2500) - 200);
      const lot = Array.from({ length: 1 + Math.floor(next() * 12) }, () => letters[Math.floor(next() * letters.length)]).join('');
      const count = 1 + Math.floor(next() * 90);
      const day = expiresOn.slice(2).replaceAll('-', '');
      // The lot is of variable length, so what follows it needs a separator.
      const text = `(01)${gtin}(17)${day}(10)${lot}(30)${count}`;
      const scan = scanOf(await readBack(round % 4 === 3 ? 'gs1qrcode' : round % 4 === 2 ? 'gs1-128' : 'gs1datamatrix', text));
      expect(scan, text).toMatchObject({ scheme: 'gs1', gtin, expiresOn, lot, count });
    }
  }, 120_000);

  it('of the tray reads as what the simulated scanner sends', async () => {
    const gtins = KINDS.slice(0, 8).map((kind, index) => ({ kind: kind.id, gtin: gtinOf(seeded(index + 1)) }));
    const labels = trayLabels(gtins, (kind) => kind, TODAY);
    expect(labels).toHaveLength(10);
    for (const { symbol, drawn, scanned } of labels) {
      const read = (await readBack(symbol, drawn)).replace(/^\]Q\d(?=\+)/, '');
      const { warnings: _, ...fields } = scanOf(read);
      const { warnings: __, ...sent } = scanOf(scanned);
      expect(fields, drawn).toEqual(sent);
    }
  }, 60_000);

  it('of our own carries lot and original date, and no article number that we do not own', async () => {
    const scan = scanOf(await readBack('gs1datamatrix', labelText('u-1', 'KG-77', plainDate('2028-02-29'))));
    expect(scan).toMatchObject({ lot: 'KG-77', expiresOn: '2028-02-29' });
    expect(scan.gtin).toBeUndefined();
    expect(labelText('u-1', 'has blank', null)).toBe('(91)u-1');
  });

  it('of a module names what lies in it, with the first date, and of a used or practice thing there is none', () => {
    const unit = (id: string, kind: string, lasts: string | null, place = 'stores') =>
      ({ id, kind, count: 2, lot: 'L1', expiresOn: lasts === null ? null : plainDate(lasts), place }) as unknown as PlacedUnit;
    const inside = [
      unit('a', 'gauze', '2029-01-31'),
      unit('b', 'gloves', null),
      unit('c', 'seals', '2027-06-30'),
      unit('d', 'loose', '2027-01-01'),
    ];
    const kit = {
      id: 'vest',
      name: 'Vest',
      units: inside,
      modules: [{ id: 'front', name: 'Front', unitIds: ['a', 'b', 'c'], pattern: [] }],
    };
    const sources = labelSources(
      [unit('s', 'gauze', null), unit('p', 'gauze', null, 'practice')],
      [kit as unknown as MusteredKit],
      (kind) => kind,
    );
    expect(sources.map(({ key }) => key)).toEqual(['s', 'vest/front']);
    expect(sources[1]).toMatchObject({ name: 'Front, Vest', expiresOn: '2027-06-30', contents: '2 × gauze, 2 × gloves, 2 × seals' });
    expect(sources[1]?.code).toBe('(17)270630(91)vest/front');
  });
});
