import { isDeepStrictEqual } from 'node:util';

type Fields = Record<string, unknown>;
interface Both {
  before: unknown;
  after: unknown;
}

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);
const idOf = (value: unknown): string | null => (isFields(value) && typeof value.id === 'string' ? value.id : null);

/** Null: not everything in it is named, or two bear one name. */
function byId(list: unknown): Fields | null {
  if (!Array.isArray(list)) return null;
  const named = list.map((item: unknown) => [idOf(item), item] as const);
  const ids = new Set(named.map(([id]) => id));
  return ids.has(null) || ids.size < named.length ? null : Object.fromEntries(named.map(([id, item]) => [String(id), item]));
}

/**
 * What of a thing is other than it was, as it was and as it is: fields that are equal are left out, within fields too, and of a list whose
 * things are named those that are the same in both; a list that only stands in another order is kept whole. What stands on one side only
 * was added or taken away.
 */
export function differences(before: unknown, after: unknown): Both {
  if (isFields(before) && isFields(after)) return ofFields(before, after);
  const [was, is] = [byId(before), byId(after)];
  const differ = was === null || is === null ? null : ofFields(was, is);
  if (differ === null || Object.keys({ ...differ.before, ...differ.after }).length === 0) return { before, after };
  return { before: Object.values(differ.before), after: Object.values(differ.after) };
}

function ofFields(before: Fields, after: Fields): { before: Fields; after: Fields } {
  const told: { before: Fields; after: Fields } = { before: {}, after: {} };
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    if (isDeepStrictEqual(before[key], after[key])) continue;
    const inner = differences(before[key], after[key]);
    // The name stays, or nobody knows whose the rest is.
    const name = idOf(before[key]) === null ? {} : { id: idOf(before[key]) };
    if (key in before) told.before[key] = isFields(inner.before) && isFields(after[key]) ? { ...name, ...inner.before } : inner.before;
    if (key in after) told.after[key] = isFields(inner.after) && isFields(before[key]) ? { ...name, ...inner.after } : inner.after;
  }
  return told;
}
