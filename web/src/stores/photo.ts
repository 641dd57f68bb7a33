import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import wasmUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';

prepareZXingModule({ overrides: { locateFile: () => wasmUrl } });

const MOST_BYTES = 20_000_000;
/** Symbologies of element strings; what they say goes in front, as a scanner sends it. */
const GS1_CARRIERS = [']d2', ']C1', ']Q3', ']e0'];

export type PhotoRead = { ok: true; texts: string[] } | { ok: false; message: string };

/** Reads the labels in a photo or an image file, here in the browser: nothing is sent anywhere. */
export async function readPhoto(file: Blob): Promise<PhotoRead> {
  if (file.size > MOST_BYTES) return { ok: false, message: `The picture has ${Math.round(file.size / 1e6)} MB; at most 20 MB are read.` };
  try {
    const found = await readBarcodes(file, {
      formats: ['DataMatrix', 'QRCode', 'Code128', 'Code39', 'EAN-13'],
      tryHarder: true,
      textMode: 'Plain',
      maxNumberOfSymbols: 10,
    });
    const texts = found
      .filter(({ isValid }) => isValid)
      .map(({ text, symbologyIdentifier }) => (GS1_CARRIERS.includes(symbologyIdentifier) ? `${symbologyIdentifier}${text}` : text));
    return texts.length === 0
      ? { ok: false, message: 'No code was found in the picture: go nearer, hold it flat, and mind the light.' }
      : { ok: true, texts: [...new Set(texts)] };
  } catch {
    return { ok: false, message: 'The file is not a picture that can be read: use PNG or JPEG.' };
  }
}
