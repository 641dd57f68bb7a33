import { describe, expect, it } from 'vitest';
import { judgeLane } from './lane.mjs';

const file = (...statuses) => ({
  name: 'a.test.ts',
  status: statuses.includes('failed') || statuses.length === 0 ? 'failed' : 'passed',
  assertionResults: statuses.map((status) => ({ status })),
});
const result = (...files) => {
  const all = files.flatMap(({ assertionResults }) => assertionResults.map(({ status }) => status));
  const count = (status) => all.filter((one) => one === status).length;
  return { numTotalTests: all.length, numPassedTests: count('passed'), numFailedTests: count('failed'), testResults: files };
};

describe('a lane of tests', () => {
  it('is green only with tests that passed and a runner that ended well', () => {
    expect(judgeLane({ exitCode: 0, result: result(file('passed', 'passed')), least: 2 })).toEqual({
      passed: 2,
      failed: 0,
      skipped: 0,
      problems: [],
    });
    expect(judgeLane({ exitCode: 1, result: result(file('passed', 'failed')), least: 2 })).toMatchObject({
      passed: 1,
      failed: 1,
      problems: [],
    });
  });

  // Seen: the set-up of the browser lane broke off, its result held no test, and nothing was counted as failed.
  it('fails where its set-up broke off: with no test, with no result, with an error and nothing failed', () => {
    expect(judgeLane({ exitCode: 1, result: result(), least: 90 })).toMatchObject({ failed: 1, problems: ['no test was run'] });
    expect(judgeLane({ exitCode: 0, result: result(), least: 0 })).toMatchObject({ failed: 1 });
    expect(judgeLane({ exitCode: 1, result: null, least: 90 })).toMatchObject({ failed: 1, problems: ['no result was written'] });
    expect(judgeLane({ exitCode: 1, result: result(file('passed')), least: 1 })).toMatchObject({
      failed: 1,
      problems: ['the runner ended with 1'],
    });
    expect(judgeLane({ exitCode: 1, result: result(file('passed'), file()), least: 1 }).problems).toEqual(['a.test.ts could not be run']);
  });

  it('fails where fewer tests ran than there are', () => {
    const run = { exitCode: 0, result: result(file('passed', 'passed', 'skipped')) };
    expect(judgeLane({ ...run, least: 3 })).toMatchObject({ failed: 1, skipped: 1, problems: ['only 2 tests were run; there are 3'] });
  });
});
