import type { KindCatalog } from '../model/kind.ts';
import type { Layer } from '../model/kit.ts';
import { NEED_IDS, NEEDS, type NeedId } from '../model/need.ts';
import { assignOnly } from './coverage.ts';
import type { CoverageProblem } from './prepare.ts';

export const KIT_CLASSES = ['everyday', 'bleeding', 'trauma', 'individual', 'boat', 'base'] as const;
export type KitClass = (typeof KIT_CLASSES)[number];

export interface Lacking {
  need: NeedId;
  /** Pieces. */
  missing: number;
}
export interface KitClassing {
  kitClass: KitClass;
  name: string;
  /** In words: what such a kit can and cannot do. */
  says: string;
  /** The next class that its layer allows, and what it lacks for it; null at the end. */
  next: { kitClass: KitClass; name: string; lacking: Lacking[] } | null;
}

export const KIT_CLASS_NAMES: Record<KitClass, { name: string; says: string }> = {
  everyday: { name: 'everyday pack', says: 'nothing in it stops a death' },
  bleeding: { name: 'bleeding-control kit', says: 'it stops a limb, packs a wound and presses on it; nothing for the chest' },
  trauma: { name: 'trauma kit', says: 'bleeding, and a hole in the chest' },
  individual: { name: 'individual first-aid kit', says: 'one casualty from the first minute to the handover' },
  boat: { name: 'vehicle or boat kit', says: 'two casualties, and the small things as well' },
  base: { name: 'base kit', says: 'several casualties, day-to-day care, and a reserve for the kits around it' },
};

type Asked = Partial<Record<NeedId, number>>;
const BLEEDING: Asked = { 'M.limb': 1, 'M.pack': 1, 'M.press': 1 };
const TRAUMA: Asked = { ...BLEEDING, 'R.seal': 2 };
const INDIVIDUAL: Asked = { ...TRAUMA, 'C.dress': 2, 'C.tape': 1, 'C.record': 1, 'H.warm': 1, 'S.hands': 2, 'S.cut': 1 };
const BOAT: Asked = {
  ...INDIVIDUAL,
  'M.limb': 2,
  'M.pack': 2,
  'M.press': 2,
  'R.seal': 4,
  'C.dress': 4,
  'C.roll': 1,
  'H.warm': 2,
  'H.call': 1,
  'S.hands': 4,
  'S.light': 1,
  'D.wound': 5,
  'D.burn': 1,
  'D.splint': 1,
};
const BASE: Asked = {
  ...BOAT,
  'M.pack': 4,
  'R.breath': 1,
  'H.head': 2,
  'C.dress': 8,
  'S.hands': 8,
  'D.wound': 20,
  'D.splint': 2,
  'D.flush': 2,
};

/** What each class holds at least, in pieces. Planning values of ours. */
export const CLASS_CONTENTS: Record<KitClass, Asked> = {
  everyday: {},
  bleeding: BLEEDING,
  trauma: TRAUMA,
  individual: INDIVIDUAL,
  boat: BOAT,
  base: BASE,
};

const LAST_IN_LAYER: Record<Layer, KitClass> = { pocket: 'individual', worn: 'individual', afloat: 'boat', base: 'base' };

/**
 * What a kit is follows from what it holds, piece by piece and each piece once, whatever the brief asks for. Improvised
 * means do not make a class; the school's grades decide what is improvised.
 */
export function classifyKit(problem: Omit<CoverageProblem, 'needs'>, layer: Layer, catalog: KindCatalog): KitClassing {
  const reachable = KIT_CLASSES.slice(0, KIT_CLASSES.indexOf(LAST_IN_LAYER[layer]) + 1);
  let reached: KitClass = 'everyday';
  for (const kitClass of reachable) {
    const lacking = lackingFor(kitClass, problem, catalog);
    if (lacking.length > 0) return { ...said(reached), next: { kitClass, name: KIT_CLASS_NAMES[kitClass].name, lacking } };
    reached = kitClass;
  }
  return { ...said(reached), next: null };
}

const said = (kitClass: KitClass): Omit<KitClassing, 'next'> => ({ kitClass, ...KIT_CLASS_NAMES[kitClass] });

function lackingFor(kitClass: KitClass, problem: Omit<CoverageProblem, 'needs'>, catalog: KindCatalog): Lacking[] {
  const asked = CLASS_CONTENTS[kitClass];
  const needs = NEED_IDS.flatMap((need) => {
    const least = asked[need] ?? 0;
    return least > 0 ? [{ need, least, ideal: least }] : [];
  });
  if (needs.length === 0) return [];
  const { least, improvised } = assignOnly({ ...problem, needs }, catalog);
  return needs.flatMap(({ need, least: wanted }, index) => {
    const proper = (least[index] ?? 0) - (improvised[index] ?? 0);
    return proper < wanted ? [{ need, missing: wanted - proper }] : [];
  });
}

/** "2 chest seals, 1 warm cover" */
export const showLacking = (lacking: readonly Lacking[]): string =>
  lacking.map(({ need, missing }) => `${missing} ${missing === 1 ? NEEDS[need].one : NEEDS[need].many}`).join(', ');
