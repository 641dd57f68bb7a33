// Checks the dependency rules, and that they were checked on something.
import { createRequire } from 'node:module';
import { cruise } from 'dependency-cruiser';
import { ROOT } from './prepare.mjs';

process.chdir(ROOT);
const require = createRequire(import.meta.url);
const rules = require('../.dependency-cruiser.cjs');
const { output } = await cruise(['core/src', 'contract/src', 'server/src', 'web/src'], {
  ...rules.options,
  ruleSet: { forbidden: rules.forbidden },
  validate: true,
});
const { violations, totalCruised } = output.summary;
const WHOLE = 80;
for (const { rule, from, to } of violations) console.error(`${rule.name}: ${from} -> ${to}`);
if (totalCruised < WHOLE) console.error(`only ${totalCruised} modules were looked at: the check is not working`);
if (violations.length > 0 || totalCruised < WHOLE) process.exit(1);
console.log(`${totalCruised} modules, no rule broken`);
