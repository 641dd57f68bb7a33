import { inWords } from '../model/words.ts';
import { type Facts, idsOf, note, type Rule, type Said, warn } from './rule.ts';

const MOST_NAMED = 3;

/** What drills showed of the kit as it is packed. */
export const DRILL_RULES: readonly Rule[] = [
  {
    id: 'not-found-in-drills',
    title: 'Something that somebody does not find, or only slowly',
    check: (facts) => [...new Set(facts.finds.map(({ kind }) => kind))].flatMap((kind) => findText(facts, kind)),
  },
];

function findText(facts: Facts, kindId: string): Said[] {
  const own = facts.things.filter(({ kind }) => kind.id === kindId);
  const [first] = own;
  if (first === undefined) return [];
  const finds = facts.finds.filter(({ kind }) => kind === kindId);
  const missing = finds.filter(({ seconds }) => seconds === null).map(({ who }) => who);
  const slow = finds.flatMap(({ who, seconds }) => (seconds === null ? [] : [`takes ${who} ${Math.round(seconds)} s to find`]));
  const names = (finds[0]?.behind ?? []).map((id) => facts.nameOf(id));
  const shown = names.length > MOST_NAMED ? [...names.slice(0, MOST_NAMED - 1), `${names.length - MOST_NAMED + 1} more`] : names;
  const where = shown.length === 0 ? '' : `: it lies behind ${inWords(shown)}`;
  const says = [...slow, ...(missing.length === 0 ? [] : [`is not found by ${inWords(missing)}`])];
  // Slow is still found; and of what saves no life it is enough to know.
  const say = missing.length > 0 && 'MARCH'.includes(first.kind.rung) ? warn : note;
  return [say(`${first.kind.name} ${inWords(says)}${where}. Move it or practise.`, idsOf(own))];
}
