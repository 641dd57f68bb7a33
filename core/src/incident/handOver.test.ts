import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { handOver, handOverText, QR_MOST_BYTES, verbOf } from './handOver.ts';
import { type UseEntry, UseEntrySchema } from './log.ts';

const CATALOG = kindCatalog();
const at = (minute: number) => new Date(Date.UTC(2026, 10, 25, 14, minute)).toISOString();
const clock = (iso: string) => iso.slice(11, 16);
let serial = 0;
const entry = (minute: number, part: object): UseEntry => {
  serial += 1;
  return UseEntrySchema.parse({ id: `e${serial}`, casualty: 1, at: at(minute), ...part });
};
const used = (kind: string, minute: number, more: object = {}) => entry(minute, { do: 'used', unitId: 'u', kind, pieces: 1, ...more });
const sheetOf = (entries: UseEntry[], minute = 30) => handOver({ startedAt: at(0), entries }, Date.parse(at(minute)), CATALOG);

describe('the hand-over', () => {
  const on = used('windlass-tourniquet', 2);
  const entries = [
    on,
    entry(3, { do: 'onLimb', of: on.id, limb: 'leftLeg' }),
    used('kaolin-gauze', 4),
    used('vented-seals', 8, { casualty: 2, unitId: null }),
    entry(1, { do: 'helpCalled', casualty: 0 }),
    entry(6, { do: 'vitals', pulse: 120, alertness: 'voice' }),
    entry(16, { do: 'vitals', pulse: 104 }),
    entry(9, { do: 'act', act: 'warmth' }),
    entry(10, { do: 'note', text: 'boom to the thigh' }),
  ];

  it('says first when help was called, then by casualty: tourniquets, signs with their way, what was done, notes', () => {
    expect(handOverText(sheetOf(entries), clock)).toBe(
      [
        'HAND-OVER help called 14:01',
        'CASUALTY 1',
        'TOURNIQUET left leg on 14:02',
        'Pulse: 120/min 14:06, 104/min 14:16',
        'Alertness: answers to voice 14:06',
        '14:04 Kaolin gauze, z-fold packed',
        '14:09 wrapped against cold',
        '14:10 boom to the thigh',
        'CASUALTY 2',
        '14:08 Vented seal pair on (the casualty’s own)',
      ].join('\n'),
    );
    expect(sheetOf(entries).casualties[0]?.view.vitals.pulse).toMatchObject({ value: 104, way: 'down' });
  });

  it('says that help was not logged, that nothing was, and on which limb nobody said', () => {
    expect(handOverText(sheetOf([used('ratchet-tourniquet', 5)]), clock)).toBe(
      'HAND-OVER help not logged\nCASUALTY 1\nTOURNIQUET limb not logged on 14:05',
    );
    expect(handOverText(sheetOf([]), clock)).toBe('HAND-OVER help not logged\nCASUALTY 1\nnothing logged');
  });

  it('keeps both times where one was put right, and leaves out what was taken back', () => {
    const late = used('pressure-dressing', 20);
    const slip = used('foil-blanket', 21);
    const { casualties } = sheetOf([
      late,
      slip,
      entry(22, { do: 'retimed', of: late.id, to: at(12) }),
      entry(23, { do: 'takenBack', of: slip.id }),
    ]);
    expect(casualties[0]?.done).toEqual([{ id: late.id, at: at(12), saidAt: at(20), text: 'Pressure dressing 100 mm on' }]);
  });

  it('shows a tourniquet that came off with both times, its clock standing', () => {
    const sheet = sheetOf([on, entry(25, { do: 'tourniquetOff', of: on.id })], 59);
    expect(sheet.casualties[0]?.view.tourniquets[0]).toMatchObject({ offAt: at(25), elapsedS: 23 * 60 });
    expect(handOverText(sheet, clock)).toContain('on 14:02 off 14:25');
  });

  it('fits a code that any phone reads: whole lines, the most needed first, and how many are left off', () => {
    const many = [
      on,
      ...Array.from({ length: 40 }, (_, index) => entry(5 + (index % 20), { do: 'note', text: `°note ${index} äöü ${'x'.repeat(30)}` })),
    ];
    const whole = handOverText(sheetOf(many), clock);
    const cut = handOverText(sheetOf(many), clock, QR_MOST_BYTES);
    expect(new TextEncoder().encode(cut).length).toBeLessThanOrEqual(QR_MOST_BYTES);
    const lines = cut.split('\n');
    expect(whole.startsWith(lines.slice(0, -1).join('\n'))).toBe(true);
    expect(lines[2]).toContain('TOURNIQUET');
    expect(lines.at(-1)).toBe(`+ ${whole.split('\n').length - lines.length + 1} lines on the screen`);
    expect(handOverText(sheetOf(entries), clock, QR_MOST_BYTES)).toBe(handOverText(sheetOf(entries), clock));
  });

  it('has a word for how each thing is used', () => {
    expect(
      ['windlass-tourniquet', 'plain-gauze', 'nasal-airway-28', 'foil-blanket', 'shears'].map((kind) => verbOf(kind, CATALOG)),
    ).toEqual(['on', 'packed', 'in', 'wrapped', 'used']);
  });
});
