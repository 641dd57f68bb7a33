import type { Brief, Condition, Layer } from '@ivrak/core';

/**
 * Made-up crew, places and stock: the volunteer safety crew of the Sorran Bell Regatta on Loch Sorran. No real person,
 * place or product is meant. Days are relative to the day of seeding.
 */
export interface DemoUnit {
  kind: string;
  /** Days from today to the printed expiry; absent: none printed. */
  lasts?: number;
  lot?: string;
  count?: number;
  state?: string;
  condition?: Condition;
  seller?: string;
  authorised?: boolean;
  priceMinor?: number;
}

export interface DemoKit {
  id: string;
  name: string;
  layer: Layer;
  personId: string | null;
  containerId: string;
  positionId: string;
  schoolId: string;
  inspectedDaysAgo: number | null;
  brief: Partial<Brief>;
  units: DemoUnit[];
}

const SHOP = { seller: 'Pier Road Chandlery', authorised: true };

export const DEMO_PEOPLE = [
  { id: 'isla', name: 'Isla Vethrin', role: 'helm of the safety boat, trauma course' },
  { id: 'tomas', name: 'Tomas Arnhold', role: 'boat crew, bleeding-control course' },
  { id: 'ruth', name: 'Ruth Pellow', role: 'race officer, keeps the boathouse' },
];

const AFLOAT: Partial<Brief> = { persons: 3, helpers: 2, hoursToCare: 0.75, penetrating: true, coldWet: true };

export const DEMO_KITS: DemoKit[] = [
  {
    id: 'bow-pocket',
    name: 'Bow crew vest pocket',
    layer: 'pocket',
    personId: 'tomas',
    containerId: 'life-vest-pouch',
    positionId: 'life-vest-pocket',
    schoolId: 'bleeding-only',
    inspectedDaysAgo: 85,
    brief: { persons: 1, helpers: 1, hoursToCare: 0.5, standsAlone: false },
    units: [
      { kind: 'flat-windlass-tourniquet', lot: 'FW-7', priceMinor: 3300, ...SHOP },
      { kind: 'hemostatic-ribbon', state: 'pressed', lasts: 402, lot: 'HR-77', ...SHOP },
      { kind: 'bar-bandage-100', state: 'outerOff', lasts: 611, lot: 'BB-98', ...SHOP },
      { kind: 'gauze-pads', lasts: 520, lot: 'GP-18', ...SHOP },
      { kind: 'flat-tape', lot: 'FT-9' },
      { kind: 'gloves', state: 'pressed', count: 2, lot: 'GL-21' },
      { kind: 'marker' },
      { kind: 'whistle' },
    ],
  },
  {
    id: 'shore-wallet',
    name: 'Shore wallet',
    layer: 'pocket',
    personId: 'ruth',
    containerId: 'wide-flat-sleeve',
    positionId: 'back-pocket',
    schoolId: 'bleeding-only',
    inspectedDaysAgo: 40,
    brief: { persons: 2, hoursToCare: 0.3, training: 'untrained', standsAlone: false },
    units: [
      { kind: 'elastic-wrap-tourniquet', state: 'laidFlat', lot: 'EW-310', ...SHOP },
      { kind: 'plain-gauze-flat', lasts: 233, lot: 'PF-12', ...SHOP },
      { kind: 'gloves', state: 'pressed', count: 2, lot: 'GL-21' },
      { kind: 'flat-tape', lot: 'FT-9' },
      { kind: 'record-card' },
    ],
  },
  {
    id: 'helm-vest',
    name: 'Helm’s vest kit',
    layer: 'worn',
    personId: 'isla',
    containerId: 'vest-pouch',
    positionId: 'vest-front',
    schoolId: 'committee-first',
    inspectedDaysAgo: 30,
    brief: { ...AFLOAT, persons: 2, helpers: 1 },
    units: [
      { kind: 'flat-windlass-tourniquet', lot: 'FW-9', priceMinor: 3300, ...SHOP },
      { kind: 'hemostatic-ribbon', state: 'pressed', lasts: 842, lot: 'HR-80', ...SHOP },
      { kind: 'plain-gauze-flat', lasts: 610, lot: 'PF-12B', ...SHOP },
      { kind: 'pressure-dressing', state: 'outerOff', lasts: 1310, lot: 'PD-66', ...SHOP },
      { kind: 'vented-seals-compact', lasts: 109, lot: 'VS-14', ...SHOP },
      { kind: 'gauze-pads', lasts: 700, lot: 'GP-18B', ...SHOP },
      { kind: 'flat-tape', lot: 'FT-10' },
      { kind: 'marker' },
      { kind: 'foil-blanket' },
      { kind: 'whistle' },
      { kind: 'shears-small' },
      { kind: 'gloves', state: 'pressed', count: 2, lot: 'GL-21' },
    ],
  },
  {
    id: 'belt-kit',
    name: 'Bow crew belt pouch',
    layer: 'worn',
    personId: 'tomas',
    containerId: 'belt-pouch',
    positionId: 'belt-side',
    schoolId: 'one-piece-at-a-time',
    inspectedDaysAgo: 12,
    brief: { persons: 2, helpers: 1, hoursToCare: 0.5, dark: false },
    units: [
      { kind: 'flat-windlass-tourniquet', lot: 'FW-8', priceMinor: 3300, ...SHOP },
      { kind: 'plain-gauze', count: 2, lasts: 455, lot: 'PG-31', ...SHOP },
      { kind: 'pressure-dressing', state: 'outerOff', lasts: 298, lot: 'PD-58', ...SHOP },
      { kind: 'gauze-pads', lasts: 430, lot: 'GP-19' },
      { kind: 'flat-tape', lot: 'FT-10' },
      { kind: 'foil-blanket' },
      { kind: 'gloves', state: 'pressed', count: 2, lot: 'GL-22' },
      { kind: 'breath-barrier', lasts: 260, lot: 'BB-41', ...SHOP },
      { kind: 'shears-small' },
      { kind: 'marker' },
      { kind: 'whistle' },
    ],
  },
  {
    id: 'console-case',
    name: 'Console case',
    layer: 'afloat',
    personId: 'isla',
    containerId: 'hard-case',
    positionId: 'console',
    schoolId: 'committee-first',
    inspectedDaysAgo: 55,
    brief: { ...AFLOAT, persons: 6, helpers: 2, staysPut: true, training: 'trauma', dark: true },
    units: [
      { kind: 'windlass-tourniquet', count: 3, lot: 'WT-206', priceMinor: 2800, ...SHOP },
      { kind: 'kaolin-gauze', count: 2, lasts: 530, lot: 'KG-12', ...SHOP },
      { kind: 'plain-gauze-flat', count: 2, lasts: 700, lot: 'PF-14', ...SHOP },
      { kind: 'pressure-dressing', count: 2, lasts: 610, lot: 'PD-60', ...SHOP },
      { kind: 'vented-seals-compact', count: 2, lasts: 175, lot: 'VS-15', ...SHOP },
      { kind: 'nasal-airway-28', count: 2, lasts: 390, lot: 'NA-3', ...SHOP },
      { kind: 'breath-barrier', lasts: 500, lot: 'BB-42', ...SHOP },
      { kind: 'gauze-pads', count: 2, lasts: 620, lot: 'GP-20' },
      { kind: 'wide-elastic-wrap' },
      { kind: 'tape-roll' },
      { kind: 'marker' },
      { kind: 'record-card' },
      { kind: 'finger-oximeter' },
      { kind: 'heat-blanket' },
      { kind: 'foil-blanket', count: 2 },
      { kind: 'gloves', count: 4, lot: 'GL-22' },
      { kind: 'shears-small' },
      { kind: 'headlamp' },
      { kind: 'whistle' },
      { kind: 'waste-bag' },
    ],
  },
  {
    id: 'committee-bag',
    name: 'Committee boat bag',
    layer: 'afloat',
    personId: 'ruth',
    containerId: 'shoulder-bag',
    positionId: 'boat-locker',
    schoolId: 'one-piece-at-a-time',
    inspectedDaysAgo: 70,
    brief: { ...AFLOAT, persons: 8, helpers: 2, staysPut: true, dayToDay: true },
    units: [
      { kind: 'windlass-tourniquet', count: 2, lot: 'WT-206', ...SHOP },
      { kind: 'elastic-wrap-tourniquet', lot: 'EW-311', ...SHOP },
      { kind: 'plain-gauze', count: 4, lasts: 455, lot: 'PG-31', ...SHOP },
      { kind: 'pressure-dressing', count: 2, lasts: 67, lot: 'PD-31', ...SHOP },
      { kind: 'unvented-seals', count: 2, lasts: 365, lot: 'US-7', ...SHOP },
      { kind: 'pocket-mask' },
      { kind: 'gauze-pads', count: 3, lasts: 300, lot: 'GP-20' },
      { kind: 'rolled-gauze', count: 2, lasts: 480, lot: 'RG-4' },
      { kind: 'tape-roll' },
      { kind: 'marker' },
      { kind: 'record-card' },
      { kind: 'foil-blanket', count: 4 },
      { kind: 'eye-shields' },
      { kind: 'whistle' },
      { kind: 'gloves', count: 6, lot: 'GL-22' },
      { kind: 'shears' },
      { kind: 'burn-gel', lasts: 190, lot: 'BG-5', ...SHOP },
      { kind: 'triangular-bandage' },
      { kind: 'splint-short' },
      { kind: 'adhesive-dressings', lasts: 900, lot: 'AD-1' },
      { kind: 'wound-wash', count: 2, lasts: 410, lot: 'WW-2' },
      { kind: 'closure-strips', lasts: 333, lot: 'CS-1' },
      { kind: 'waste-bag' },
    ],
  },
  {
    id: 'tow-panel',
    name: 'Tow vehicle panel',
    layer: 'afloat',
    personId: 'tomas',
    containerId: 'headrest-panel',
    positionId: 'headrest',
    schoolId: 'low-gunshot',
    inspectedDaysAgo: 118,
    brief: { persons: 4, helpers: 1, hoursToCare: 0.6, staysPut: true, dayToDay: true },
    units: [
      { kind: 'windlass-tourniquet', lot: 'WT-118', priceMinor: 1150, seller: 'unknown market seller', condition: 'suspect' },
      { kind: 'ratchet-tourniquet', lot: 'RT-2', priceMinor: 3500, ...SHOP },
      { kind: 'bar-bandage-150', count: 2, lasts: 240, lot: 'BB-150', ...SHOP },
      { kind: 'plain-gauze', count: 2, lasts: 455, lot: 'PG-31', ...SHOP },
      { kind: 'gauze-pads', count: 2, lasts: -20, lot: 'GP-11' },
      { kind: 'abdominal-pad', lasts: 370, lot: 'AP-2' },
      { kind: 'cohesive-wrap', lot: 'CW-2' },
      { kind: 'tape-roll' },
      { kind: 'marker' },
      { kind: 'foil-blanket', count: 2 },
      { kind: 'breath-barrier', lasts: 130, lot: 'BB-43' },
      { kind: 'whistle' },
      { kind: 'gloves-large', count: 2, lot: 'GX-4' },
      { kind: 'burn-gel', count: 2, lasts: 210, lot: 'BG-6', ...SHOP },
      { kind: 'triangular-bandage' },
      { kind: 'adhesive-dressings', lasts: 640, lot: 'AD-2' },
      { kind: 'wound-wash', lasts: 280, lot: 'WW-2B' },
      { kind: 'waste-bag' },
      { kind: 'shears' },
    ],
  },
  {
    id: 'wall-box',
    name: 'Boathouse wall box',
    layer: 'base',
    personId: 'ruth',
    containerId: 'hard-case',
    positionId: 'wall-box',
    schoolId: 'one-piece-at-a-time',
    inspectedDaysAgo: 150,
    brief: { persons: 8, helpers: 2, hoursToCare: 0.4, staysPut: true, dayToDay: true },
    units: [
      { kind: 'windlass-tourniquet', count: 3, lot: 'WT-207', ...SHOP },
      { kind: 'plain-gauze-flat', count: 4, lasts: 720, lot: 'PF-15', ...SHOP },
      { kind: 'pressure-dressing', count: 3, lasts: 500, lot: 'PD-62', ...SHOP },
      { kind: 'breath-barrier', lasts: 460, lot: 'BB-44', ...SHOP },
      { kind: 'gauze-pads', count: 3, lasts: 510, lot: 'GP-22' },
      { kind: 'rolled-gauze', lasts: 490, lot: 'RG-4' },
      { kind: 'flat-tape', lot: 'FT-10' },
      { kind: 'marker', count: 2 },
      { kind: 'foil-blanket', count: 2 },
      { kind: 'gloves', count: 4, lot: 'GL-23' },
      { kind: 'shears' },
      { kind: 'whistle' },
      { kind: 'burn-gel', lasts: 261, lot: 'BG-7', ...SHOP },
      { kind: 'triangular-bandage', count: 2 },
      { kind: 'adhesive-dressings', lasts: 700, lot: 'AD-3' },
      { kind: 'wound-wash', count: 2, lasts: 610, lot: 'WW-3' },
      { kind: 'eye-shields' },
    ],
  },
];

/** Spares on the boathouse shelf. */
export const DEMO_STORES: DemoUnit[] = [
  { kind: 'windlass-tourniquet', lot: 'WT-208', priceMinor: 2750, ...SHOP },
  { kind: 'pressure-dressing', count: 2, lasts: 690, lot: 'PD-70', priceMinor: 790, ...SHOP },
  { kind: 'pressure-dressing', lasts: 96, lot: 'PD-33', priceMinor: 790, ...SHOP },
  { kind: 'kaolin-gauze', lasts: 156, lot: 'KG-77', priceMinor: 3800, ...SHOP },
  { kind: 'chitosan-gauze', lasts: 980, lot: 'CG-66', priceMinor: 3950, ...SHOP },
  { kind: 'plain-gauze', count: 3, lasts: 590, lot: 'PG-40', priceMinor: 340, ...SHOP },
  { kind: 'vented-seals', lasts: 640, lot: 'VS-20', priceMinor: 1500, ...SHOP },
  { kind: 'gauze-pads', count: 6, lasts: 720, lot: 'GP-30', priceMinor: 40, ...SHOP },
  { kind: 'gloves', count: 12, lot: 'GL-30', priceMinor: 34, ...SHOP },
  { kind: 'foil-blanket', count: 3, lot: 'FB-2', priceMinor: 500, ...SHOP },
  { kind: 'shears', count: 2, lot: 'SH-1', priceMinor: 500, ...SHOP },
  { kind: 'marker', count: 4, lot: 'MK-1', priceMinor: 125, ...SHOP },
  { kind: 'burn-gel', lasts: -33, lot: 'BG-2', priceMinor: 700, ...SHOP },
];

/** Marked for ever: for the hands to learn on. */
export const DEMO_PRACTICE: DemoUnit[] = [{ kind: 'windlass-tourniquet', lot: 'WT-101', condition: 'practice', priceMinor: 2600, ...SHOP }];
