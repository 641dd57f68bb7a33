// npm run dev: the server restarts on changes (tsx), the pages are served by Vite with the API behind them.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { installIfNeeded, ROOT } from './prepare.mjs';

await installIfNeeded();
const { buildServer } = await import('./build-server.mjs');
// The packing thread is always the built one.
await buildServer();
const data = process.env.IVRAK_DATA ?? join(ROOT, '.cache', 'dev-data');
mkdirSync(data, { recursive: true });
const apiPort = process.env.IVRAK_API_PORT ?? '4801';
const children = [
  spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'watch', '--clear-screen=false', 'server/src/app/main.ts'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, PORT: apiPort, IVRAK_DATA: data, IVRAK_LOG: process.env.IVRAK_LOG ?? 'info' },
  }),
  spawn(
    process.execPath,
    ['node_modules/vite/bin/vite.js', '--config', 'web/vite.config.ts', '--host', '127.0.0.1', '--port', process.env.PORT ?? '4800'],
    { cwd: ROOT, stdio: 'inherit', env: { ...process.env, IVRAK_API_PORT: apiPort } },
  ),
];
const stop = () => {
  for (const child of children) if (child.exitCode === null) child.kill('SIGTERM');
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
