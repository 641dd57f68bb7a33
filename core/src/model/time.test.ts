import { describe, expect, it } from 'vitest';
import { PlainDateSchema } from './plainDate.ts';
import { TimeSchema } from './time.ts';

const said = (text: string): string | undefined => TimeSchema.safeParse(text).error?.issues[0]?.message;

describe('a time', () => {
  it.each(['2026-11-25T14:02:00Z', '2026-11-25T14:02:00+14:00', '2026-11-25T14:02:00.123-12:00', '1900-01-01T00:00:00Z'])(
    'may be %s',
    (text) => {
      expect(TimeSchema.parse(text)).toBe(text);
    },
  );

  // UTC+14:00 (Line Islands) and UTC-12:00 are the outermost of the IANA time zone database; from memory.
  it.each(['+14:01', '-12:01', '+23:59', '+00:75'])('has no zone %s', (zone) => {
    expect(said(`2026-11-25T14:02:00${zone}`)).toBeDefined();
  });

  it.each(['0000-01-01T00:00:00Z', '1899-12-31T23:59:59Z', '2201-01-01T00:00:00Z'])('does not lie at %s', (text) => {
    expect(said(text)).toContain('1900 to 2200');
  });

  it('has a zone', () => {
    expect(said('2026-11-25T14:02:00')).toContain('with zone');
  });
});

describe('a date that somebody sends', () => {
  it.each(['1900-01-01', '2200-12-31'])('may be %s', (text) => {
    expect(PlainDateSchema.parse(text)).toBe(text);
  });

  it.each(['0000-01-01', '0001-01-01', '1899-12-31', '2201-01-01', '9999-12-31'])('is not %s', (text) => {
    expect(PlainDateSchema.safeParse(text).error?.issues[0]?.message).toContain('1900 to 2200');
  });

  it('is told once what is wrong with it', () => {
    expect(PlainDateSchema.safeParse('2027-02-30').error?.issues).toHaveLength(1);
  });
});
