import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { preloadFor } from '../src/http/preload.ts';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ivrak-web-'));
  mkdirSync(join(folder, '.vite'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('what is fetched beside the first script', () => {
  it('is the Use screen with all that it imports, each once, and its styles', () => {
    const manifest = {
      'src/use/Use.tsx': { file: 'assets/Use-1.js', imports: ['_a', '_b'], css: ['assets/use-1.css'] },
      _a: { file: 'assets/a-1.js', imports: ['_b'] },
      _b: { file: 'assets/b-1.js', imports: ['_a'] },
      'src/carry/Carry.tsx': { file: 'assets/Carry-1.js' },
    };
    writeFileSync(join(folder, '.vite/manifest.json'), JSON.stringify(manifest));
    const preload = preloadFor(folder);
    expect(preload('/use/console-case')?.split(', ')).toEqual([
      '</assets/Use-1.js>; rel=modulepreload',
      '</assets/use-1.css>; rel=preload; as=style',
      '</assets/a-1.js>; rel=modulepreload',
      '</assets/b-1.js>; rel=modulepreload',
    ]);
    expect(preload('/use')).toBeNull();
    expect(preload('/carry')).toBeNull();
  });

  it('is nothing where the pages were not built, or without that screen', () => {
    expect(preloadFor(join(folder, 'nowhere'))('/use/x')).toBeNull();
    writeFileSync(join(folder, '.vite/manifest.json'), '{}');
    expect(preloadFor(folder)('/use/x')).toBeNull();
  });
});
