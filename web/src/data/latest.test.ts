import { describe, expect, it } from 'vitest';
import { latestOnly } from './latest.ts';

/** Questions that are answered when the test says so. */
function asked() {
  const open: { question: number; answer: (value: string) => void; fail: (why: Error) => void }[] = [];
  const heard: string[] = [];
  const questions = latestOnly(
    (question: number) =>
      new Promise<string>((answer, fail) => {
        open.push({ question, answer, fail });
      }),
    {
      onAnswer: (question, answer) => heard.push(`${question}: ${answer}`),
      onFailure: (failure) => heard.push(`failed: ${failure instanceof Error ? failure.message : ''}`),
    },
  );
  return { questions, open, heard };
}
const turn = () => new Promise((resolve) => setImmediate(resolve));

describe('questions to a worker', () => {
  it('go one by one, and those in between are dropped', async () => {
    const { questions, open, heard } = asked();
    for (const question of [1, 2, 3]) questions.ask(question);
    expect(open.map(({ question }) => question)).toEqual([1]);
    open[0]?.answer('a');
    await turn();
    expect(open.map(({ question }) => question)).toEqual([1, 3]);
    open[1]?.answer('b');
    await turn();
    expect(heard).toEqual(['1: a', '3: b']);
  });

  it('go on after one that failed, and the failure is told', async () => {
    const { questions, open, heard } = asked();
    questions.ask(1);
    open[0]?.fail(new Error('broken'));
    await turn();
    questions.ask(2);
    open[1]?.answer('c');
    await turn();
    expect(heard).toEqual(['failed: broken', '2: c']);
  });

  it('are not heard of any more once they were ended', async () => {
    const { questions, open, heard } = asked();
    questions.ask(1);
    questions.end();
    open[0]?.answer('late');
    await turn();
    expect(heard).toEqual([]);
  });
});
