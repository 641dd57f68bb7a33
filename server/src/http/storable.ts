import type { Issue } from './problem.ts';
import { pathOf } from './problem.ts';

/** NUL and halves of characters: no text of anybody holds them, and the database refuses them. Other control characters separate the fields of a label. */
const UNKEEPABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

export const isKeepable = (text: string): boolean => !UNKEEPABLE.test(text);

/** Far deeper than anything that is sent here; deeper still, writing it out again would run out of stack. */
const MOST_LEVELS = 60;
const MOST_ISSUES = 20;

/**
 * What cannot be kept of a value that was sent, wherever it stands in it: texts and names of fields with such characters, and lists within
 * lists without end. It goes through without recursion, since that is what it looks for.
 */
export function unkeepable(value: unknown): Issue[] {
  const issues: Issue[] = [];
  const open: { value: unknown; path: PropertyKey[] }[] = [{ value, path: [] }];
  for (let next = open.pop(); next !== undefined && issues.length < MOST_ISSUES; next = open.pop()) {
    const { path } = next;
    const say = (message: string) => issues.push({ path: pathOf(path), message });
    if (typeof next.value === 'string') {
      if (!isKeepable(next.value)) say('holds a character that cannot be kept (NUL, or half of a character)');
    } else if (typeof next.value === 'object' && next.value !== null) {
      if (path.length >= MOST_LEVELS) return [{ path: pathOf(path.slice(0, 3)), message: `goes more than ${MOST_LEVELS} levels deep` }];
      for (const [key, inner] of Object.entries(next.value)) {
        if (isKeepable(key)) open.push({ value: inner, path: [...path, key] });
        else say('holds a field whose name cannot be kept');
      }
    }
  }
  return issues;
}
