import { plainOfFamily } from '../catalog/families.ts';
import type { StockUnit } from '../coverage/problem.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { OwnThing } from '../model/loadout.ts';
import type { ReachedUnit } from '../reach/reach.ts';

/** Own things stand beside the kits under this id. */
export const OWN_ID = 'own';
const OWN_KIND = 'own/';

/** A thing of one's own as coverage and reach know things: one piece of a kind of its own, of the family that it is said to be. */
const ownKind = (own: OwnThing): Kind => ({
  ...plainOfFamily(own.family),
  id: `${OWN_KIND}${own.id}`,
  name: own.name,
  tool: own.isTool,
  states: [{ id: 'asSold', label: 'as it is', wMm: 100, hMm: 60, tMm: 10 }],
  massG: Math.max(1, own.massG),
  priceMinor: 0,
  dating: 'none',
  grades: own.grades,
  moreParts: [],
  caution: own.drawback === '' ? null : own.drawback,
  barredAtSecurity: own.barredAtSecurity,
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

/** What somebody has of his own as one more kit beside others; none where there is nothing. */
export const ownKit = (own: readonly OwnThing[]): { id: string; units: (StockUnit & ReachedUnit)[] }[] =>
  own.length === 0 ? [] : [{ id: OWN_ID, units: ownUnits(own) }];
