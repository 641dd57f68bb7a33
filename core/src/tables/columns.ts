/** A column of a table that is taken in: how it is called here, under which other headings it is found, and whether a row needs it. */
export interface Column<Field extends string> {
  field: Field;
  label: string;
  aka: readonly string[];
  isNeeded: boolean;
}
/** Which heading of the file stands for which field; a field that is left out takes its default. */
export type Mapping<Field extends string> = Partial<Record<Field, string>>;

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** Headings that say what they are, in any case and punctuation. */
export function guessColumns<Field extends string>(columns: readonly Column<Field>[], headings: readonly string[]): Mapping<Field> {
  const mapping: Mapping<Field> = {};
  for (const { field, label, aka } of columns) {
    const names = [plain(label), ...aka];
    const found = headings.find((heading) => names.includes(plain(heading)));
    if (found !== undefined) mapping[field] = found;
  }
  return mapping;
}
