import { inWords } from '@ivrak/core/model';
import type { PackingStep } from '@ivrak/core/staging';
import type { Scene } from './arrange.ts';

/** "2 × gloves and shears" */
const listed = (names: readonly string[]): string => {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return inWords([...counts].map(([name, count]) => `${count === 1 ? '' : `${count} × `}${name.toLowerCase()}`));
};

/** What a thing is put on, and why there: only what follows from the packing itself. */
export function onWhatAndWhy(step: PackingStep, { draft, container, items }: Scene, nameOf: (id: string) => string): string {
  const { id, on, inFront, folded } = step;
  const isTop = container.compartments.find((room) => room.id === step.compartment)?.access === 'top';
  const reach = (one: string) => items.find((item) => item.id === one)?.reach ?? 3;
  const sooner = inFront.filter((one) => reach(one) < reach(id));
  const { locks, pins } = draft.fit;
  const said: string[] = [];
  if (on.length > 0) said.push(`On ${listed(on.map(nameOf))}.`);
  if (folded) said.push('Folded in two.');
  if (locks[id] !== undefined) said.push('You locked it here.');
  else if (pins[id] !== undefined) said.push('You chose this compartment.');
  if (inFront.length === 0) {
    const nothing = isTop ? 'Nothing comes above it' : 'Nothing comes in front of it';
    said.push(reach(id) === 3 ? `${nothing}.` : `${nothing}: it is needed soon.`);
  } else {
    const why =
      sooner.length === 0 ? '' : sooner.length === inFront.length ? ', needed sooner' : `; sooner needed: ${listed(sooner.map(nameOf))}`;
    said.push(`${isTop ? 'Above' : 'In front of'} it comes ${listed(inFront.map(nameOf))}${why}.`);
  }
  return said.join(' ');
}
