import type { Family } from '../model/family.ts';
import { NEED_IDS, type NeedId } from '../model/need.ts';
import type { School } from '../model/school.ts';

/** The named needs first, the rest behind them in MARCH order. */
export function completeOrder(first: readonly NeedId[]): NeedId[] {
  const rest = NEED_IDS.filter((id) => !first.includes(id));
  // A small limb is asked for where a limb is.
  const small: NeedId[] = first.includes('M.limb') ? rest.filter((id) => id === 'M.limbSmall') : [];
  const at = first.indexOf('M.limb') + 1;
  return [...first.slice(0, at), ...small, ...first.slice(at), ...rest.filter((id) => !small.includes(id))];
}

/** What is bought first, with the reason for each place; the rest follows in MARCH order. */
function inOrder(lines: Partial<Record<NeedId, string>>): Pick<School, 'order' | 'why'> {
  return { order: completeOrder(Object.keys(lines) as NeedId[]), why: lines }; // keyed by need ids, in the order in which they were written
}

interface Graded {
  grades: NonNullable<School['grades'][Family]>;
  why: string;
}
/** Families graded otherwise than the kinds themselves, with the reason for each. */
function graded(lines: Partial<Record<Family, Graded>>): Pick<School, 'grades' | 'exceptions' | 'gradeWhy'> {
  const entries = Object.entries(lines);
  return {
    grades: Object.fromEntries(entries.map(([name, { grades }]) => [name, grades])),
    exceptions: {},
    gradeWhy: Object.fromEntries(entries.map(([name, { why }]) => [name, why])),
  };
}

const off = (reason: string) => ({ least: 0, ideal: 0, reason });
const NO_QUANTITIES = { quantities: {}, basedOn: null };

const PLAIN_IS_SECOND: Graded = {
  grades: { 'M.pack': 'substitute' },
  why: 'plain gauze needs longer pressure; it belongs behind a hemostatic',
};

/** Practitioners disagree; each school is common practice without a published source. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'committee-first',
    name: 'Committee-first',
    reason: 'Preventable deaths in the order in which they kill, with listed tourniquets only.',
    ...inOrder({
      'M.limb': 'a limb bleeds out first, and a strap stops it',
      'M.pack': 'what no strap can reach is packed',
      'M.press': 'packing stays in only under pressure',
      'R.seal': 'a hole in the chest is the next to kill',
      'A.airway': 'a tongue that falls back is quick to solve for the trained',
      'R.decompress': 'trapped air is let out by those who are authorised',
      'H.warm': 'a cold body does not clot',
      'S.cut': 'no wound is found under clothing',
      'C.record': 'the next carer needs the time',
      'S.hands': 'gloves protect the carer',
    }),
    ...graded({
      elasticWrapTourniquet: { grades: { 'M.limb': 'substitute' }, why: 'works, but is on no list: a backup' },
      bungeeTourniquet: { grades: { 'M.limb': 'improvised' }, why: 'not listed, and disputed' },
      packingGauze: PLAIN_IS_SECOND,
      gauzeRoll: { grades: { 'M.pack': 'improvised' }, why: 'a soft roll is not made for packing' },
      unventedSeal: { grades: { 'R.seal': 'substitute' }, why: 'vented ones need no lifting' },
    }),
    ...NO_QUANTITIES,
  },
  {
    id: 'bleeding-only',
    name: 'Bleeding-only',
    reason: 'Bleeding is the commonest preventable death, and anybody can treat it. Nothing for airway or chest.',
    ...inOrder({
      'M.limb': 'minutes to live, seconds to stop',
      'M.pack': 'groin, armpit and neck take no strap',
      'M.press': 'hands get tired, a dressing does not',
      'S.hands': 'bare hands are why people hesitate',
    }),
    grades: {},
    exceptions: {},
    gradeWhy: {},
    quantities: {
      'A.airway': off('this school leaves the airway to positioning'),
      'R.seal': off('this school leaves chest wounds to the next carer'),
      'R.breath': off('compressions alone are fine for a single rescuer'),
      'R.decompress': off('this school leaves chest wounds to the next carer'),
    },
    basedOn: null,
  },
  {
    id: 'one-piece-at-a-time',
    name: 'One piece at a time',
    reason: 'Bought in an order in which every step is the most useful next one; gauze packs any wound, a limb too if it must.',
    ...inOrder({
      'M.pack': 'one roll packs any wound, a limb too if it must',
      'M.limb': 'then the quick way to stop a limb',
      'M.press': 'then something that holds while hands move on',
      'H.warm': 'cheap, flat, and used every time',
      'R.seal': 'then the chest',
      'A.airway': 'then the airway, for the trained',
      'C.dress': 'then the wounds that bleed less',
      'S.hands': 'gloves come with the small dressings',
      'S.cut': 'clothes can be torn or pulled until then',
    }),
    grades: {},
    exceptions: {},
    gradeWhy: {},
    ...NO_QUANTITIES,
  },
  {
    id: 'shoestring',
    name: 'Shoestring',
    reason: 'A cheap kit that exists beats a dear one that does not; things that do several jobs come first.',
    ...inOrder({
      'M.limb': 'an elastic wrap is strap, dressing and sling in one',
      'M.pack': 'two rolls of gauze for the price of a coffee',
      'M.press': 'a pad under the wrap presses',
      'C.dress': 'the pad again, for everything smaller',
      'R.breath': 'then a barrier, which costs little',
      'A.airway': 'then an airway, for the trained',
      'R.seal': 'seals are dear and come last; sheet and tape until then',
    }),
    ...graded({
      gauzeRoll: { grades: { 'M.pack': 'primary' }, why: 'packs as well if there is enough of it' },
      absorbentPad: { grades: { 'M.press': 'substitute' }, why: 'under an elastic wrap it presses well' },
    }),
    ...NO_QUANTITIES,
  },
  {
    id: 'remote',
    name: 'Remote',
    reason: 'Hours or days to care: dressing changes again and again, and every gram is on somebody’s back.',
    ...inOrder({
      'M.limb': 'the first minutes are the same everywhere',
      'R.seal': 'a chest wound has to hold for hours',
      'M.pack': 'gauze in number: it is changed',
      'S.hands': 'days of care use gloves up',
      'H.warm': 'hours on the ground cool anybody',
      'M.press': 'a wide elastic wrap does this and more',
      'D.splint': 'whoever can be moved, moves with a splint',
      'D.wound': 'small wounds decide whether a trip goes on',
      'D.close': 'help is days away',
      'D.meds': 'daily doses, and one day over',
    }),
    ...graded({
      elasticBandage: { grades: { 'M.press': 'primary' }, why: 'one wrap presses, holds a splint and carries a sling' },
      gauzeRoll: { grades: { 'M.pack': 'primary' }, why: 'light, cheap, and there is time for pressure' },
    }),
    ...NO_QUANTITIES,
  },
  {
    id: 'low-gunshot',
    name: 'Low-gunshot region',
    reason: 'Penetrating chest wounds are rare there; burns and closures are likelier. Seals are optional.',
    ...inOrder({
      'M.pack': 'gauze packs any wound, a limb too if it must',
      'M.limb': 'machines and glass open limbs everywhere',
      'M.press': 'it holds while hands move on',
      'H.warm': 'used every time',
      'D.burn': 'burns are likelier than bullets',
      'D.close': 'clean cuts are likelier than bullets',
      'A.airway': 'for the trained',
      'C.dress': 'the wounds that bleed less',
      'S.hands': 'gloves come with the small dressings',
      'S.cut': 'clothes can be torn or pulled until then',
      'R.seal': 'rare enough to come last',
    }),
    grades: {},
    exceptions: {},
    gradeWhy: {},
    quantities: { 'R.seal': { least: 0, ideal: 2, reason: 'optional in this school' } },
    basedOn: null,
  },
];
