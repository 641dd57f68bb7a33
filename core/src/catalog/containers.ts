import type { z } from 'zod';
import type { Bearer, Container, Opening, PositionSchema } from '../model/container.ts';

type Position = z.infer<typeof PositionSchema>;

const box = (
  id: string,
  name: string,
  make: Container['make'],
  [wMm, hMm, dMm]: readonly [number, number, number],
  access: 'front' | 'top',
  opening: Opening,
  massG: number,
  wallMm: number,
): Container => ({ id, name, make, compartments: [{ id: 'main', wMm, hMm, dMm, access }], massG, wallMm, opening });

const panels = (
  id: string,
  name: string,
  [wMm, hMm, dMm]: readonly [number, number, number],
  massG: number,
  wallMm: number,
): Container => ({
  id,
  name,
  make: 'soft',
  facing: true,
  compartments: ['left', 'right'].map((side) => ({ id: `${side} panel`, wMm, hMm, dMm, access: 'front' as const })),
  massG,
  wallMm,
  opening: 'clamshell',
});

/** Film that is folded round what it holds; depth is what the girth leaves, so the third measure only ends the search. */
const film = (id: string, name: string, [wMm, hMm, dMm]: readonly [number, number, number], massG: number): Container => ({
  ...box(id, name, 'flatBag', [wMm, hMm, dMm], 'front', 'zipBag', massG, 0.2),
});

const ANKLE_SLOTS = 6;

/** Inner sizes from memory; masses, walls, stretch and bulge are planning values. */
export const CONTAINERS: readonly Container[] = [
  box('wallet-sleeve', 'Wallet sleeve', 'soft', [150, 110, 20], 'front', 'hookAndLoop', 25, 2),
  box('back-pocket-pouch', 'Back-pocket pouch', 'soft', [165, 115, 24], 'front', 'hookAndLoop', 30, 2),
  box('wide-flat-sleeve', 'Wide flat sleeve', 'soft', [195, 120, 32], 'front', 'hookAndLoop', 40, 2),
  box('life-vest-pouch', 'Life-vest pouch', 'soft', [145, 165, 42], 'front', 'zip', 45, 3),
  box('vest-pouch', 'Vest front pouch', 'soft', [155, 172, 66], 'front', 'tearAway', 90, 4),
  box('belt-pouch', 'Belt pouch', 'soft', [130, 170, 70], 'top', 'zip', 120, 4),
  {
    id: 'two-clamshells',
    name: 'Two-clamshell organiser',
    make: 'soft',
    facing: true,
    compartments: ['front left', 'front right', 'back left', 'back right'].map((side) => ({
      id: `${side} panel`,
      wMm: 150,
      hMm: 200,
      dMm: 25,
      access: 'front' as const,
    })),
    massG: 420,
    wallMm: 8,
    opening: 'clamshell',
  },
  {
    ...box('slots-and-room', 'Pouch with slots and loose room', 'soft', [180, 200, 75], 'front', 'clamshell', 240, 4),
    compartments: [
      {
        id: 'main',
        wMm: 180,
        hMm: 200,
        dMm: 75,
        access: 'front',
        slots: [1, 2, 3, 4].map((slot) => ({
          id: `slot ${slot}`,
          wMm: slot < 3 ? 60 : 85,
          hMm: 95,
          dMm: 35,
          stretchMm: 10,
          stickOutMm: 80,
        })),
        loose: { wMm: 180, hMm: 200, dMm: 40, isBefore: true },
      },
    ],
  },
  {
    ...box('loop-panel', 'Detachable panel with outside loops', 'soft', [150, 200, 45], 'front', 'tearAway', 210, 5),
    outside: [
      { id: 'upper-loops', name: 'upper loops', wMm: 175, hMm: 70, tMm: 45 },
      { id: 'lower-loops', name: 'lower loops', wMm: 175, hMm: 70, tMm: 45 },
    ],
  },
  box('tear-away-panel', 'Tear-away panel', 'soft', [150, 200, 60], 'front', 'tearAway', 180, 5),
  panels('small-clamshell', 'Small clamshell', [150, 200, 30], 180, 4),
  panels('large-clamshell', 'Large clamshell', [190, 240, 50], 320, 5),
  {
    id: 'ankle-wrap',
    name: 'Ankle wrap',
    make: 'soft',
    compartments: [
      {
        id: 'band',
        wMm: 95 * ANKLE_SLOTS,
        hMm: 110,
        dMm: 30,
        access: 'top',
        slots: Array.from({ length: ANKLE_SLOTS }, (_, index) => ({
          id: `slot ${index + 1}`,
          wMm: 95,
          hMm: 110,
          dMm: 30,
          stretchMm: 15,
          stickOutMm: 40,
        })),
      },
    ],
    outline: { wMm: 330, hMm: 110 },
    massG: 110,
    wallMm: 2,
    opening: 'hookAndLoop',
  },
  film('quart-bag', 'Zip bag, quart', [178, 203, 90], 6),
  film('gallon-bag', 'Zip bag, gallon', [268, 273, 134], 10),
  {
    ...box('vacuum-roll', 'Vacuum bag from a 280 mm roll', 'vacuumRoll', [280, 400, 80], 'front', 'slit', 12, 0.3),
    rollWidthMm: 280,
  },
  box('bare', 'Bare, no container', 'bundle', [200, 130, 120], 'front', 'none', 0, 0),
  box('rubber-band', 'Rubber band, no bag', 'bundle', [200, 130, 120], 'front', 'rubberBand', 3, 0),
  box('headrest-panel', 'Headrest panel', 'soft', [280, 230, 75], 'front', 'zip', 300, 5),
  box('roll-open-bag', 'Roll-open bag', 'soft', [250, 200, 60], 'front', 'rollTop', 280, 4),
  box('tin', 'Tin with a lid', 'rigid', [90, 55, 20], 'top', 'latchedCase', 35, 1),
  box('tray-box', 'Box with trays', 'rigid', [400, 220, 180], 'top', 'latchedCase', 1400, 6),
  {
    ...box('two-tray-box', 'Box with two trays over a well', 'rigid', [400, 220, 130], 'top', 'latchedCase', 1600, 6),
    compartments: [
      { id: 'left tray', wMm: 195, hMm: 220, dMm: 50, access: 'top' },
      { id: 'right tray', wMm: 195, hMm: 220, dMm: 50, access: 'top' },
      { id: 'well', wMm: 400, hMm: 220, dMm: 130, access: 'top' },
    ],
    outline: { wMm: 412, hMm: 232 },
  },
  box('hard-case', 'Hard waterproof case', 'rigid', [280, 230, 110], 'front', 'latchedCase', 900, 8),
  box('shoulder-bag', 'Shoulder bag', 'soft', [380, 250, 200], 'top', 'zip', 700, 6),
];

/** How far a kit may stick out of a pocket, mm. */
const STICKS_OUT: Record<string, number> = { 'front-pocket': 30, 'back-pocket': 40, 'cargo-pocket': 20, 'chest-pocket': 20 };

const LEGS: readonly Bearer[] = ['shorts', 'trousers', 'cargoTrousers'];
/** What bears each position, where it is on a body, and whether others see it. Common practice, no source. */
const WORN: Record<string, Pick<Position, 'bearers' | 'spot' | 'isSeen'>> = {
  'front-pocket': { bearers: [...LEGS], spot: 'hip', isSeen: false },
  'back-pocket': { bearers: [...LEGS], spot: 'seat', isSeen: false },
  'cargo-pocket': { bearers: ['cargoTrousers'], spot: 'thigh', isSeen: false },
  'chest-pocket': { bearers: ['jacket'], spot: 'chest', isSeen: false },
  'front-pocket-left': { bearers: [...LEGS], spot: 'hipLeft', isSeen: false },
  'back-pocket-left': { bearers: [...LEGS], spot: 'seatLeft', isSeen: false },
  'cargo-pocket-left': { bearers: ['cargoTrousers'], spot: 'thighLeft', isSeen: false },
  'chest-pocket-right': { bearers: ['jacket'], spot: 'chestRight', isSeen: false },
  ankle: { bearers: [], spot: 'ankle', isSeen: false },
  'belt-side': { bearers: ['belt'], spot: 'side', isSeen: true },
  'small-of-back': { bearers: ['belt'], spot: 'smallOfBack', isSeen: false },
  'vest-front': { bearers: ['harness'], spot: 'vest', isSeen: true },
  'life-vest-pocket': { bearers: ['lifeVest'], spot: 'lifeVest', isSeen: false },
  'pack-lid': { bearers: ['pack'], spot: 'back', isSeen: false },
  'pack-main': { bearers: ['pack'], spot: null, isSeen: false },
  'hip-belt-pocket': { bearers: ['pack'], spot: null, isSeen: true },
  'sling-bag': { bearers: [], spot: null, isSeen: true },
  handbag: { bearers: [], spot: null, isSeen: false },
  'glove-box': { bearers: ['vehicle'], spot: null, isSeen: false },
  boot: { bearers: ['vehicle'], spot: null, isSeen: false },
  'load-area': { bearers: ['vehicle'], spot: null, isSeen: false },
  'roll-bar': { bearers: ['vehicle', 'boat'], spot: null, isSeen: true },
  motorcycle: { bearers: ['vehicle'], spot: null, isSeen: false },
  shelf: { bearers: ['building'], spot: null, isSeen: false },
  headrest: { bearers: ['vehicle'], spot: null, isSeen: true },
  console: { bearers: ['vehicle', 'boat'], spot: null, isSeen: false },
  'boat-locker': { bearers: ['boat'], spot: null, isSeen: false },
  'desk-drawer': { bearers: ['building'], spot: null, isSeen: false },
  'wall-box': { bearers: ['building'], spot: null, isSeen: true },
};

const position = (
  id: string,
  name: string,
  [wMm, hMm, tMm]: readonly [number, number, number],
  massG: number | null,
  onBody: boolean,
  heat: Position['heat'],
  hands: Position['hands'],
  drawS: number,
  seated = true,
): Position => ({
  id,
  name,
  wMm,
  hMm,
  tMm,
  massG,
  onBody,
  heat,
  hands,
  drawS,
  seated,
  ...(STICKS_OUT[id] === undefined ? {} : { stickOutMm: STICKS_OUT[id] }),
  ...(WORN[id] ?? { bearers: [], spot: null, isSeen: false }),
});

/** Envelopes, comfortable masses, draw times, what is in the way of sitting and what may stick out are planning values. */
export const POSITIONS: readonly Position[] = [
  position('front-pocket', 'Front trouser pocket', [110, 140, 35], 200, true, 'warm', 'right', 3),
  position('back-pocket', 'Back pocket', [140, 130, 22], 180, true, 'warm', 'right', 4, false),
  position('cargo-pocket', 'Cargo pocket', [170, 200, 45], 500, true, 'warm', 'right', 4),
  position('chest-pocket', 'Jacket chest pocket', [130, 150, 30], 250, true, 'warm', 'left', 3),
  position('front-pocket-left', 'Front trouser pocket, left', [110, 140, 35], 200, true, 'warm', 'left', 3),
  position('back-pocket-left', 'Back pocket, left', [140, 130, 22], 180, true, 'warm', 'left', 4, false),
  position('cargo-pocket-left', 'Cargo pocket, left', [170, 200, 45], 500, true, 'warm', 'left', 4),
  position('chest-pocket-right', 'Jacket chest pocket, right', [130, 150, 30], 250, true, 'warm', 'right', 3),
  position('ankle', 'Ankle', [330, 110, 32], 450, true, 'warm', 'both', 6),
  position('belt-side', 'Belt side', [130, 180, 75], 900, true, 'room', 'right', 3, false),
  position('small-of-back', 'Small of back', [230, 120, 55], 700, true, 'warm', 'both', 5, false),
  position('vest-front', 'Harness or vest front', [160, 180, 70], 800, true, 'room', 'both', 3),
  position('life-vest-pocket', 'Life-vest pocket', [150, 170, 45], 400, true, 'room', 'both', 3),
  position('pack-lid', 'Pack lid', [250, 180, 80], 1200, true, 'warm', 'both', 12, false),
  position('pack-main', 'Pack main room', [280, 300, 150], 3000, true, 'warm', 'both', 20, false),
  position('hip-belt-pocket', 'Hip-belt pocket', [160, 110, 50], 400, true, 'warm', 'both', 4),
  position('sling-bag', 'Sling bag', [200, 280, 90], 1500, true, 'warm', 'both', 6, false),
  position('handbag', 'Handbag', [220, 160, 70], 800, true, 'room', 'both', 10),
  position('glove-box', 'Glove box', [280, 160, 90], 1500, false, 'hot', 'both', 8),
  position('boot', 'Car boot', [400, 300, 200], 8000, false, 'hot', 'both', 40),
  position('load-area', 'Load area', [500, 350, 250], 15_000, false, 'hot', 'both', 30),
  position('roll-bar', 'Roll bar', [180, 260, 110], 2500, false, 'hot', 'both', 8),
  position('motorcycle', 'Motorcycle case', [350, 250, 140], 3000, false, 'hot', 'both', 20),
  position('shelf', 'Shelf', [400, 300, 250], null, false, 'room', 'both', 6),
  position('headrest', 'Headrest', [280, 230, 80], 1500, false, 'hot', 'both', 8),
  position('console', 'Under seat or console', [300, 200, 120], 2500, false, 'warm', 'both', 8),
  position('boat-locker', 'Boat locker', [400, 300, 200], 6000, false, 'warm', 'both', 15),
  position('desk-drawer', 'Desk drawer', [300, 250, 70], null, false, 'room', 'both', 5),
  position('wall-box', 'Wall box', [400, 300, 150], null, false, 'room', 'both', 6),
];
