// Bundles the server with all that it loads, since thousands of files take longer to find than to read; only the embedded database stays outside.
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildServer() {
  const { metafile } = await build({
    metafile: true,
    absWorkingDir: root,
    entryPoints: {
      main: 'server/src/app/main.ts',
      fitThread: 'server/src/compute/fitThread.ts',
      guardThread: 'server/src/db/guardThread.ts',
      rotationThread: 'server/src/compute/rotationThread.ts',
      proposeThread: 'server/src/compute/proposeThread.ts',
      buyingThread: 'server/src/compute/buyingThread.ts',
      move: 'server/src/app/move.ts',
    },
    outdir: 'server/dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    // The database and the solver find their own files beside their code; the driver asks for a native part that nobody installs.
    external: ['@electric-sql/*', 'highs', 'pg-native'],
    // Packages of the older sort ask for others while they run.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    // A subpath is a folder of core, and its index is the door.
    alias: { '@ivrak/core': './core/src', '@ivrak/contract': './contract/src/index.ts' },
    // Names stay, for whoever reads a log.
    minifyWhitespace: true,
    minifySyntax: true,
    sourcemap: 'linked',
    // A part that only some need is loaded when it is.
    splitting: true,
    chunkNames: 'part-[hash]',
    logLevel: 'warning',
  });
  // Parts are named by what is in them, so that old ones would stay.
  for (const name of readdirSync(join(root, 'server/dist')))
    if (name.startsWith('part-') && metafile.outputs[`server/dist/${name}`] === undefined) rmSync(join(root, 'server/dist', name));
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
