import { LapsePolicySchema, PersonSchema, plainDate } from '@ivrak/core/model';
import { expect, it } from 'vitest';
import { skillWords } from './skillWords.ts';

it('says what is not allowed here, and from the day on which a course has lapsed that it has', () => {
  const person = PersonSchema.parse({
    ...{ id: 'isla', name: 'Isla', skills: ['tourniquet', 'airway', 'decompression'] },
    courses: [{ name: 'Afloat', skills: ['airway'], issuedOn: '2024-11-25' }],
  });
  const says = (on: string) => skillWords(person, LapsePolicySchema.parse({}), plainDate(on));
  expect(says('2026-11-25')).toBe('tourniquet, nasal airway, decompression (not allowed here)');
  expect(says('2026-11-26')).toBe('tourniquet, nasal airway (course lapsed), decompression (not allowed here)');
  expect(skillWords({ skills: [], authorised: [], courses: [] }, LapsePolicySchema.parse({}), plainDate('2026-11-25'))).toBe('nothing yet');
});
