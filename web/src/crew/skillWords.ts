import { isLapsedOn, knownSkills, type LapsePolicy, type Person, type PlainDate, SKILL_FACTS } from '@ivrak/core/model';

/** What somebody is trained for, in words: what they may not do here, and for what their course has lapsed. */
export function skillWords(person: Pick<Person, 'skills' | 'authorised' | 'courses'>, policy: LapsePolicy, on: PlainDate): string {
  const words = knownSkills(person, policy).map((known) => {
    const { name, needsAuthority } = SKILL_FACTS[known.skill];
    if (needsAuthority && !known.isAuthorised) return `${name} (not allowed here)`;
    return isLapsedOn(known, on) ? `${name} (course lapsed)` : name;
  });
  return words.join(', ') || 'nothing yet';
}
