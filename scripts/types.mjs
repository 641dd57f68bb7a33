// Type checks every workspace; each in one thread, since several would each work out all the types anew, in twice the time of the processor.
import { run } from './prepare.mjs';

let isGood = true;
for (const project of ['core', 'contract', 'server', 'web', 'tsconfig.tests.json']) {
  // The compiler has said what is wrong; the next project is checked all the same.
  await run(process.execPath, ['node_modules/typescript7/bin/tsc', '--checkers', '1', '-p', project]).catch(() => {
    isGood = false;
  });
}
process.exit(isGood ? 0 : 1);
