import type { Family } from '../model/family.ts';
import type { Kind } from '../model/kind.ts';

/** A published list of least contents, line by line, with the families that meet a line. */
export interface PublishedLine {
  label: string;
  /** Pieces that the list asks for. */
  count: number;
  families: readonly Family[];
  /** Unfolded at least so wide, mm; absent: any. */
  leastWideMm?: number;
  /** Where a line is measured otherwise in the list. */
  note?: string;
}
export interface PublishedList {
  id: string;
  name: string;
  source: string;
  lines: readonly PublishedLine[];
}

const line = (
  label: string,
  count: number,
  families: readonly Family[],
  more: Pick<PublishedLine, 'note' | 'leastWideMm'> = {},
): PublishedLine => ({
  label,
  count,
  families,
  ...more,
});

/** Whether a kind meets a line of a list. */
export const meetsLine = ({ family, traits }: Kind, { families, leastWideMm = 0 }: PublishedLine): boolean =>
  families.includes(family) && (leastWideMm === 0 || (traits.unfoldedMm?.w ?? 0) >= leastWideMm);

const TOURNIQUETS: readonly Family[] = ['windlassTourniquet', 'ratchetTourniquet', 'elasticWrapTourniquet'];
const AMPOULES = 'in ampoules of 20 ml';

/** Columns A and B of the same table; a class without a line gives 0. */
const workplace = (pick: (a: number, b: number) => number): PublishedLine[] =>
  [
    line('adhesive dressing 25 x 75 mm', pick(16, 50), ['plaster']),
    line('tape, 2.3 m', pick(1, 2), ['tape']),
    line('antibiotic application', pick(10, 25), ['ointment']),
    line('antiseptic', pick(10, 50), ['wipe']),
    line('breathing barrier', pick(1, 1), ['breathBarrier', 'pocketMask']),
    line('gel burn dressing 100 x 100 mm', pick(1, 2), ['burnGel']),
    line('burn treatment', pick(10, 25), ['burnSachet']),
    line('cold pack', pick(1, 2), ['coldPack']),
    line('eye covering with attachment', pick(2, 2), ['eyeShield']),
    line('eye and skin wash', pick(2, 6), ['woundWash'], { note: `30 ml in class A, 120 ml in class B; ${AMPOULES}` }),
    line('first-aid guide', pick(1, 1), ['guide']),
    line('foil blanket', pick(1, 1), ['foilBlanket', 'heatBlanket']),
    line('hand sanitiser', pick(10, 20), ['sanitiser']),
    line('gloves, pairs', pick(2, 4), ['gloves']),
    line('roller bandage 50 mm', pick(1, 2), ['cohesiveWrap', 'gauzeRoll']),
    line('roller bandage 100 mm', pick(0, 1), ['elasticBandage', 'gauzeRoll']),
    line('scissors', pick(1, 1), ['shears']),
    line('splint', pick(0, 1), ['mouldableSplint']),
    line('sterile pad 75 x 75 mm', pick(2, 4), ['gauzePad']),
    line('tourniquet', pick(0, 1), TOURNIQUETS),
    line('trauma pad 125 x 225 mm', pick(2, 4), ['absorbentPad', 'pressureDressing', 'barBandage']),
    line('triangular bandage', pick(1, 2), ['triangularBandage']),
  ].filter(({ count }) => count > 0);

/** Least contents, recalled from memory and not looked up; the standards themselves decide. */
export const PUBLISHED_LISTS: readonly PublishedList[] = [
  { id: 'workplace-a', name: 'Workplace list, class A', source: 'ANSI/ISEA Z308.1-2021, from memory', lines: workplace((a) => a) },
  { id: 'workplace-b', name: 'Workplace list, class B', source: 'ANSI/ISEA Z308.1-2021, from memory', lines: workplace((_, b) => b) },
  {
    id: 'vehicle',
    name: 'Vehicle list',
    source: 'DIN 13164:2022, from memory',
    lines: [
      line('tape, 5 m x 25 mm', 1, ['tape']),
      line('adhesive dressings, a set of 14', 14, ['plaster'], { note: 'counted as single dressings' }),
      line('wound dressing, small', 1, ['absorbentPad', 'pressureDressing', 'barBandage']),
      line('wound dressing, medium', 2, ['pressureDressing', 'barBandage', 'absorbentPad']),
      line('wound dressing, large', 1, ['barBandage', 'absorbentPad', 'pressureDressing'], { leastWideMm: 120 }),
      line('burns cloth 600 x 800 mm', 1, ['burnCloth']),
      line('compress 100 x 100 mm', 6, ['gauzePad']),
      line('fixing bandage 60 mm', 2, ['cohesiveWrap', 'gauzeRoll']),
      line('fixing bandage 80 mm', 3, ['gauzeRoll', 'elasticBandage']),
      line('triangular bandage', 1, ['triangularBandage']),
      line('foil blanket 2100 x 1600 mm', 1, ['foilBlanket', 'heatBlanket']),
      line('scissors', 1, ['shears']),
      line('gloves, pairs', 2, ['gloves'], { note: '4 single gloves in the list' }),
      line('moist wipes', 2, ['wipe']),
      line('face mask', 2, ['faceMask']),
      line('guide', 1, ['guide']),
    ],
  },
];
