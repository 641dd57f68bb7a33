import { describe, expect, it } from 'vitest';
import { readTable } from '../ui/readTable.ts';
import { samplesOf } from './heatCsv.ts';

async function read(text: string) {
  const table = await readTable(text, 20_000);
  return typeof table === 'string' ? { ok: false as const, message: table } : samplesOf(table);
}
async function messageOf(text: string): Promise<string> {
  const answer = await read(text);
  return answer.ok ? 'taken' : answer.message;
}

describe('a logger’s file', () => {
  it('is read with its columns in any order, with a decimal comma too', async () => {
    expect(await read('celsius,at\n61.5,2026-07-14T12:00:00Z\n"20,5",2026-07-14T13:00:00Z\n')).toEqual({
      ok: true,
      samples: [
        { at: '2026-07-14T12:00:00Z', celsius: 61.5 },
        { at: '2026-07-14T13:00:00Z', celsius: 20.5 },
      ],
    });
  });

  it('is refused whole, with line and column', async () => {
    expect(await messageOf('at,celsius\n2026-07-14T12:00:00Z,20\nnoon,20')).toContain('Line 3, at');
    expect(await messageOf('at,celsius\n2026-07-14T12:00:00Z,')).toContain('Line 2, celsius');
    expect(await messageOf('time,temp\n1,2')).toContain('"at"');
    expect(await messageOf('at,celsius\n')).toContain('nothing under it');
  });
});
