import { type HeatSample, HeatSampleSchema } from '@ivrak/core/model';
import type { Table } from '../ui/readTable.ts';

export type HeatCsv = { ok: true; samples: HeatSample[] } | { ok: false; message: string };

/** Reads the columns `at` and `celsius`; all rows or none, with the line and the column that is wrong. */
export function samplesOf({ headings, rows }: Table): HeatCsv {
  for (const column of ['at', 'celsius'])
    if (!headings.includes(column)) return { ok: false, message: `The first line must name the column "${column}": at,celsius.` };
  const samples: HeatSample[] = [];
  for (const [index, row] of rows.entries()) {
    const celsius = (row.celsius ?? '').trim();
    const read = HeatSampleSchema.safeParse({
      at: (row.at ?? '').trim(),
      celsius: celsius === '' ? Number.NaN : Number(celsius.replace(',', '.')),
    });
    if (!read.success) {
      const [issue] = read.error.issues;
      return { ok: false, message: `Line ${index + 2}, ${issue?.path.join('.')}: ${issue?.message}. Nothing was received.` };
    }
    samples.push(read.data);
  }
  return { ok: true, samples };
}
