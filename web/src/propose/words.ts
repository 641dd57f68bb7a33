import { isAsked } from '@ivrak/core/coverage';
import { capital, NEEDS, SKILL_FACTS, showDate } from '@ivrak/core/model';
import type { Along, First, Ladder, LadderStep, Proposal, Why } from '@ivrak/core/propose';
import { kindName } from '../data/catalog.ts';
import { grams, mm, price } from '../drawing/figures.ts';

export const amountOf: Record<Along, (value: number) => string> = { money: price, massG: grams, thicknessMm: mm };

export const HEADS: Record<Proposal['first'], string> = {
  cheapest: 'Cheapest',
  lightest: 'Lightest',
  thinnest: 'Thinnest',
  fewest: 'Fewest things',
  soonest: 'Soonest in hand',
  longest: 'Longest lasting',
};

/** "Cheapest, lightest and thinnest" */
export function headOf(firsts: readonly First[]): string {
  const heads = firsts.map((first) => HEADS[first].toLowerCase());
  return capital([heads.slice(0, -1).join(', '), heads.at(-1)].filter((part) => part !== '').join(' and '));
}

/** "Soonest in hand, then cheapest" */
export const orderText = (order: readonly First[]): string => capital(order.map((first) => HEADS[first].toLowerCase()).join(', then '));

/** "60.00 €, 22 mm" */
export function limitsText({
  money,
  massG,
  thicknessMm = null,
}: {
  money: number | null;
  massG: number | null;
  thicknessMm?: number | null;
}): string {
  const told = [money === null ? '' : price(money), thicknessMm === null ? '' : mm(thicknessMm), massG === null ? '' : grams(massG)];
  return told.filter((part) => part !== '').join(', ') || 'none';
}

/** "The first of it lapses 01 Jan 2028." Nothing where nothing in it has a date. */
export const lapseText = ({ firstLapse }: Pick<Proposal, 'firstLapse'>): string =>
  firstLapse === null ? '' : `The first of what is owned lapses ${showDate(firstLapse)}.`;

/** "Holds 9 of 11." */
export function heldText({ needs }: Pick<Proposal, 'needs'>): string {
  const asked = needs.filter(({ state, least }) => isAsked(state) && least > 0);
  const held = asked.filter(({ state }) => state !== 'gap').length;
  const thin = asked.filter(({ state }) => state === 'thin').length;
  return `Holds ${held} of ${asked.length}${thin === 0 ? '' : `, ${thin} by what stands in`}.`;
}

const countsOf = ({ things }: Pick<Proposal, 'things'>) => new Map(things.map(({ kind, count }) => [kind, count]));

/** Kinds of which a proposal has more than another one. */
export function moreThan(proposal: Pick<Proposal, 'things'>, other: Pick<Proposal, 'things'>): { kind: string; count: number }[] {
  const there = countsOf(other);
  return proposal.things.flatMap(({ kind, count }) => {
    const more = count - (there.get(kind) ?? 0);
    return more > 0 ? [{ kind, count: more }] : [];
  });
}

/** "12 g less, 14.50 € more, 3 mm thinner": how one compares to another, what is the same left out. */
export function differenceText({ total }: Proposal, { total: than }: Proposal): string {
  const parts = [
    sided(total.money - than.money, price, 'more', 'less'),
    sided(Math.round(total.massG - than.massG), grams, 'heavier', 'lighter'),
    total.thicknessMm === null || than.thicknessMm === null
      ? ''
      : sided(Math.round((total.thicknessMm - than.thicknessMm) * 10) / 10, mm, 'thicker', 'thinner'),
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'As dear, heavy and thick as the first.' : `${parts.join(', ')}.`;
}

const sided = (by: number, show: (value: number) => string, more: string, less: string): string =>
  by === 0 ? '' : `${show(Math.abs(by))} ${by > 0 ? more : less}`;

/** "proven", or what is known of how much better it could be. */
export function provenText({ proven, bound }: Pick<Proposal, 'proven' | 'bound'>): string {
  if (proven) return 'proven';
  if (bound === null) return 'best found';
  const show = {
    money: price,
    massG: grams,
    litres: (litres: number) => `${litres.toFixed(1)} l`,
    things: String,
    seconds: (s: number) => `${s} s`,
  }[bound.what];
  return `best found, ${show(bound.value)} or more`;
}

function relaxText(relax: Why['relax']): string {
  switch (relax.what) {
    case 'money':
      return `${price(relax.by)} more`;
    case 'massG':
      return `${grams(relax.by)} more`;
    case 'thicknessMm':
      return `${mm(relax.by)} more room`;
    case 'skill':
      return `somebody trained for ${SKILL_FACTS[relax.by].name}`;
    case 'barred':
      return `${kindName(relax.by)}, which you do not want`;
    case 'checked':
      return `${kindName(relax.by)}, which no check lets through`;
    case 'nothing':
      return '';
  }
}

/** "takes 28.00 € more, or 6 mm more room" */
export function whyText(why: readonly Why[]): string {
  const told = why
    .map(({ relax, and }) => [relax, and].flatMap((one) => (one === undefined ? [] : [relaxText(one)])).join(' and '))
    .filter((part) => part !== '');
  return told.length === 0 ? 'nothing in the catalogue serves it' : `takes ${told.join(', or ')}`;
}

/** The first step beyond a sum: what the next coin, gram or millimetre buys. */
export const nextStep = ({ steps }: Ladder, sum: number): LadderStep | null => steps.find(({ value }) => value > sum) ?? null;
export const stepsWithin = ({ steps }: Pick<Ladder, 'steps'>, sum: number): LadderStep[] => {
  const at = steps.findIndex(({ value }) => value > sum);
  return steps.slice(0, at < 0 ? steps.length : at);
};

/** "2 windlass tourniquet, whistle" */
export const thingsText = (things: readonly { kind: string; count: number }[]): string =>
  things.map(({ kind, count }) => (count === 1 ? kindName(kind) : `${count} × ${kindName(kind)}`)).join(', ');

/** "3 alike in whole packs: 71.20 € with shipping, 4 pieces left over; 12.00 € more for what nobody offers." */
export function orderedText(
  { total, leftover }: { total: number; leftover: readonly { count: number }[] },
  alike: number,
  usualMinor: number,
  show: (minor: number) => string,
): string {
  const left = leftover.reduce((sum, { count }) => sum + count, 0);
  const head = `${alike === 1 ? 'In' : `${alike} alike in`} whole packs: ${show(total)} with shipping`;
  const over = left === 0 ? '' : `, ${left} ${left === 1 ? 'piece' : 'pieces'} left over`;
  return `${head}${over}${usualMinor === 0 ? '' : `; ${show(usualMinor)} more for what nobody offers`}.`;
}

/** A step in one sentence, for reading along the ladder by keys. */
export function stepText({ need, value, adds, drops }: LadderStep, along: Along, number: number, of: number): string {
  const swapped = drops.length === 0 ? '' : `, ${thingsText(drops)} out`;
  const joined = adds.length === 0 ? 'nothing joins' : `${thingsText(adds)} in`;
  return `Step ${number} of ${of}: ${NEEDS[need].label} from ${amountOf[along](value)}; ${joined}${swapped}.`;
}

/** "5 needs, 15.00 € left; next at 63.50 €: chest seals" */
export function sumText(ladder: Ladder, along: Along, sum: number): string {
  const within = stepsWithin(ladder, sum);
  const show = amountOf[along];
  const left = sum - (within.at(-1)?.value ?? 0);
  const next = nextStep(ladder, sum);
  const held = `${within.length} ${within.length === 1 ? 'need' : 'needs'}, ${show(Math.max(0, Math.round(left * 10) / 10))} left`;
  return next === null ? `${held}; nothing more to buy` : `${held}; next at ${show(next.value)}: ${NEEDS[next.need].label}`;
}
