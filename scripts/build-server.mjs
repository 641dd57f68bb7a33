// Bundles the server with the workspace core; everything from the registry stays outside the bundle.
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildServer() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      main: 'server/src/app/main.ts',
      fitThread: 'server/src/compute/fitThread.ts',
      guardThread: 'server/src/db/guardThread.ts',
      rotationThread: 'server/src/compute/rotationThread.ts',
      buyingThread: 'server/src/compute/buyingThread.ts',
    },
    outdir: 'server/dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    // A subpath is a folder of core, and its index is the door.
    alias: { '@ivrak/core': './core/src', '@ivrak/contract': './contract/src/index.ts' },
    sourcemap: 'linked',
    logLevel: 'warning',
  });
  await buildBlankDatabase();
}

/** Laid out once, here, so that a first start and every test copy it; anew only for another version of the database. */
async function buildBlankDatabase() {
  const { version } = JSON.parse(readFileSync(`${root}node_modules/@electric-sql/pglite/package.json`, 'utf8'));
  const file = `${root}server/dist/blank.tar`;
  const stamp = `${file}.version`;
  if (existsSync(file) && existsSync(stamp) && readFileSync(stamp, 'utf8') === version) return;
  const { PGlite } = await import('@electric-sql/pglite');
  const database = await PGlite.create();
  const dump = await database.dumpDataDir('none');
  await database.close();
  writeFileSync(`${file}.new`, Buffer.from(await dump.arrayBuffer()));
  renameSync(`${file}.new`, file);
  writeFileSync(stamp, version);
}
