import { describe, expect, it } from 'vitest';
import { Turns } from '../src/db/turns.ts';
import { Urgent } from '../src/db/urgent.ts';

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

describe('long work', () => {
  it('goes no step further while something urgent is under way, however many steps that takes, and goes on when it failed', async () => {
    const urgent = new Urgent();
    const steps: string[] = [];
    const long = (async () => {
      for (let step = 0; step < 20; step += 1) {
        await urgent.pass();
        steps.push('long');
      }
    })();
    await turn();
    const quick = urgent.run(async () => {
      for (let step = 0; step < 10; step += 1) {
        steps.push('urgent');
        await turn();
      }
      throw new Error('no matter');
    });
    await expect(quick).rejects.toThrow('no matter');
    await long;
    const first = steps.indexOf('urgent');
    // At most the step that was under way comes in between.
    expect(steps.slice(first, first + 11).filter((step) => step === 'long').length).toBeLessThanOrEqual(1);
    expect(steps.filter((step) => step === 'long')).toHaveLength(20);
  });
});

describe('turns', () => {
  it('let one in at a time, in the order of coming, and go on after one that failed', async () => {
    const turns = new Turns();
    const said: string[] = [];
    const work = (name: string, fails = false) =>
      turns.run(async () => {
        said.push(`${name} begins`);
        await turn();
        said.push(`${name} ends`);
        if (fails) throw new Error(name);
        return name;
      });
    const all = await Promise.allSettled([work('a'), work('b', true), work('c')]);
    expect(all.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(said).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
  });
});
