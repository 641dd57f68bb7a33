import { Random } from '../fit/random.ts';
import { type Brief, hasThreat, type Threat } from '../model/brief.ts';
import { NEEDS, type NeedId, rungOf } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { needsOn } from '../needs/needs.ts';

/** What a casualty of a made-up event is in need of: needs, never a diagnosis to treat. */
export interface EventNeed {
  need: NeedId;
  count: number;
}
export interface DrillEvent {
  seed: number;
  /** "Caught in machinery. Two are hurt; it is dark." */
  says: string;
  casualties: EventNeed[][];
}

interface Cause {
  says: string;
  /** What may be asked for, the first always. */
  needs: readonly NeedId[];
}

type Happening = Threat | 'penetrating' | 'plain';
/** By threat, what happens and what it may ask for. Common practice, no source. */
const CAUSES: Record<Happening, Cause> = {
  machinery: { says: 'Caught in machinery', needs: ['M.limb', 'M.pack', 'M.press', 'C.dress', 'C.roll', 'H.warm'] },
  vehicle: { says: 'A collision', needs: ['M.press', 'M.limb', 'A.airway', 'C.dress', 'R.seal', 'H.warm'] },
  fall: { says: 'A fall', needs: ['C.dress', 'C.roll', 'D.splint', 'M.press', 'H.warm', 'C.pupil'] },
  burn: { says: 'A burn', needs: ['D.burn', 'C.roll', 'H.warm', 'C.dress'] },
  eye: { says: 'Something in an eye', needs: ['H.head', 'C.roll', 'C.tape', 'D.flush'] },
  bites: { says: 'A sting', needs: ['D.bite', 'D.allergy', 'H.call'] },
  allergic: { says: 'A severe reaction', needs: ['D.allergy', 'H.call', 'R.breath'] },
  cardiac: { says: 'Somebody collapses', needs: ['C.defib', 'R.breath', 'H.call'] },
  drowning: { says: 'Pulled out of the water', needs: ['R.breath', 'H.warm', 'H.call'] },
  penetrating: { says: 'Something has gone through', needs: ['M.pack', 'R.seal', 'M.limb', 'M.press', 'A.airway', 'H.warm'] },
  plain: { says: 'A hard bleed', needs: ['M.limb', 'M.pack', 'M.press', 'C.dress', 'H.warm'] },
};

const MOST_NEEDS = 4;

/**
 * A made-up event out of the threats of a brief, the same for the same seed. Only what the brief asks of the kit is in it, as much of each
 * as it asks for one person; null: it asks for nothing that saves or keeps anybody.
 */
export function drillEvent(seed: number, brief: Brief, school: School, on: PlainDate): DrillEvent | null {
  const random = new Random(seed);
  const isAsked = new Set(
    needsOn(brief, school, on).flatMap(({ need, ideal, elsewhere }) => (ideal > 0 && elsewhere !== true ? [need] : [])),
  );
  const causes = Object.keys(CAUSES).filter((key) => {
    const first = CAUSES[key as Happening].needs.find((need) => isAsked.has(need));
    if (first === undefined) return false;
    if (key === 'plain') return 'MAR'.includes(rungOf(first));
    return key === 'penetrating' ? brief.penetrating : hasThreat(brief, key as Threat);
  }) as Happening[]; // keys of the table
  const happening = causes[random.below(causes.length)];
  if (happening === undefined) return null;
  const { says, needs } = CAUSES[happening];
  const pool = needs.filter((need) => isAsked.has(need));
  const count = brief.persons > 1 && random.next() < 0.6 ? 2 : 1;
  const asked = Array.from({ length: count }, () => casualty(pool, isAsked, random));
  // What was set by hand is for the kit, not for one person.
  const ofOne = new Map(needsOn({ ...brief, persons: 1, casualties: 1, overrides: {} }, school, on).map((one) => [one.need, one]));
  const amount = (need: NeedId): number => ofOne.get(need)?.least || ofOne.get(need)?.ideal || 1;
  return {
    seed,
    says: `${says}. ${count === 1 ? 'One is hurt' : 'Two are hurt'}${brief.dark && random.next() < 0.5 ? '; it is dark' : ''}.`,
    casualties: asked.map((own) => own.map((need) => ({ need, count: amount(need) }))),
  };
}

function casualty(pool: readonly NeedId[], isAsked: ReadonlySet<NeedId>, random: Random): NeedId[] {
  const [first, ...others] = pool;
  const more = others.filter(() => random.next() < 0.55).slice(0, MOST_NEEDS - 1);
  const needs = first === undefined ? [] : [first, ...more];
  // The time is written down wherever a tourniquet goes on, and hands are covered before all of it.
  if (needs.includes('M.limb') && isAsked.has('C.record')) needs.push('C.record');
  if (isAsked.has('S.hands')) needs.push('S.hands');
  return needs;
}

/** "2 chest seals" */
export const eventNeedText = ({ need, count }: EventNeed): string => `${count} ${count === 1 ? NEEDS[need].one : NEEDS[need].many}`;
