// What `npm start` does before there is a page: where it serves, how it ends, and what it says of a wrong setting.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it, onTestFinished } from 'vitest';
import { startServer, TODAY } from '../../e2e/server.mjs';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

describe('npm start', () => {
  it('serves on the port and folder that are asked for, empty where that is asked for, and ends on Ctrl-C', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ivrak-start-'));
    const child = spawn(process.execPath, ['scripts/start.mjs', '--empty'], {
      cwd: ROOT,
      env: { ...process.env, PORT: '0', IVRAK_DATA: folder, IVRAK_TODAY: TODAY },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        output += chunk;
      });
    const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code)));
    await expect.poll(() => output, { timeout: 600_000 }).toContain('Ivrak is ready on http://127.0.0.1:');
    const [, url] = /ready on (\S+)/.exec(output);
    const { kits } = await (await fetch(`${url}/api/kits`)).json();
    expect(kits).toEqual([]);
    const page = await fetch(`${url}/kits/any/bench`);
    expect(page.status).toBe(200);
    expect(page.headers.get('content-security-policy')).toContain("default-src 'self'");
    child.kill('SIGINT');
    expect(await ended, output).toBe(0);
    rmSync(folder, { recursive: true, force: true });
  });

  it('says in words what is wrong with a port or a day', async () => {
    const server = await startServer({ args: ['--empty'] });
    onTestFinished(async () => {
      await server.stop();
      server.remove();
    });
    const tryWith = (env) =>
      new Promise((resolve) => {
        const child = spawn(process.execPath, ['--liftoff-only', 'server/dist/main.mjs'], {
          cwd: ROOT,
          env: { ...process.env, ...env },
          stdio: ['ignore', 'pipe', 'pipe'],
        });
        let output = '';
        for (const stream of [child.stdout, child.stderr])
          stream.on('data', (chunk) => {
            output += chunk;
          });
        child.once('exit', (code) => resolve({ code, output }));
      });
    expect(await tryWith({ PORT: 'harbour' })).toMatchObject({
      code: 1,
      output: expect.stringContaining('PORT must be a number from 1 to 65535, or 0 for any that is free'),
    });
    expect(await tryWith({ PORT: '4999', IVRAK_TODAY: '2027-02-30' })).toMatchObject({
      code: 1,
      output: expect.stringContaining('IVRAK_TODAY must be a date'),
    });
    expect(await tryWith({ PORT: String(server.port), IVRAK_DATA: mkdtempSync(join(tmpdir(), 'ivrak-port-')) })).toMatchObject({
      code: 1,
      output: expect.stringContaining('is taken'),
    });
  });
});
