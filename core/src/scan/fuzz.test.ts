import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { daysBetween, type PlainDate, plainDate } from '../model/plainDate.ts';
import { hibcCheckCharacter } from './hibc.ts';
import { readScan } from './scan.ts';

const TODAY = plainDate('2026-11-25');
const LABELS = [
  '(01)09506000134352(17)271130(10)KG-77A',
  ']d20109506000134352172711301 0KG-77A\x1D21S1',
  '0109506000134352\x1D1728020010AB\x1D3012',
  '+A123BJC5D6E71G',
  '+A99912345/$$52001510X33',
  '+A99912340/$$3280315L7/16D20250101/Q12',
  '09506000134352',
];
const CHARACTERS = '0123456789ABCZ abz()$+/%-.*]\x1D\x00é☃{<>\n';

function mutated(random: Random): string {
  const characters = [...(LABELS[random.below(LABELS.length)] as string)];
  for (let change = random.below(4); change >= 0; change -= 1) {
    const at = random.below(characters.length + 1);
    const one = CHARACTERS[random.below(CHARACTERS.length)] as string;
    const kind = random.below(3);
    if (kind === 0) characters.splice(at, 1);
    else if (kind === 1) characters.splice(at, 0, one);
    else characters[at] = one;
  }
  const text = characters.join('');
  // Otherwise nearly every change of a HIBC label ends at its check character.
  return text.startsWith('+') && random.below(2) === 0 ? `${text.slice(0, -1)}${hibcCheckCharacter(text.slice(0, -1)) ?? '0'}` : text;
}

const invented = (random: Random): string =>
  Array.from({ length: random.below(40) }, () => CHARACTERS[random.below(CHARACTERS.length)]).join('');

/** Whether a date stands in the text in one of the forms that labels use. */
function standsIn(text: string, date: PlainDate): boolean {
  const [year, month, day] = date.split('-') as [string, string, string];
  const yy = year.slice(2);
  const julian = String(daysBetween(plainDate(`${year}-01-01`), date) + 1).padStart(3, '0');
  const forms = [
    `${yy}${month}${day}`,
    `${month}${day}${yy}`,
    `${yy}${julian}`,
    `${year}${month}${day}`,
    `${month}${yy}`,
    `${yy}${month}00`,
  ];
  return forms.some((form) => text.includes(form));
}

describe('random and mutated scans', () => {
  it('never throw, and never give a date that is not in the text', () => {
    const random = new Random(seeded(2611));
    let taken = 0;
    for (let round = 0; round < rounds(10_000); round += 1) {
      const text = round % 4 === 0 ? invented(random) : mutated(random);
      const answer = readScan(text, TODAY);
      if (!answer.ok) {
        if (answer.message.length < 6) throw new Error(`${JSON.stringify(text)} was refused without a reason`);
        continue;
      }
      taken += 1;
      for (const date of [answer.scan.expiresOn, answer.scan.producedOn])
        if (date !== undefined && !standsIn(text, date)) throw new Error(`${JSON.stringify(text)} gave ${date}`);
      if (answer.scan.count !== undefined && !(answer.scan.count > 0 && Number.isInteger(answer.scan.count)) && answer.scan.count !== 0)
        throw new Error(`${JSON.stringify(text)} gave a count of ${answer.scan.count}`);
    }
    // The check is worth nothing if all are refused.
    expect(taken).toBeGreaterThan(rounds(500));
  });
});
