import { BriefSchema, PersonIdSchema, plainDate } from '@ivrak/core/model';
import { expect, it } from 'vitest';
import { freshKnows } from './freshKnows.ts';

const known = (day: string) => ({
  skill: 'airway' as const,
  isAuthorised: false,
  course: 'Afloat',
  lapsesOn: plainDate(day),
  closesOn: null,
});
const brief = (day: string, persons = 2) =>
  BriefSchema.parse({
    persons,
    carers: [
      { name: 'Isla', personId: PersonIdSchema.parse('isla'), knows: [known(day)] },
      { name: 'A guest', skills: ['seal'] },
    ],
  });

it('takes over what the list says by now, and leaves what is being edited', () => {
  const edited = brief('2026-12-01', 5);
  const fresh = freshKnows(edited, brief('2028-12-01'));
  expect(fresh.persons).toBe(5);
  expect(fresh.carers[0]?.knows[0]?.lapsesOn).toBe('2028-12-01');
  expect(fresh.carers[1]).toBe(edited.carers[1]);
  expect(freshKnows(edited, brief('2026-12-01'))).toBe(edited);
  // Somebody who was named a moment ago is not in what was stored yet.
  expect(freshKnows(edited, BriefSchema.parse({}))).toBe(edited);
});
