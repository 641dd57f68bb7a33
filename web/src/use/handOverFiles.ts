import { type Counted, countedEntries, handOver, handOverText, VITALS } from '@ivrak/core/incident';
import { catalogNow } from '../data/catalog.ts';
import { clock } from './clock.ts';
import { entryText } from './LogLines.tsx';

type Log = {
  id: string;
  startedAt: string;
  entries: Parameters<typeof countedEntries>[0];
  /** When the server got each; unknown while it is only in this browser. */
  received?: Readonly<Record<string, string>>;
};

/** One row an entry that counts, times with zone, nothing that names anybody. */
export function rowsOf({ entries, received = {} }: Log): Record<string, string | number>[] {
  return countedEntries(entries).map((entry) => ({
    casualty: entry.casualty === 0 ? 'all' : entry.casualty,
    at: entry.at,
    written_as: entry.saidAt ?? '',
    received: received[entry.id] ?? '',
    what: entry.do,
    text: entryText(entry),
    kind: entry.do === 'used' ? entry.kind : '',
    pieces: entry.do === 'used' ? entry.pieces : '',
    source: entry.do === 'used' ? (entry.unitId === null ? 'theirs' : 'ours') : '',
    limb: entry.do === 'used' ? (entry.limb ?? '') : '',
    ...Object.fromEntries(VITALS.map((vital) => [vital, vitalOf(entry, vital)])),
  }));
}

const vitalOf = (entry: Counted, vital: (typeof VITALS)[number]): string | number => (entry.do === 'vitals' ? (entry[vital] ?? '') : '');

/** Entries as they were written, corrections included, and the same in words. */
export const jsonOf = (log: Log): string =>
  JSON.stringify(
    {
      format: 'ivrak-hand-over',
      formatVersion: 1,
      startedAt: log.startedAt,
      text: handOverText(handOver(log, Date.now(), catalogNow()), clock),
      entries: log.entries,
    },
    null,
    2,
  );

export async function csvOf(log: Log): Promise<string> {
  const { default: Papa } = await import('papaparse');
  // A note that begins like a formula stays a note in a spreadsheet.
  return Papa.unparse(rowsOf(log), { escapeFormulae: true });
}
