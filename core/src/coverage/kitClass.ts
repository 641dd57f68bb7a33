import type { KindCatalog } from '../model/kind.ts';
import type { Layer } from '../model/kit.ts';
import { NEED_IDS, NEEDS, type NeedId } from '../model/need.ts';
import { capital, inWords } from '../model/words.ts';
import { assignOnly } from './coverage.ts';
import type { CoverageProblem } from './problem.ts';

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
  /** In words, from what is booked: what this kit can and cannot do. */
  says: string;
  /** Some of its class is missing. */
  isPart: boolean;
  /** The next class that its layer allows, and what it lacks for it; null at the end. */
  next: { kitClass: KitClass; name: string; lacking: Lacking[] } | null;
}

export const KIT_CLASS_NAMES: Record<KitClass, string> = {
  everyday: 'everyday pack',
  bleeding: 'bleeding-control kit',
  trauma: 'trauma kit',
  individual: 'individual first-aid kit',
  boat: 'vehicle or boat kit',
  base: 'base kit',
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
  'D.flush': 40,
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

/** What a kit does for a casualty, and what it is to do nothing of it. */
interface Ability {
  need: NeedId;
  pieces: number;
  can: string;
  cannot: string;
}
const STOPS_BLEEDING: readonly Ability[] = [
  { need: 'M.limb', pieces: 1, can: 'stops a bleeding limb', cannot: 'nothing stops a bleeding limb' },
  { need: 'M.pack', pieces: 1, can: 'packs a wound', cannot: 'nothing packs a wound' },
  { need: 'M.press', pieces: 1, can: 'presses on it', cannot: 'nothing presses' },
];
const BEYOND: readonly Ability[] = [
  { need: 'R.seal', pieces: 2, can: 'seals a chest wound', cannot: 'nothing for the chest' },
  { need: 'A.airway', pieces: 1, can: 'holds an airway open', cannot: '' },
  { need: 'R.breath', pieces: 1, can: 'has a barrier for rescue breaths', cannot: '' },
  { need: 'H.warm', pieces: 1, can: 'keeps somebody warm', cannot: '' },
];
const SMALL: readonly NeedId[] = ['D.wound', 'D.burn', 'D.blister', 'D.sprain'];

/**
 * What a kit is follows from what it holds, booked as any coverage is, whatever the brief asks for. Improvised means do not make a
 * class; the school's grades decide what is improvised. A kit that stops some bleeding is a bleeding-control kit, whole or in part.
 */
export function classifyKit(problem: Omit<CoverageProblem, 'needs'>, layer: Layer, catalog: KindCatalog): KitClassing {
  const held = abilitiesOf(problem, catalog);
  const says = sentenceOf(held);
  const reachable = KIT_CLASSES.slice(0, KIT_CLASSES.indexOf(LAST_IN_LAYER[layer]) + 1);
  let reached: KitClass = 'everyday';
  for (const kitClass of reachable) {
    const lacking = lackingFor(kitClass, problem, catalog);
    if (lacking.length > 0) {
      const isPart = reached === 'everyday' && STOPS_BLEEDING.some(({ need }) => held.has(need));
      const own = isPart ? 'bleeding' : reached;
      const name = isPart ? `part of a ${KIT_CLASS_NAMES.bleeding}` : KIT_CLASS_NAMES[own];
      return { kitClass: own, name, says, isPart, next: { kitClass, name: KIT_CLASS_NAMES[kitClass], lacking } };
    }
    reached = kitClass;
  }
  return { kitClass: reached, name: KIT_CLASS_NAMES[reached], says, isPart: false, next: null };
}

/** "Stops a bleeding limb. Nothing packs a wound, nothing presses." */
function sentenceOf(held: ReadonlySet<NeedId>): string {
  const stops = STOPS_BLEEDING.filter(({ need }) => held.has(need));
  if (stops.length === 0) {
    const small = SMALL.some((need) => held.has(need)) ? 'Holds small things. ' : '';
    return `${small}Nothing in it stops heavy bleeding.`;
  }
  const cannot = STOPS_BLEEDING.filter(({ need }) => !held.has(need));
  const beyond = BEYOND.filter(({ need }) => held.has(need));
  const missing = [...cannot, ...BEYOND.filter(({ need, cannot: words }) => words !== '' && !held.has(need))];
  const can = inWords([...stops, ...beyond].map(({ can: words }) => words));
  return `${capital(can)}.${missing.length === 0 ? '' : ` ${capital(missing.map(({ cannot: words }) => words).join(', '))}.`}`;
}

/** Needs of which there is enough for one casualty, all booked together. */
function abilitiesOf(problem: Omit<CoverageProblem, 'needs'>, catalog: KindCatalog): Set<NeedId> {
  const asked = [...STOPS_BLEEDING, ...BEYOND].map(({ need, pieces }) => ({ need, least: pieces, ideal: pieces }));
  const needs = [...asked, ...SMALL.map((need) => ({ need, least: 1, ideal: 1 }))];
  const { least, improvised } = assignOnly({ ...problem, needs }, catalog);
  return new Set(
    needs.flatMap(({ need, least: wanted }, index) => ((least[index] ?? 0) - (improvised[index] ?? 0) >= wanted ? [need] : [])),
  );
}

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
