import { expect, it } from 'vitest';
import { seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import type { InspectionAnswer } from '../model/upkeep.ts';
import { laterAnswers } from './laterAnswers.ts';

const at = (minute: number) => `2026-12-01T10:${String(minute).padStart(2, '0')}:00.000Z`;
const said = (unitId: string, minute: number, answer: InspectionAnswer['answer'] = 'fine'): InspectionAnswer => ({
  unitId: unitId as InspectionAnswer['unitId'],
  answer,
  note: '',
  scanned: false,
  remembered: null,
  conditionBefore: 'ready',
  at: at(minute),
});

it('lets the later answer of each thing stand, and tells which came too late', () => {
  const { answers, taken, older } = laterAnswers(
    [said('a', 5, 'replace'), said('b', 1)],
    [said('a', 3), said('b', 2, 'unsure'), said('c', 4)],
  );
  expect(answers.map(({ unitId, answer }) => [unitId, answer])).toEqual([
    ['a', 'replace'],
    ['b', 'unsure'],
    ['c', 'fine'],
  ]);
  expect(taken.map(({ unitId }) => unitId)).toEqual(['b', 'c']);
  expect(older).toEqual(['a']);
});

it('knows what a thing was like before it was looked at first', () => {
  const first = { ...said('a', 1, 'replace'), conditionBefore: 'ready' as const };
  const second = { ...said('a', 2), conditionBefore: 'suspect' as const };
  expect(laterAnswers([first], [second]).answers[0]?.conditionBefore).toBe('ready');
});

it('comes to the same whichever came first, and takes nothing twice', () => {
  const random = new Random(seeded(20_261_201));
  const some = () =>
    Array.from({ length: random.below(6) }, () =>
      said('abcd'[random.below(4)] as string, random.below(60), random.below(2) === 0 ? 'fine' : 'unsure'),
    )
      // Nobody says two things of one thing at once.
      .filter(({ unitId }, index, all) => all.findIndex((other) => other.unitId === unitId) === index);
  const told = (answers: readonly InspectionAnswer[]) => answers.map(({ unitId, at: when }) => `${unitId} ${when}`).sort();
  for (let round = 0; round < 200; round += 1) {
    const [one, other] = [some(), some()];
    const both = laterAnswers(one, other).answers;
    expect(told(laterAnswers(other, one).answers)).toEqual(told(both));
    expect(laterAnswers(both, other).taken).toEqual([]);
    expect(laterAnswers(both, one).taken).toEqual([]);
  }
});
