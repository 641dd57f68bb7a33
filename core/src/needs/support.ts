import { hasThreat, helpersIn } from '../model/brief.ts';
import type { Family } from '../model/family.ts';
import type { NeedId } from '../model/need.ts';
import { careDaysOf, isFar, NONE, nothing, only, perCasualty, type Rule, sinceLapsed, viaRemote } from './facts.ts';
import { add, atLeast, times } from './terms.ts';

/** Amounts of what keeps a casualty and serves the carer. Common practice, no source; all of them planning values. */
const dress: Rule = (facts) => {
  const least = perCasualty(facts, 2, 'pads per casualty');
  const days = careDaysOf(facts.brief);
  const ideal = days > 0 ? [...least, add(4, 'pads per day of care'), times(days, 'days'), times(facts.k, facts.kLabel)] : least;
  return { least, ideal, reason: 'wounds that bleed less still need covering' };
};

const record: Rule = () => ({
  least: [add(1, 'marker')],
  ideal: [add(1, 'marker'), add(1, 'card')],
  reason: 'the tourniquet time is written on it and on the forehead',
});

const vitals: Rule = (facts) => {
  if (!facts.has('vitals')) return nothing(`nobody in this brief is trained to read them${sinceLapsed(facts, 'vitals')}`);
  const ideal = [add(1, 'measure: oxygen')];
  if (facts.brief.remoteAdvice) ideal.push(add(1, 'measure: temperature, asked for by a remote adviser'));
  if (facts.isOwn('medicines')) ideal.push(add(1, 'measure: blood pressure'));
  return { least: NONE, ideal, reason: `a trend helps the next carer${viaRemote(facts, 'vitals')}` };
};

const pupil: Rule = (facts) =>
  facts.has('vitals')
    ? { least: NONE, ideal: [add(1, 'per kit')], reason: `pupils tell of a hurt head${viaRemote(facts, 'vitals')}` }
    : nothing(`nobody in this brief is trained to read pupils${sinceLapsed(facts, 'vitals')}`);

const GROUP = 12;
const defib: Rule = ({ brief }) =>
  hasThreat(brief, 'cardiac') && (brief.staysPut || brief.persons >= GROUP)
    ? {
        least: NONE,
        ideal: [add(1, 'per place or group')],
        reason: 'a heart that fibrillates needs a shock within minutes; know where the next one hangs',
      }
    : nothing('no cardiac threat to a group or at a fixed place in this brief');

/** Foil keeps wind and rain off and warms little. */
const THIN_IN_COLD: Family[] = ['foilBlanket'];

const warm: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'per casualty');
  const { persons, coldWet, hoursToCare } = facts.brief;
  if (!coldWet && hoursToCare <= 1) return { least, ideal: least, reason: 'clotting weakens as the body cools, on a warm day too' };
  return {
    least,
    ideal: [add(1, 'per person'), times(persons, 'persons'), atLeast(facts.k, 'one per casualty')],
    reason: coldWet ? 'cold or wet: everybody cools' : 'over an hour to care: everybody cools',
    ...(coldWet ? { secondBest: THIN_IN_COLD } : {}),
  };
};

/** A quarter of the gloves tears or is lost on days out. Planning value. */
const BREAKAGE = 0.25;

const hands: Rule = ({ brief, k }) => {
  const helpers = helpersIn(brief);
  // A pouch for one pocket holds one pair a helper; whoever has room holds the pair that replaces it.
  const each = brief.purpose === 'bleeding' && !brief.staysPut ? 1 : 2;
  const least = [add(each, each === 1 ? 'pair per helper' : 'pairs per helper'), times(helpers, helpers === 1 ? 'helper' : 'helpers')];
  if (k > 1) least.push(add(k - 1, 'changed between casualties'));
  const ideal = [...least];
  const days = careDaysOf(brief);
  if (days > 0) ideal.push(add(3, 'pairs per day of care'), times(days, days === 1 ? 'day' : 'days'));
  if (brief.daysOut > 0) ideal.push(add(Math.ceil((each * helpers + k - 1) * BREAKAGE), 'for breakage, a quarter'));
  return { least, ideal, reason: 'gloves tear, and they are changed between casualties' };
};

const call: Rule = ({ brief }) => ({
  least: [add(1, 'per kit')],
  ideal: brief.hoursToCare > 1 || !brief.phoneCover ? [add(2, 'independent means')] : [add(1, 'per kit')],
  reason: brief.phoneCover ? 'being found is part of being helped' : 'beyond phone cover one means alone is a hope',
});

/** With a threat to the eyes both shields are wanted at once: moving one eye moves the other. */
const head: Rule = ({ brief }) => ({
  least: hasThreat(brief, 'eye') ? [add(2, 'eye shields')] : NONE,
  ideal: [add(2, 'eye shields')],
  reason: 'a shield keeps pressure off a hurt eye',
});

const MOST_WHO_CARRY = 3;
const move: Rule = ({ brief }) =>
  isFar(brief) && brief.persons >= MOST_WHO_CARRY
    ? {
        least: NONE,
        ideal: [add(1, 'per group')],
        reason: 'hours from care a casualty who cannot walk has to be carried',
      }
    : nothing('help comes to the casualty in this brief');

const cut: Rule = ({ brief }) => {
  if (brief.standsAlone) return only([add(1, 'per kit')], 'a kit that may be grabbed alone holds its own');
  return hasThreat(brief, 'vehicle', 'machinery')
    ? only([add(1, 'per kit')], 'belts and caught clothing have to be cut')
    : nothing('another kit brings the cutter');
};

export const SUPPORT = {
  'C.dress': dress,
  'C.roll': () => only([add(1, 'per kit')], 'it holds pads in place'),
  'C.tape': () => only([add(1, 'per kit')], 'it fixes ends, pads and makeshift seals'),
  'C.record': record,
  'C.pupil': pupil,
  'C.vitals': vitals,
  'C.defib': defib,
  'H.warm': warm,
  'H.head': head,
  'H.call': call,
  'H.move': move,
  'S.hands': hands,
  'S.cut': cut,
  'S.light': ({ brief }) => (brief.dark ? only([add(1, 'per kit')], 'it may be dark') : nothing('no work in the dark in this brief')),
  'S.clean': () => ({ least: NONE, ideal: [add(1, 'waste bag or wipe')], reason: 'used gloves and wrappers have to go somewhere' }),
} satisfies Partial<Record<NeedId, Rule>>;
