// What a lane of tests came to: its result file, how its runner ended, and how many tests there must be at least.

/**
 * @param {{ exitCode: number, result: object | null, least: number }} run `result` is the runner's JSON, null where none was written
 * @returns {{ passed: number, failed: number, skipped: number, problems: string[] }} a problem counts as a failure: a green lane has none
 */
export function judgeLane({ exitCode, result, least }) {
  if (result === null) return { passed: 0, failed: 1, skipped: 0, problems: ['no result was written'] };
  const problems = [];
  const { numPassedTests: passed, numFailedTests: failed, numTotalTests: total, testResults } = result;
  // A file that could not be loaded holds no failed test, and still is a failure.
  for (const { name, status, assertionResults } of testResults)
    if (status === 'failed' && assertionResults.every((one) => one.status !== 'failed')) problems.push(`${name} could not be run`);
  if (total === 0) problems.push('no test was run');
  else if (passed + failed < least) problems.push(`only ${passed + failed} tests were run; there are ${least}`);
  if (exitCode !== 0 && failed === 0 && problems.length === 0) problems.push(`the runner ended with ${exitCode}`);
  return { passed, failed: failed + problems.length, skipped: total - passed - failed, problems };
}
