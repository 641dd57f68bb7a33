// Bundles the server with the workspace core; everything from the registry stays outside the bundle.
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildServer() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      main: 'server/src/main.ts',
      fitThread: 'server/src/compute/fitThread.ts',
      buyingThread: 'server/src/compute/buyingThread.ts',
    },
    outdir: 'server/dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '@ivrak/core': './core/src/index.ts' },
    sourcemap: 'linked',
    logLevel: 'warning',
  });
}
