/** A short mark that changes with what it is made of (FNV-1a, 32 bits). */
export function markOf(parts: readonly string[]): string {
  let hash = 0x811c9dc5;
  for (const letter of parts.join('\n')) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  return (hash >>> 0).toString(16);
}
