import { type Brief, hasChildren, hasThreat, helpersIn } from '../model/brief.ts';
import type { NeedId } from '../model/need.ts';
import { NONE, nothing, only, perCasualty, type Rule, sinceLapsed, viaRemote } from './facts.ts';
import { add, atLeast, times } from './terms.ts';

/** Amounts of what saves a life. Common practice, no source; all of them planning values. */
const limb: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'per casualty');
  const two = { least, ideal: perCasualty(facts, 2, 'per casualty') };
  if (hasThreat(facts.brief, 'machinery')) return { ...two, reason: 'machines take more than one limb, and one tourniquet can fail' };
  if (facts.brief.penetrating) return { ...two, reason: 'what goes through a limb may take two to stop, and one can fail' };
  const spare = facts.brief.staysPut || facts.brief.hoursToCare > 1;
  return spare
    ? { ...two, reason: 'one can fail, and people have four limbs' }
    : { least, ideal: least, reason: 'one per casualty; a worn kit may hold just one' };
};

/** Under about eight years, and animals: thinner than what a windlass closes on. Where ages are not known, children may be small. */
const limbSmall: Rule = ({ brief }) => {
  const { infants, small, older } = brief.childrenByAge;
  const unknown = brief.children && infants + small + older === 0;
  if (infants + small === 0 && !unknown && brief.animals === 0) return nothing('nobody with small limbs in this brief');
  return only(
    [add(1, 'per kit')],
    `${brief.animals > 0 && infants + small === 0 && !unknown ? 'animals' : 'small children'} have limbs that a windlass does not close on for certain`,
  );
};

const pack: Rule = (facts) => {
  const least = perCasualty(facts, 1, 'set per casualty');
  const ideal = perCasualty(facts, 2, 'per casualty, hemostatic and plain behind it');
  if (facts.brief.hoursToCare >= 2) ideal.push(atLeast(4, 'rolls when care is two hours away or more'));
  return { least, ideal, reason: 'hemostatic goes against the bleed, plain fills the space behind it' };
};

const press: Rule = (facts) => {
  const ideal = [...perCasualty(facts, 1, 'per casualty'), add(1, 'spare')];
  if (hasThreat(facts.brief, 'machinery', 'vehicle')) ideal.push(add(1, 'for crushed limbs, which bleed in several places'));
  return {
    least: perCasualty(facts, 1, 'per casualty'),
    ideal,
    reason: 'it holds the packing down while hands are needed elsewhere',
  };
};

const airway: Rule = (facts) => {
  if (!facts.has('airway') && !facts.has('airwayOral'))
    return nothing(`nobody in this brief is trained for a tube: positioning only${sinceLapsed(facts, 'airway', 'airwayOral')}`);
  const least = perCasualty(facts, 1, 'per casualty');
  const ideal = hasChildren(facts.brief) ? [...least, atLeast(sizeGroups(facts.brief), 'sizes, one for each group present')] : least;
  return { least, ideal, reason: `one per casualty, one of each size that may be needed${viaRemote(facts, 'airway', 'airwayOral')}` };
};

/** Adult, child from eight, small child: a tube each. For infants positioning is what a layman's kit can offer. */
function sizeGroups({ persons, childrenByAge, children }: Brief): number {
  const { infants, small, older } = childrenByAge;
  if (infants + small + older === 0) return children ? 2 : 1;
  const adults = persons > infants + small + older;
  return Math.max(1, [adults, small > 0, older > 0].filter(Boolean).length);
}

const seal: Rule = (facts) => {
  if (!facts.brief.penetrating) return nothing('no penetrating threat in this brief');
  const least = perCasualty(facts, 2, 'per casualty, entry and exit');
  return { least, ideal: [...least, add(2, 'spare')], reason: 'a wound through the chest has an entry and an exit' };
};

const decompress: Rule = (facts) => {
  if (!facts.has('decompression')) return nothing(`only for those trained and authorised${sinceLapsed(facts, 'decompression')}`);
  return { least: NONE, ideal: [add(1, 'per kit')], reason: 'trained and authorised in this brief; local protocols win' };
};

const breath: Rule = (facts) => {
  const breathStops = hasThreat(facts.brief, 'drowning');
  if (!facts.has('breath'))
    return breathStops
      ? { least: NONE, ideal: [add(1, 'per kit')], reason: 'nobody here has learnt it; compressions alone are fine until somebody comes' }
      : nothing(`untrained: compressions alone are fine${sinceLapsed(facts, 'breath')}`);
  const pairs = Math.ceil(helpersIn(facts.brief) / 2);
  return {
    least: [add(1, 'per kit')],
    ideal: [add(1, 'per pair of helpers'), times(pairs, pairs === 1 ? 'pair' : 'pairs')],
    reason: breathStops ? 'after drowning or an overdose it is breath that is missing' : 'for drowning and for two rescuers',
  };
};

export const LIFE_SAVING = {
  'M.limb': limb,
  'M.limbSmall': limbSmall,
  'M.pack': pack,
  'M.press': press,
  'A.airway': airway,
  'R.seal': seal,
  'R.breath': breath,
  'R.decompress': decompress,
} satisfies Partial<Record<NeedId, Rule>>;
