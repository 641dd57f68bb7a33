import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { addDays, gtinCheckDigitIsRight, KINDS, type PlacedUnit, plainDate, readScan } from '@ivrak/core';
import bwip from 'bwip-js/node';
import { describe, expect, it } from 'vitest';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { labelText } from './PackLabels.tsx';
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
    const unit = { id: 'u-1', lot: 'KG-77', expiresOn: plainDate('2028-02-29') } as PlacedUnit;
    const scan = scanOf(await readBack('gs1datamatrix', labelText(unit)));
    expect(scan).toMatchObject({ lot: 'KG-77', expiresOn: '2028-02-29' });
    expect(scan.gtin).toBeUndefined();
    expect(labelText({ ...unit, expiresOn: null, lot: 'has blank' })).toBe('(91)u-1');
  });
});
