// Type checks every workspace.
import { run } from './prepare.mjs';

let isGood = true;
for (const project of ['core', 'contract', 'server', 'web', 'tsconfig.tests.json']) {
  // The compiler has said what is wrong; the next project is checked all the same.
  await run(process.execPath, ['node_modules/typescript7/bin/tsc', '-p', project]).catch(() => {
    isGood = false;
  });
}
process.exit(isGood ? 0 : 1);
