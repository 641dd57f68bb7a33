/** A published list of least contents, line by line, with the kinds of the catalogue that meet a line. */
export interface PublishedLine {
  label: string;
  /** Pieces that the list asks for. */
  count: number;
  kinds: readonly string[];
  /** Where a line is measured otherwise in the list. */
  note?: string;
}
export interface PublishedList {
  id: string;
  name: string;
  source: string;
  lines: readonly PublishedLine[];
}

const line = (label: string, count: number, kinds: readonly string[], note?: string): PublishedLine =>
  note === undefined ? { label, count, kinds } : { label, count, kinds, note };

const TOURNIQUETS = [
  'windlass-tourniquet',
  'flat-windlass-tourniquet',
  'buckle-windlass-tourniquet',
  'ratchet-tourniquet',
  'elastic-wrap-tourniquet',
];
const AMPOULES = 'in ampoules of 20 ml';

/** Columns A and B of the same table; a class without a line gives 0. */
const workplace = (pick: (a: number, b: number) => number): PublishedLine[] =>
  [
    line('adhesive dressing 25 x 75 mm', pick(16, 50), ['adhesive-dressings']),
    line('tape, 2.3 m', pick(1, 2), ['tape-roll', 'flat-tape']),
    line('antibiotic application', pick(10, 25), ['antibiotic-ointment']),
    line('antiseptic', pick(10, 50), ['antiseptic-wipe']),
    line('breathing barrier', pick(1, 1), ['breath-barrier', 'pocket-mask']),
    line('gel burn dressing 100 x 100 mm', pick(1, 2), ['burn-gel']),
    line('burn treatment', pick(10, 25), ['burn-sachet']),
    line('cold pack', pick(1, 2), ['cold-pack']),
    line('eye covering with attachment', pick(2, 2), ['eye-shields']),
    line('eye and skin wash', pick(2, 6), ['wound-wash'], `30 ml in class A, 120 ml in class B; ${AMPOULES}`),
    line('first-aid guide', pick(1, 1), ['guide']),
    line('foil blanket', pick(1, 1), ['foil-blanket', 'heat-blanket']),
    line('hand sanitiser', pick(10, 20), ['hand-sanitiser']),
    line('gloves, pairs', pick(2, 4), ['gloves', 'gloves-large']),
    line('roller bandage 50 mm', pick(1, 2), ['cohesive-wrap', 'rolled-gauze']),
    line('roller bandage 100 mm', pick(0, 1), ['wide-elastic-wrap', 'rolled-gauze']),
    line('scissors', pick(1, 1), ['shears', 'shears-small']),
    line('splint', pick(0, 1), ['splint-long', 'splint-short']),
    line('sterile pad 75 x 75 mm', pick(2, 4), ['gauze-pads']),
    line('tourniquet', pick(0, 1), TOURNIQUETS),
    line('trauma pad 125 x 225 mm', pick(2, 4), ['abdominal-pad', 'pressure-dressing', 'bar-bandage-100', 'bar-bandage-150']),
    line('triangular bandage', pick(1, 2), ['triangular-bandage']),
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
      line('tape, 5 m x 25 mm', 1, ['tape-roll']),
      line('adhesive dressings, a set of 14', 14, ['adhesive-dressings'], 'counted as single dressings'),
      line('wound dressing, small', 1, ['abdominal-pad', 'pressure-dressing', 'bar-bandage-100', 'bar-bandage-150']),
      line('wound dressing, medium', 2, ['pressure-dressing', 'bar-bandage-100', 'bar-bandage-150', 'abdominal-pad']),
      line('wound dressing, large', 1, ['bar-bandage-150', 'abdominal-pad']),
      line('burns cloth 600 x 800 mm', 1, ['burn-cloth']),
      line('compress 100 x 100 mm', 6, ['gauze-pads']),
      line('fixing bandage 60 mm', 2, ['cohesive-wrap', 'rolled-gauze']),
      line('fixing bandage 80 mm', 3, ['rolled-gauze', 'wide-elastic-wrap']),
      line('triangular bandage', 1, ['triangular-bandage']),
      line('foil blanket 2100 x 1600 mm', 1, ['foil-blanket', 'heat-blanket']),
      line('scissors', 1, ['shears', 'shears-small']),
      line('gloves, pairs', 2, ['gloves', 'gloves-large'], '4 single gloves in the list'),
      line('moist wipes', 2, ['antiseptic-wipe']),
      line('face mask', 2, ['face-mask']),
      line('guide', 1, ['guide']),
    ],
  },
];
