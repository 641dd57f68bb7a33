// Type checks every workspace.
import { ROOT, run } from './prepare.mjs';

for (const project of ['core', 'server', 'web', 'tsconfig.tests.json'])
  await run(process.execPath, ['node_modules/typescript7/bin/tsc', '-p', project], { cwd: ROOT });
