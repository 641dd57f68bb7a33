import type { z } from 'zod';
import type { Container, PositionSchema } from '../model/container.ts';

type Position = z.infer<typeof PositionSchema>;
type Opening = Container['opening'];

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

/** Inner sizes from memory; masses and walls are planning values. Containers of several panels come with their panels. */
export const CONTAINERS: readonly Container[] = [
  box('wallet-sleeve', 'Wallet sleeve', 'soft', [150, 110, 20], 'front', 'hookAndLoop', 25, 2),
  box('back-pocket-pouch', 'Back-pocket pouch', 'soft', [165, 115, 24], 'front', 'hookAndLoop', 30, 2),
  box('wide-flat-sleeve', 'Wide flat sleeve', 'soft', [195, 120, 32], 'front', 'hookAndLoop', 40, 2),
  box('life-vest-pouch', 'Life-vest pouch', 'soft', [145, 165, 42], 'front', 'zip', 45, 3),
  box('vest-pouch', 'Vest front pouch', 'soft', [155, 172, 66], 'front', 'tearAway', 90, 4),
  box('belt-pouch', 'Belt pouch', 'soft', [130, 170, 70], 'top', 'zip', 120, 4),
  box('tear-away-panel', 'Tear-away panel', 'soft', [150, 200, 60], 'front', 'tearAway', 180, 5),
  box('headrest-panel', 'Headrest panel', 'soft', [280, 230, 75], 'front', 'zip', 300, 5),
  box('roll-open-bag', 'Roll-open bag', 'soft', [250, 200, 60], 'front', 'rollTop', 280, 4),
  box('hard-case', 'Hard waterproof case', 'rigid', [280, 230, 110], 'front', 'latchedCase', 900, 8),
  box('shoulder-bag', 'Shoulder bag', 'soft', [380, 250, 200], 'top', 'zip', 700, 6),
];

const position = (
  id: string,
  name: string,
  [wMm, hMm, tMm]: readonly [number, number, number],
  massG: number | null,
  onBody: boolean,
  heat: Position['heat'],
  hands: Position['hands'],
  drawS: number,
): Position => ({ id, name, wMm, hMm, tMm, massG, onBody, heat, hands, drawS });

/** Envelopes, comfortable masses and draw times are planning values. */
export const POSITIONS: readonly Position[] = [
  position('front-pocket', 'Front trouser pocket', [110, 140, 35], 200, true, 'warm', 'right', 3),
  position('back-pocket', 'Back pocket', [140, 130, 22], 180, true, 'warm', 'right', 4),
  position('cargo-pocket', 'Cargo pocket', [170, 200, 45], 500, true, 'warm', 'right', 4),
  position('chest-pocket', 'Jacket chest pocket', [130, 150, 30], 250, true, 'warm', 'left', 3),
  position('ankle', 'Ankle', [330, 110, 32], 450, true, 'warm', 'both', 6),
  position('belt-side', 'Belt side', [130, 180, 75], 900, true, 'room', 'right', 3),
  position('small-of-back', 'Small of back', [230, 120, 55], 700, true, 'warm', 'both', 5),
  position('vest-front', 'Harness or vest front', [160, 180, 70], 800, true, 'room', 'both', 3),
  position('life-vest-pocket', 'Life-vest pocket', [150, 170, 45], 400, true, 'room', 'both', 3),
  position('pack-lid', 'Pack lid', [250, 180, 80], 1200, true, 'warm', 'both', 12),
  position('headrest', 'Headrest', [280, 230, 80], 1500, false, 'hot', 'both', 8),
  position('console', 'Under seat or console', [300, 200, 120], 2500, false, 'warm', 'both', 8),
  position('boat-locker', 'Boat locker', [400, 300, 200], 6000, false, 'warm', 'both', 15),
  position('desk-drawer', 'Desk drawer', [300, 250, 70], null, false, 'room', 'both', 5),
  position('wall-box', 'Wall box', [400, 300, 150], null, false, 'room', 'both', 6),
];
