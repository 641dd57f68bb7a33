import { hasThreat } from '../model/brief.ts';
import type { AskedLine, NeedId } from '../model/need.ts';
import { daily, isFar, NONE, nothing, only, type Rule } from './facts.ts';
import { add, type Term, times } from './terms.ts';

/** Day-to-day amounts and medicines. Common practice, no source; all of them planning values. Never a dose. */
const SUGAR_DOSES = 2;
const sugar: Rule = ({ brief }) =>
  brief.withDiabetes > 0
    ? only([add(SUGAR_DOSES, 'doses of sugar'), times(brief.withDiabetes, 'with diabetes')], 'sugar for somebody whose level falls')
    : nothing('nobody with diabetes in this brief');

const allergy: Rule = ({ brief }) => {
  const here = brief.injectors.filter(({ where }) => where === 'kit').length;
  const onThem = brief.injectors.length - here;
  if (here > 0)
    return only([add(here, 'by agreement in this kit')], onThem > 0 ? `${onThem} more on the person` : 'each is prescribed to one person');
  if (onThem > 0) return nothing(`on the person it is prescribed to: ${onThem}`);
  return nothing(
    brief.withAllergies > 0
      ? 'ask where the injectors are: on the person, or in this kit'
      : 'nobody with a prescribed injector in this brief',
  );
};

const chestPain: Rule = ({ brief }) =>
  hasThreat(brief, 'cardiac') || brief.olderPersons > 0
    ? {
        least: NONE,
        ideal: [add(1, 'per kit')],
        reason: 'older people or hard effort; only for whom it is allowed, never for anybody who may be bleeding',
      }
    : nothing('no cardiac threat in this brief');

const DAYS_OVER = 1;
const meds: Rule = ({ brief }) => {
  const days = brief.daysOut + DAYS_OVER;
  const lines: AskedLine[] = brief.medicines.map(({ who, substance, perDay }) => ({
    sort: substance.toLowerCase(),
    label: who === '' ? substance : `${substance} (${who})`,
    least: perDay * days,
  }));
  const terms: Term[] = brief.medicines.flatMap(({ perDay, substance }) => [
    add(perDay, `${substance} a day`),
    times(days, 'days, one more than planned'),
  ]);
  if (brief.dosesPerDay > 0) {
    lines.push({ sort: '', label: 'not named yet', least: brief.dosesPerDay * days * brief.persons });
    terms.push(
      add(brief.dosesPerDay, 'doses per day and person'),
      times(days, 'days, one more than planned'),
      times(brief.persons, 'persons'),
    );
  }
  return lines.length === 0
    ? nothing('no daily medicines in this brief')
    : { ...only(terms, 'a week out is packed as eight days'), lines: joined(lines) };
};

/** Two people may take the same: their doses are of one sort. */
function joined(lines: readonly AskedLine[]): AskedLine[] {
  const bySort = new Map<string, AskedLine>();
  for (const line of lines) {
    const known = bySort.get(line.sort);
    bySort.set(
      line.sort,
      known === undefined ? line : { ...known, label: `${known.label}, ${line.label}`, least: known.least + line.least },
    );
  }
  return [...bySort.values()];
}

/** What is washed out of a dirty wound under pressure where care is far. From memory; planning value. */
const FAR_WASH_ML = 500;
const flush: Rule = (facts) => {
  const { brief, isDaily } = facts;
  const isEye = hasThreat(brief, 'eye');
  if (!isDaily && !isEye) return nothing('day-to-day things are in another bag');
  if (isFar(brief) && isDaily)
    return {
      least: [add(FAR_WASH_ML / 2, 'ml')],
      ideal: [add(FAR_WASH_ML, 'ml for a dirty wound')],
      reason: 'care is far: dirt is washed out under pressure',
    };
  return isEye
    ? { least: [add(20, 'ml')], ideal: [add(200, 'ml for an eye')], reason: 'an eye is washed before anything else' }
    : { least: [add(20, 'ml')], ideal: [add(40, 'ml')], reason: 'dirt and salt out first' };
};

const DENTAL_DAYS = 3;
const dental: Rule = ({ brief, isDaily }) =>
  brief.daysOut >= DENTAL_DAYS && isDaily
    ? { least: NONE, ideal: [add(1, 'per group')], reason: 'days from a dentist a lost filling ends a trip' }
    : nothing('a dentist is within reach');

export const DAILY = {
  'D.wound': daily({ least: 5, ideal: 10, grows: true, reason: 'small cuts come a hundred times as often' }),
  'D.burn': daily({
    least: 1,
    ideal: 2,
    grows: true,
    reason: 'flames, engines and hot water burn',
    threats: ['burn'],
    because: 'burns are among the threats of this brief',
  }),
  'D.sprain': daily({
    least: 1,
    ideal: 2,
    reason: 'the commonest injury outdoors: wrapped and cooled',
    threats: ['fall'],
    because: 'falls twist ankles and wrists',
  }),
  'D.splint': daily({
    least: 1,
    ideal: 2,
    reason: 'sprains and breaks',
    threats: ['fall', 'vehicle'],
    because: 'falls and collisions break bones',
  }),
  'D.blister': daily({ least: 2, ideal: 4, grows: true, reason: 'heels and hands' }),
  'D.bite': daily({
    least: 0,
    ideal: 2,
    grows: true,
    reason: 'bites and stings',
    threats: ['bites', 'allergic'],
    because: 'bites or stings are among the threats of this brief',
  }),
  'D.flush': flush,
  'D.close': daily({ least: 0, ideal: 1, reason: 'small clean cuts' }),
  'D.sugar': sugar,
  'D.allergy': allergy,
  'D.chestPain': chestPain,
  'D.meds': meds,
  'D.dental': dental,
} satisfies Partial<Record<NeedId, Rule>>;
