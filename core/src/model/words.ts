/** "a, b and c" */
export function inWords(parts: readonly string[]): string {
  const last = parts.at(-1);
  return parts.length < 2 ? (last ?? '') : `${parts.slice(0, -1).join(', ')} and ${last}`;
}

/** "an individual first-aid kit", "a base kit" */
export const withArticle = (noun: string): string => `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`;

/** With a capital in front, as a sentence begins. */
export const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
