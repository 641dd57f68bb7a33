import type { Issue } from './problem.ts';
import { pathOf } from './problem.ts';

/** NUL and halves of characters: no text of anybody holds them, and the database refuses them. Other control characters separate the fields of a label. */
const UNKEEPABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

export const isKeepable = (text: string): boolean => !UNKEEPABLE.test(text);

/** Far deeper than anything that is sent here; deeper still, writing it out again would run out of stack. */
const MOST_LEVELS = 60;

/**
 * What cannot be kept of a value that was sent, wherever it stands in it: texts and names of fields with such characters, and lists within
 * lists without end. It goes through without recursion, since that is what it looks for.
 */
export function unkeepable(sent: unknown): Issue[] {
  const issues: Issue[] = [];
  const open: { holder: unknown; path: PropertyKey[] }[] = [{ holder: sent, path: [] }];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const { holder, path } = next;
    if (typeof holder !== 'object' || holder === null) continue;
    if (path.length >= MOST_LEVELS) return [{ path: pathOf(path.slice(0, 3)), message: `goes more than ${MOST_LEVELS} levels deep` }];
    for (const [key, inner] of Object.entries(holder)) {
      if (!isKeepable(key)) issues.push({ path: pathOf(path), message: 'holds a field whose name cannot be kept' });
      else if (typeof inner === 'object') open.push({ holder: inner, path: [...path, key] });
      else if (typeof inner === 'string' && !isKeepable(inner))
        issues.push({ path: pathOf([...path, key]), message: 'holds a character that cannot be kept (NUL, or half of a character)' });
    }
  }
  return issues;
}
