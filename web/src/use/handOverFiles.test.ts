import { kindCatalog } from '@ivrak/core/catalog';
import { UseEntrySchema } from '@ivrak/core/incident';
import Papa from 'papaparse';
import { beforeAll, describe, expect, it } from 'vitest';
import { useCatalog } from '../data/catalog.ts';
import { csvOf, jsonOf, rowsOf } from './handOverFiles.ts';
import { atTime } from './LogLines.tsx';

const entry = (part: object) => UseEntrySchema.parse({ casualty: 1, ...part });
const LOG = {
  id: 'log',
  startedAt: '2026-11-25T14:00:00Z',
  entries: [
    entry({ id: 'a', at: '2026-11-25T14:05:00Z', do: 'used', unitId: 'u1', kind: 'windlass-tourniquet', pieces: 1, limb: 'leftLeg' }),
    entry({ id: 'b', at: '2026-11-25T14:06:00Z', do: 'retimed', of: 'a', to: '2026-11-25T14:02:00Z' }),
    entry({ id: 'c', at: '2026-11-25T14:07:00Z', do: 'used', unitId: null, kind: 'vented-seals', pieces: 2, casualty: 2 }),
    entry({ id: 'd', at: '2026-11-25T14:08:00Z', do: 'vitals', pulse: 112, alertness: 'voice' }),
    entry({ id: 'e', at: '2026-11-25T14:09:00Z', do: 'note', text: '=cmd, "quoted"' }),
    entry({ id: 'f', at: '2026-11-25T14:10:00Z', do: 'act', act: 'pressure' }),
    entry({ id: 'g', at: '2026-11-25T14:11:00Z', do: 'takenBack', of: 'f' }),
    entry({ id: 'h', at: '2026-11-25T14:01:00Z', do: 'helpCalled', casualty: 0 }),
  ],
};

beforeAll(() => useCatalog.setState({ catalog: kindCatalog() }));

describe('the table of a hand-over', () => {
  it('has one row an entry that counts, in the order of times, with what was written first beside it', () => {
    expect(rowsOf(LOG).map(({ casualty, at, written_as, text }) => [casualty, at, written_as, text])).toEqual([
      ['all', '2026-11-25T14:01:00Z', '', 'help called'],
      [1, '2026-11-25T14:02:00Z', '2026-11-25T14:05:00Z', 'Windlass tourniquet on, left leg'],
      [2, '2026-11-25T14:07:00Z', '', '2 × Vented seal pair on (the casualty’s own)'],
      [1, '2026-11-25T14:08:00Z', '', 'Pulse 112/min, answers to voice'],
      [1, '2026-11-25T14:09:00Z', '', '=cmd, "quoted"'],
    ]);
    expect(rowsOf(LOG)[1]).toMatchObject({ kind: 'windlass-tourniquet', pieces: 1, source: 'ours', limb: 'leftLeg', pulse: '' });
    expect(rowsOf(LOG)[3]).toMatchObject({ pulse: 112, alertness: 'voice', oxygen: '' });
  });

  it('is read back cell by cell, and no note becomes a formula in a spreadsheet', async () => {
    const csv = await csvOf(LOG);
    const { data } = Papa.parse<Record<string, string>>(csv, { header: true });
    expect(data).toHaveLength(5);
    expect(data[2]).toMatchObject({ casualty: '2', source: 'theirs', pieces: '2' });
    expect(data[4]?.text).toBe(`'=cmd, "quoted"`);
  });

  it('stands in JSON as it was written, corrections and all, and the same in words; with nothing that names anybody', () => {
    const file = JSON.parse(jsonOf(LOG));
    expect(file.entries).toEqual(LOG.entries);
    expect(file.text).toContain('TOURNIQUET left leg on');
    expect(Object.keys(file)).toEqual(['format', 'formatVersion', 'startedAt', 'text', 'entries']);
  });
});

describe('a time that is put right', () => {
  const at = (hours: number, minutes: number, day = 25) => new Date(2026, 10, day, hours, minutes).toISOString();
  const now = new Date(2026, 10, 25, 14, 30).getTime();

  it('is on the same day, or on the day before where it would lie ahead', () => {
    expect(atTime(at(14, 20), '14:02', now)).toBe(at(14, 2));
    expect(atTime(at(0, 10), '23:50', new Date(2026, 10, 25, 0, 20).getTime())).toBe(at(23, 50, 24));
  });

  it('is nothing where nothing was changed or written', () => {
    expect(atTime(at(14, 20), '14:20', now)).toBeNull();
    expect(atTime(at(14, 20), '', now)).toBeNull();
  });
});
