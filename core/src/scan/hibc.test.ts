import { describe, expect, it } from 'vitest';
import { plainDate } from '../model/plainDate.ts';
import { hibcCheckCharacter } from './hibc.ts';
import { articleOf, readScan } from './scan.ts';

// ANSI/HIBC 2.6 supplier labelling, from memory: the two labels, the date forms and the alphabet of 43.
const TODAY = plainDate('2026-11-25');
const withCheck = (text: string): string => `${text}${hibcCheckCharacter(text)}`;
const scanOf = (text: string) => {
  const answer = readScan(text, TODAY);
  if (!answer.ok) throw new Error(`${answer.code}: ${answer.message}`);
  return answer.scan;
};
const codeOf = (text: string) => {
  const answer = readScan(text, TODAY);
  return answer.ok ? 'taken' : answer.code;
};

describe('check character, modulo 43', () => {
  it.each(['+A123BJC5D6E71G', '+A99912345/$$52001510X33'])('of %s is right, and every other one is refused', (label) => {
    expect(hibcCheckCharacter(label.slice(0, -1))).toBe(label.at(-1));
    for (const other of '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-. $/+%')
      if (other !== label.at(-1)) expect(codeOf(label.slice(0, -1) + other), other).not.toBe('taken');
  });

  it('catches every change of one character', () => {
    const label = '+A99912345/$$52001510X33';
    for (let at = 1; at < label.length - 1; at += 1)
      for (const other of 'A7-')
        if (label[at] !== other) expect(codeOf(label.slice(0, at) + other + label.slice(at + 1))).not.toBe('taken');
  });
});

describe('a HIBC label', () => {
  it('gives issuer and article, without packaging level and check', () => {
    const scan = scanOf('+A123BJC5D6E71G');
    expect(scan).toMatchObject({ scheme: 'hibc', article: '+A123BJC5D6E7' });
    expect(articleOf(scan)).toBe('+A123BJC5D6E7');
    expect(scan.warnings.join()).toContain('Packaging level 1');
  });

  it('gives day of the year and lot of the second part', () => {
    expect(scanOf('+A99912345/$$52001510X33')).toMatchObject({ article: '+A9991234', expiresOn: '2020-01-15', lot: '10X3' });
  });

  it('may stand between the stars of a Code 39 reader and behind a symbology identifier', () => {
    expect(scanOf('*+A123BJC5D6E71G*').article).toBe('+A123BJC5D6E7');
    expect(scanOf(']C0+A123BJC5D6E71G').article).toBe('+A123BJC5D6E7');
  });

  const FORMS: [form: string, secondary: string, expiresOn: string | undefined, more: object][] = [
    ['MMYY', '$$0328L7', '2028-03-31', { lot: 'L7' }],
    ['MMYY of a leap February', '$$0228L7', '2028-02-29', { lot: 'L7' }],
    ['MMDDYY', '$$2031528L7', '2028-03-15', { lot: 'L7' }],
    ['YYMMDD', '$$3280315L7', '2028-03-15', { lot: 'L7' }],
    ['YYMMDDHH', '$$428031514L7', '2028-03-15', { lot: 'L7' }],
    ['YYJJJ', '$$528060L7', '2028-02-29', { lot: 'L7' }],
    ['YYJJJHH', '$$62806005L7', '2028-02-29', { lot: 'L7' }],
    ['no date', '$$7L7', undefined, { lot: 'L7' }],
    ['lot only', '$L7', undefined, { lot: 'L7' }],
    ['serial only', '$+S9', undefined, { serial: 'S9' }],
    ['serial with date', '$$+3280315S9', '2028-03-15', { serial: 'S9' }],
    ['two digits of quantity', '$$8123280315L7', '2028-03-15', { lot: 'L7', count: 12 }],
    ['five digits of quantity', '$$9001003280315L7', '2028-03-15', { lot: 'L7', count: 100 }],
    ['bare day of the year', '28060L7', '2028-02-29', { lot: 'L7' }],
    ['further data', '$L7/14D20280315/16D20250101/Q24', '2028-03-15', { lot: 'L7', producedOn: '2025-01-01', count: 24 }],
  ];
  it.each(FORMS)('reads %s', (_, secondary, expiresOn, more) => {
    const scan = scanOf(withCheck(`+A99912340/${secondary}`));
    expect(scan.expiresOn).toBe(expiresOn);
    expect(scan).toMatchObject(more);
  });

  it('says that an hour or the day of the month is not on the label', () => {
    expect(scanOf(withCheck('+A99912340/$$428031514L7')).warnings.join()).toContain('14:00');
    expect(scanOf(withCheck('+A99912340/$$0328L7')).warnings.join()).toContain('month and year');
  });

  it('that holds only the second part ends with the link to the first, and asks for the kind', () => {
    const scan = scanOf(withCheck('+$$3280315L7G'));
    expect(scan).toMatchObject({ expiresOn: '2028-03-15', lot: 'L7' });
    expect(scan.article).toBeUndefined();
    expect(scan.warnings.join()).toContain('choose the kind');
  });

  it.each([
    ['a month 13', '$$1328L7', 'badDate'],
    ['30 February', '$$3280230L7', 'badDate'],
    ['day 366 of a common year', '$$527366L7', 'badDate'],
    ['day 0', '$$528000L7', 'badDate'],
    ['hour 24', '$$428031524L7', 'badDate'],
    ['a quantity that is none', '$$8A23280315L7', 'badValue'],
    ['two expiry dates', '$$3280315L7/14D20290101', 'conflict'],
    ['a lot of 21 characters', `$${'L'.repeat(21)}`, 'badValue'],
  ])('refuses %s', (_, secondary, code) => {
    expect(codeOf(withCheck(`+A99912340/${secondary}`))).toBe(code);
  });

  it('takes day 366 of a leap year', () => {
    expect(scanOf(withCheck('+A99912340/$$528366L7')).expiresOn).toBe('2028-12-31');
  });
});
