import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { plainDate } from '../model/plainDate.ts';
import { gs1Date, gtinCheckDigitIsRight } from './gs1.ts';
import type { ScanResult } from './label.ts';
import { readScan } from './scan.ts';

const TODAY = plainDate('2026-11-25');
const GTIN = '09506000134352';

function read(text: string): ScanResult {
  const answer = readScan(text, TODAY);
  if (!answer.ok) throw new Error(`refused: ${answer.code} ${answer.message}`);
  return answer.scan;
}
const refusalOf = (text: string): string => {
  const answer = readScan(text, TODAY);
  return answer.ok ? 'taken' : answer.code;
};

describe('GTIN check digit (GS1 General Specifications, check digit calculation)', () => {
  const VALID = ['09506000134352', '09506000134369', '00614141123452', '10614141123459'];

  it.each(VALID)('takes %s', (gtin) => {
    expect(gtinCheckDigitIsRight(gtin)).toBe(true);
  });

  it.each(VALID)('refuses every change of one digit of %s', (gtin) => {
    for (let at = 0; at < gtin.length; at += 1) {
      for (let digit = 0; digit < 10; digit += 1) {
        if (String(digit) === gtin[at]) continue;
        const changed = gtin.slice(0, at) + digit + gtin.slice(at + 1);
        expect(gtinCheckDigitIsRight(changed), changed).toBe(false);
        expect(refusalOf(`(01)${changed}`)).toBe('checkDigit');
      }
    }
  });
});

describe('AI (17) dates (GS1 General Specifications, century rule and day 00)', () => {
  it.each([
    ['271130', '2027-11-30'],
    ['280200', '2028-02-29'],
    ['270200', '2027-02-28'],
    ['990101', '1999-01-01'],
    ['760101', '2076-01-01'],
    ['770101', '1977-01-01'],
    ['261231', '2026-12-31'],
  ])('reads %s as %s in 2026', (text, date) => {
    expect(gs1Date(text, TODAY)).toBe(date);
  });

  it.each(['271131', '271301', '270230', '270001', '27113', 'ABCDEF'])('refuses %s', (text) => {
    expect(gs1Date(text, TODAY)).toBeNull();
  });

  it('reads early years of a century from its last years, and the other way round', () => {
    expect(gs1Date('050101', plainDate('2099-06-01'))).toBe('2105-01-01');
    expect(gs1Date('980101', plainDate('2003-06-01'))).toBe('1998-01-01');
  });
});

describe('element strings (GS1 General Specifications)', () => {
  const WHOLE = { gtin: GTIN, expiresOn: '2027-11-30', lot: 'AB-12', serial: '7' };

  it.each([
    ['bracketed', `(01)${GTIN}(17)271130(10)AB-12(21)7`],
    ['bracketed in another order', `(21)7(10)AB-12(17)271130(01)${GTIN}`],
    ['raw with FNC1', `01${GTIN}1727113010AB-12\x1D217`],
    ['raw with a leading FNC1', `\x1D01${GTIN}1727113010AB-12\x1D217`],
    ['with the DataMatrix identifier', `]d201${GTIN}1727113010AB-12\x1D217`],
    ['with the GS1-128 identifier', `]C101${GTIN}1727113010AB-12\x1D217`],
    ['with the QR identifier', `]Q301${GTIN}1727113010AB-12\x1D217`],
    ['with a separator after a fixed length', `01${GTIN}\x1D17271130\x1D10AB-12\x1D217`],
    ['with the separator as text', `01${GTIN}1727113010AB-12<GS>217`],
  ])('reads %s', (_, text) => {
    expect(read(text)).toMatchObject({ scheme: 'gs1', ...WHOLE, warnings: [] });
  });

  it('lets a variable length end at the end', () => {
    expect(read(`01${GTIN}10LOT9`)).toMatchObject({ lot: 'LOT9' });
  });

  it('reads brackets inside a lot as part of it', () => {
    expect(read(`(01)${GTIN}(10)A(B)1`)).toMatchObject({ lot: 'A(B)1' });
  });

  it('reports an unknown identifier and does not guess what it means', () => {
    const scan = read(`01${GTIN}17271130\x1D89XYZ\x1D10L1`);
    expect(scan).toMatchObject({ gtin: GTIN, expiresOn: '2027-11-30', lot: 'L1' });
    expect(scan.warnings.join()).toContain('89XYZ');
  });

  it('refuses the same identifier with another value, and takes it with the same', () => {
    expect(refusalOf(`(01)${GTIN}(10)A(10)B`)).toBe('conflict');
    expect(read(`(01)${GTIN}(10)A(10)A`).lot).toBe('A');
  });

  it.each([
    [`(01)${GTIN}(17)270230`, 'badDate'],
    [`(01)${GTIN}(17)2711`, 'badValue'],
    [`(01)0950600013435`, 'badValue'],
    [`(01)${GTIN}(10)123456789012345678901`, 'badValue'],
    ['hello', 'unreadable'],
    ['', 'empty'],
    ['   ', 'empty'],
    [`(01)${GTIN}(10)${'9'.repeat(600)}`, 'tooLong'],
    [`rubbish (01)${GTIN}`, 'unreadable'],
  ])('refuses %s', (text, code) => {
    expect(refusalOf(text)).toBe(code);
  });

  it('warns where a date has passed, and takes no expiry from best before', () => {
    expect(read(`(01)${GTIN}(17)200131`).warnings.join()).toContain('has passed');
    const best = read(`(01)${GTIN}(15)271130`);
    expect(best.expiresOn).toBeUndefined();
    expect(best.warnings.join()).toContain('Best before');
  });

  it('reads a bare article number of a shop barcode', () => {
    expect(read('9506000134352')).toMatchObject({ scheme: 'gtin', gtin: GTIN });
    expect(refusalOf('9506000134353')).toBe('checkDigit');
  });

  it('never throws and never yields a date that is not in the text, on 20,000 mutated strings', () => {
    const random = new Random(seeded(31));
    const seed = `]d201${GTIN}1727113011250102${'10'}LOT-7\x1D21SER\x1D3012`;
    const alphabet = '0123456789()]dCQABZ-\x1D <>';
    for (let round = 0; round < rounds(5000); round += 1) {
      const letters = [...seed];
      for (let change = 0; change <= random.below(5); change += 1) {
        const at = random.below(letters.length);
        const letter = alphabet[random.below(alphabet.length)] ?? '0';
        if (random.next() < 0.5) letters[at] = letter;
        else letters.splice(at, random.below(3), letter);
      }
      const text = letters.join('');
      const answer = readScan(text, TODAY);
      if (!answer.ok || answer.scan.expiresOn === undefined) continue;
      const { expiresOn } = answer.scan;
      const digits = expiresOn.slice(2).replaceAll('-', '');
      expect(text.includes(digits) || text.includes(`${digits.slice(0, 4)}00`), text).toBe(true);
    }
  });
});
