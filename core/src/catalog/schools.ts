import { NEED_IDS, type NeedId } from '../model/need.ts';
import type { School } from '../model/school.ts';

/** The named needs first, the rest behind them in MARCH order. */
export function completeOrder(first: readonly NeedId[]): NeedId[] {
  return [...first, ...NEED_IDS.filter((id) => !first.includes(id))];
}

const off = (reason: string) => ({ least: 0, ideal: 0, reason });

const ELASTIC_IS_BACKUP = { 'M.limb': 'substitute' } as const;

/** Practitioners disagree; each school is common practice without a published source. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'committee-first',
    name: 'Committee-first',
    reason: 'Preventable deaths in the order in which they kill, with listed tourniquets only.',
    order: completeOrder(['M.limb', 'M.pack', 'M.press', 'R.seal', 'A.airway', 'R.decompress', 'H.warm', 'S.cut', 'C.record', 'S.hands']),
    grades: {
      'elastic-wrap-tourniquet': ELASTIC_IS_BACKUP,
      'bungee-tourniquet': { 'M.limb': 'improvised' },
      'bar-bandage-100': { 'M.limb': 'improvised' },
      'bar-bandage-150': { 'M.limb': 'improvised' },
      'plain-gauze': { 'M.pack': 'substitute' },
      'plain-gauze-flat': { 'M.pack': 'substitute' },
      'rolled-gauze': { 'M.pack': 'improvised' },
      'unvented-seals': { 'R.seal': 'substitute' },
    },
    quantities: {},
  },
  {
    id: 'bleeding-only',
    name: 'Bleeding-only',
    reason: 'Bleeding is the commonest preventable death, and anybody can treat it. Nothing for airway or chest.',
    order: completeOrder(['M.limb', 'M.pack', 'M.press', 'S.hands']),
    grades: {},
    quantities: {
      'A.airway': off('this school leaves the airway to positioning'),
      'R.seal': off('this school leaves chest wounds to the next carer'),
      'R.breath': off('compressions alone are fine for a single rescuer'),
      'R.decompress': off('this school leaves chest wounds to the next carer'),
    },
  },
  {
    id: 'one-piece-at-a-time',
    name: 'One piece at a time',
    reason: 'Bought in an order in which every step is the most useful next one; gauze packs any wound, a limb too if it must.',
    order: completeOrder(['M.pack', 'M.limb', 'M.press', 'H.warm', 'R.seal', 'A.airway', 'C.dress', 'S.hands', 'S.cut']),
    grades: {},
    quantities: {},
  },
  {
    id: 'shoestring',
    name: 'Shoestring',
    reason: 'A cheap kit that exists beats a dear one that does not; things that do several jobs come first.',
    order: completeOrder(['M.limb', 'M.pack', 'M.press', 'C.dress', 'R.breath', 'A.airway', 'R.seal']),
    grades: { 'rolled-gauze': { 'M.pack': 'primary' }, 'abdominal-pad': { 'M.press': 'substitute' } },
    quantities: {},
  },
  {
    id: 'remote',
    name: 'Remote',
    reason: 'Hours or days to care: dressing changes again and again, and every gram is on somebody’s back.',
    order: completeOrder(['M.limb', 'R.seal', 'M.pack', 'S.hands', 'H.warm', 'M.press', 'D.splint', 'D.wound', 'D.close', 'D.meds']),
    grades: { 'wide-elastic-wrap': { 'M.press': 'primary' }, 'rolled-gauze': { 'M.pack': 'primary' } },
    quantities: {},
  },
  {
    id: 'low-gunshot',
    name: 'Low-gunshot region',
    reason: 'Penetrating chest wounds are rare there; burns and closures are likelier. Seals are optional.',
    order: completeOrder([
      'M.pack',
      'M.limb',
      'M.press',
      'H.warm',
      'D.burn',
      'D.close',
      'A.airway',
      'C.dress',
      'S.hands',
      'S.cut',
      'R.seal',
    ]),
    grades: {},
    quantities: { 'R.seal': { least: 0, ideal: 2, reason: 'optional in this school' } },
  },
];
