/** A column of a table that is taken in: how it is called here, under which other headings it is found, and whether a row needs it. */
export interface Column<Field extends string> {
  field: Field;
  label: string;
  aka: readonly string[];
  isNeeded: boolean;
}
/** Which heading of the file stands for which field; a field that is left out takes its default. */
export type Mapping<Field extends string> = Partial<Record<Field, string>>;

/** Under which headings measures are found in any table, in millimetres and grams or in inches and ounces. */
export const MEASURE_HEADINGS = {
  wMm: ['width', 'w', 'width mm', 'w mm', 'measured width', 'width in', 'width inches'],
  hMm: ['height', 'h', 'length', 'height mm', 'h mm', 'measured height', 'height in', 'height inches', 'length in'],
  tMm: ['thickness', 't', 'depth', 'thickness mm', 't mm', 'measured thickness', 'thickness in', 'thickness inches', 'depth in'],
  massG: ['mass', 'weight', 'mass g', 'weight g', 'grams', 'mass oz', 'mass each oz', 'weight oz', 'ounces'],
} as const;

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
