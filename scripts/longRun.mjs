// What runs that take as long as one likes have in common: how many and from which seed, everything prepared, and lines that count.
import { parseArgs } from 'node:util';
import { buildIfNeeded, installIfNeeded } from './prepare.mjs';

/** Reads `--<what> n --seed n`, installs and builds; gives the number, the seed, a generator from it, and how to report. */
export async function prepareLongRun(what, usual, more = {}) {
  const { values } = parseArgs({ options: { [what]: { type: 'string', default: String(usual) }, seed: { type: 'string' }, ...more } });
  const count = Number(values[what]);
  const seed = Number(values.seed ?? Math.floor(Date.now() / 86_400_000));
  if (!Number.isInteger(count) || count < 1 || !Number.isInteger(seed)) {
    console.error(`--${what} and --seed take whole numbers`);
    process.exit(1);
  }
  await installIfNeeded();
  await buildIfNeeded();
  // Not before it is installed.
  const { tsImport } = await import('tsx/esm/api');
  const { Random } = await tsImport('../core/src/fit/random.ts', import.meta.url);
  let failed = 0;
  return {
    count,
    values,
    seed,
    random: new Random(seed),
    report: (isGood, text) => {
      if (!isGood) failed += 1;
      console.log(`${isGood ? 'ok    ' : 'NOT OK'} ${text}`);
    },
    end: () => process.exit(failed === 0 ? 0 : 1),
  };
}

export const secondsSince = (began) => `${((Date.now() - began) / 1000).toFixed(0)} s`;
