import type { HeatSample, HeatSampleSchema } from '@ivrak/core';
import type Papa from 'papaparse';

const MOST_BYTES = 5_000_000;

export type HeatCsv = { ok: true; samples: HeatSample[] } | { ok: false; message: string };

/** Reads `at,celsius` rows; all of them or none, with the line and the column that is wrong. */
export function readHeatCsv(text: string, bytes: number, csv: typeof Papa, schema: typeof HeatSampleSchema): HeatCsv {
  if (bytes > MOST_BYTES) return { ok: false, message: `The file has ${Math.round(bytes / 1e6)} MB; at most 5 MB are read.` };
  if (text.includes('\u0000') || text.includes('\uFFFD')) return { ok: false, message: 'This is not a text file in UTF-8.' };
  const { data, meta } = csv.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim(),
  });
  for (const column of ['at', 'celsius'])
    if (!meta.fields?.includes(column)) return { ok: false, message: `The first line must name the column "${column}": at,celsius.` };
  const samples: HeatSample[] = [];
  for (const [index, row] of data.entries()) {
    const celsius = (row.celsius ?? '').trim();
    const read = schema.safeParse({ at: (row.at ?? '').trim(), celsius: celsius === '' ? Number.NaN : Number(celsius.replace(',', '.')) });
    if (!read.success) {
      const [issue] = read.error.issues;
      return { ok: false, message: `Line ${index + 2}, ${issue?.path.join('.')}: ${issue?.message}. Nothing was taken in.` };
    }
    samples.push(read.data);
  }
  return samples.length === 0 ? { ok: false, message: 'The file holds no temperatures.' } : { ok: true, samples };
}
