import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { WEB_FOLDER } from '../paths.ts';

interface Built {
  file: string;
  imports?: string[];
  css?: string[];
}

/** Screens that must stand at once, by the address that they are opened under. */
const URGENT = [
  { path: /^\/use\/./, source: 'src/use/Use.tsx' },
  { path: /^\/drill\/(?!crew$)[^/]+$/, source: 'src/drill/FindPage.tsx' },
] as const;

/**
 * What a page's own script would ask for only after it has started, as a Link header, so that the browser fetches it beside that
 * script; null: nothing is urgent there. Read once, since a build never changes under a running server.
 */
export function preloadFor(folder = WEB_FOLDER): (path: string) => string | null {
  const file = join(folder, '.vite', 'manifest.json');
  const manifest = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Record<string, Built>) : {}; // written by the build
  const links = URGENT.map(({ path, source }) => ({ path, link: linkFor(manifest, source) }));
  return (asked) => links.find(({ path, link }) => link !== '' && path.test(asked))?.link ?? null;
}

function linkFor(manifest: Readonly<Record<string, Built>>, source: string): string {
  const found = new Set<string>();
  const add = (key: string) => {
    const built = manifest[key];
    if (built === undefined || found.has(key)) return;
    found.add(key);
    for (const one of built.imports ?? []) add(one);
  };
  add(source);
  const parts = [...found].flatMap((key) => {
    const { file, css = [] } = manifest[key] as Built; // only keys that are there were added
    return [`</${file}>; rel=modulepreload`, ...css.map((one) => `</${one}>; rel=preload; as=style`)];
  });
  return parts.join(', ');
}
