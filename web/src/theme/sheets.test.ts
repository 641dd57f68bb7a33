import { readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, resolve } from 'node:path';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';

const SRC = resolve(import.meta.dirname, '..');
const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' }).map((name) => resolve(SRC, name));
const sheets = files.filter((file) => file.endsWith('.module.css'));
const sources = files.filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'));

const classesIn = (file: string): Set<string> => {
  const found = new Set<string>();
  postcss.parse(readFileSync(file, 'utf8')).walkRules(({ selector }) => {
    for (const [, name] of selector.replaceAll(/:global\([^)]*\)/g, '').matchAll(/\.([\w-]+)/g)) found.add(name as string); // one group
  });
  return found;
};

/** Every `sheet.name` in the sources and every name that another sheet composes, by the file of its sheet. */
function usedNames(): Map<string, Map<string, string>> {
  const used = new Map<string, Map<string, string>>(sheets.map((file) => [file, new Map()]));
  for (const file of sources) {
    const text = readFileSync(file, 'utf8');
    for (const [, as, from] of text.matchAll(/^import (\w+) from '([^']+\.module\.css)';$/gm)) {
      const names = used.get(resolve(dirname(file), from as string));
      expect(names, `${file} imports a sheet that is not there: ${from}`).toBeDefined();
      for (const [, name] of text.replaceAll(/^import .*$/gm, '').matchAll(new RegExp(`\\b${as}\\.(\\w+)`, 'g')))
        names?.set(name as string, file);
    }
  }
  for (const file of sheets)
    for (const [, name, from] of readFileSync(file, 'utf8').matchAll(/composes: (\w+) from "([^"]+)"/g))
      used.get(resolve(dirname(file), from as string))?.set(name as string, file);
  return used;
}

describe('style sheets', () => {
  it('hold every class that is asked of them, and none that nobody asks for', () => {
    for (const [sheet, names] of usedNames()) {
      const held = classesIn(sheet);
      const missing = [...names].filter(([name]) => !held.has(name)).map(([name, file]) => `${name} in ${basename(file)}`);
      expect.soft(missing, `not in ${basename(sheet)}`).toEqual([]);
      const unused = [...held].filter((name) => !names.has(name));
      expect.soft(unused, `unused in ${basename(sheet)}`).toEqual([]);
    }
  });

  it('have names of their own, since these stand in the page', () => {
    const names = sheets.map((file) => basename(file));
    expect(new Set(names).size).toBe(names.length);
  });

  it('are modules, but for the theme', () => {
    const open = files.filter((file) => file.endsWith('.css') && !file.endsWith('.module.css'));
    expect(open.map((file) => basename(file)).sort()).toEqual(['base.css', 'tokens.css']);
  });
});
