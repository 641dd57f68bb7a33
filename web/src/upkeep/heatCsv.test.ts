import { HeatSampleSchema } from '@ivrak/core';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readHeatCsv } from './heatCsv.ts';

const read = (text: string, bytes = text.length) => readHeatCsv(text, bytes, Papa, HeatSampleSchema);
const messageOf = (text: string, bytes?: number): string => {
  const answer = read(text, bytes);
  return answer.ok ? 'taken' : answer.message;
};

describe('a logger’s file', () => {
  it('is read with its columns in any order, with a decimal comma too', () => {
    expect(read('celsius,at\n61.5,2026-07-14T12:00:00Z\n"20,5",2026-07-14T13:00:00Z\n')).toEqual({
      ok: true,
      samples: [
        { at: '2026-07-14T12:00:00Z', celsius: 61.5 },
        { at: '2026-07-14T13:00:00Z', celsius: 20.5 },
      ],
    });
  });

  it('is refused whole, with line and column', () => {
    expect(messageOf('at,celsius\n2026-07-14T12:00:00Z,20\nnoon,20')).toContain('Line 3, at');
    expect(messageOf('at,celsius\n2026-07-14T12:00:00Z,')).toContain('Line 2, celsius');
    expect(messageOf('time,temp\n1,2')).toContain('"at"');
    expect(messageOf('at,celsius\n')).toContain('no temperatures');
  });

  it('is refused where it is not text, or far too large', () => {
    expect(messageOf('at,celsius\n\u0000\u0000')).toContain('UTF-8');
    expect(messageOf('at,celsius', 50_000_000)).toContain('50 MB');
  });
});
