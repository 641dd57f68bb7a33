import { type Point, toPhoto } from '@ivrak/core/fit';

/** Pixels a millimetre of a straightened sheet, and the most of them across. */
const SHARP = 2.5;
const MOST_PX = 900;

/** A photo as it is seen from straight above the sheet; null where its corners are no sheet's. */
export function straightened(
  photo: HTMLImageElement,
  corners: readonly [Point, Point, Point, Point],
  sheet: { wMm: number; hMm: number },
): HTMLCanvasElement | null {
  const map = toPhoto(corners, sheet);
  const source = pixelsOf(photo);
  if (map === null || source === null) return null;
  const scale = Math.min(SHARP, MOST_PX / Math.max(sheet.wMm, sheet.hMm));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(sheet.wMm * scale);
  canvas.height = Math.round(sheet.hMm * scale);
  const context = canvas.getContext('2d');
  if (context === null) return null;
  const out = context.createImageData(canvas.width, canvas.height);
  for (let y = 0; y < canvas.height; y += 1)
    for (let x = 0; x < canvas.width; x += 1) {
      const [u, v] = map([(x + 0.5) / scale, (y + 0.5) / scale]);
      const [column, row] = [Math.floor(u), Math.floor(v)];
      if (column < 0 || row < 0 || column >= source.width || row >= source.height) continue;
      const from = 4 * (row * source.width + column);
      const to = 4 * (y * canvas.width + x);
      for (let channel = 0; channel < 4; channel += 1) out.data[to + channel] = source.data[from + channel] ?? 255;
    }
  context.putImageData(out, 0, 0);
  return canvas;
}

function pixelsOf(photo: HTMLImageElement): ImageData | null {
  const canvas = document.createElement('canvas');
  canvas.width = photo.naturalWidth;
  canvas.height = photo.naturalHeight;
  const context = canvas.getContext('2d');
  if (context === null || canvas.width === 0) return null;
  context.drawImage(photo, 0, 0);
  return context.getImageData(0, 0, canvas.width, canvas.height);
}
