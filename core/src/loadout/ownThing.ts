import type { StockUnit } from '../coverage/prepare.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { OwnThing } from '../model/loadout.ts';
import type { ReachedUnit } from '../reach/reach.ts';

/** Own things stand beside the kits under this id. */
export const OWN_ID = 'own';
const OWN_KIND = 'own/';

/** A thing of one's own as coverage and reach know things: one piece of a kind of its own. */
const ownKind = (own: OwnThing): Kind => ({
  id: `${OWN_KIND}${own.id}`,
  name: own.name,
  rung: 'S',
  shape: 'rigid',
  drawing: 'card',
  states: [{ id: 'asSold', label: 'as it is', wMm: 100, hMm: 60, tMm: 10 }],
  foldable: false,
  give: 0,
  massG: Math.max(1, own.massG),
  priceMinor: 0,
  dating: 'none',
  pieces: 1,
  pieceName: 'piece',
  sterile: false,
  grades: own.grades,
  requires: {},
  provides: [],
  skill: null,
  caution: own.drawback === '' ? null : own.drawback,
  barredAtSecurity: own.barredAtSecurity,
  sellerMatters: false,
  source: 'practice',
});

/** The catalogue with the own things of a loadout in it. */
export const catalogWith = (catalog: KindCatalog, own: readonly OwnThing[]): KindCatalog =>
  own.length === 0 ? catalog : new Map([...catalog, ...own.map((one) => [`${OWN_KIND}${one.id}`, ownKind(one)] as const)]);

export const ownUnits = (own: readonly OwnThing[]): (StockUnit & ReachedUnit)[] =>
  own.map(({ id }) => ({
    id: `${OWN_KIND}${id}`,
    kind: `${OWN_KIND}${id}`,
    count: 1,
    piecesUsed: 0,
    expiresOn: null,
    condition: 'ready',
    state: 'asSold',
  }));
