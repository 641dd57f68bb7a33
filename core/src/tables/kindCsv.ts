import { FAMILY_FACTS, plainOfFamily, shapeGive } from '../catalog/families.ts';
import { slug } from '../catalog/freeId.ts';
import { FAMILIES, type Family } from '../model/family.ts';
import { GRADES, type Grade, KIND_CHOICES, type Kind, KindSchema } from '../model/kind.ts';
import { headingFactor } from '../model/measures.ts';
import { NEED_IDS, NEEDS, type NeedId, RUNGS } from '../model/need.ts';
import { GLOVE_SIZES, MedicineSchema, TRAIT_NAMES, type Traits } from '../model/traits.ts';
import { type Column, guessColumns, type Mapping, MEASURE_HEADINGS } from './columns.ts';

/** Columns of a table of kinds: how they are called here, under which other headings they are found, and whether a row needs them. */
export const KIND_COLUMNS = [
  { field: 'id', label: 'Id', aka: ['id', 'key', 'code'], isNeeded: false },
  { field: 'name', label: 'Name', aka: ['name', 'item', 'kind', 'article'], isNeeded: true },
  { field: 'family', label: 'Family', aka: ['family', 'sort', 'what it is', 'type', 'category'], isNeeded: false },
  { field: 'alsoCalled', label: 'Also called', aka: ['also called', 'other names', 'synonyms', 'aka'], isNeeded: false },
  { field: 'rung', label: 'Rung', aka: ['rung', 'letter', 'march', 'lane'], isNeeded: false },
  { field: 'shape', label: 'Shape', aka: ['shape', 'class'], isNeeded: false },
  { field: 'drawing', label: 'Drawing', aka: ['drawing', 'outline'], isNeeded: false },
  { field: 'wMm', label: 'Width, mm', aka: MEASURE_HEADINGS.wMm, isNeeded: true },
  { field: 'hMm', label: 'Height, mm', aka: MEASURE_HEADINGS.hMm, isNeeded: true },
  { field: 'tMm', label: 'Thickness, mm', aka: MEASURE_HEADINGS.tMm, isNeeded: true },
  { field: 'massG', label: 'Mass, g', aka: MEASURE_HEADINGS.massG, isNeeded: true },
  { field: 'price', label: 'Price', aka: ['price', 'cost', 'price each'], isNeeded: false },
  { field: 'dating', label: 'Dating', aka: ['dating', 'expiry', 'dated'], isNeeded: false },
  { field: 'pieces', label: 'Pieces in one', aka: ['pieces', 'pieces in one', 'per unit'], isNeeded: false },
  { field: 'pieceName', label: 'One piece', aka: ['piece', 'one piece', 'piece name'], isNeeded: false },
  { field: 'primary', label: 'Made for', aka: ['made for', 'primary', 'needs'], isNeeded: false },
  { field: 'substitute', label: 'Substitute for', aka: ['substitute for', 'substitute'], isNeeded: false },
  { field: 'improvised', label: 'Improvised for', aka: ['improvised for', 'improvised'], isNeeded: false },
  { field: 'tool', label: 'Tool', aka: ['tool', 'reusable'], isNeeded: false },
  { field: 'size', label: 'Size', aka: ['size', 'glove size', 'fr'], isNeeded: false },
  { field: 'ml', label: 'Holds, ml', aka: ['holds ml', 'ml', 'volume', 'volume ml'], isNeeded: false },
  { field: 'agent', label: 'Works by', aka: ['works by', 'agent'], isNeeded: false },
  { field: 'ages', label: 'For ages', aka: ['for ages', 'ages'], isNeeded: false },
  { field: 'care', label: 'Needs care', aka: ['needs care', 'care'], isNeeded: false },
  { field: 'colour', label: 'Colour', aka: ['colour', 'color'], isNeeded: false },
  { field: 'substance', label: 'Substance', aka: ['substance', 'active substance', 'medicine'], isNeeded: false },
  { field: 'medicineFor', label: 'Medicine for', aka: ['medicine for', 'purpose', 'indication'], isNeeded: false },
] as const satisfies readonly Column<string>[];
export type KindField = (typeof KIND_COLUMNS)[number]['field'];
/** Which heading of the file stands for which field; a field that is left out takes its default. */
export type KindMapping = Mapping<KindField>;

/** Headings that say what they are, in any case and punctuation. */
export const guessMapping = (headings: readonly string[]): KindMapping => guessColumns(KIND_COLUMNS, headings);

export interface RowReport {
  /** As a table program counts: the heading is row 1. */
  row: number;
  kind: Kind | null;
  issues: { field: KindField; message: string }[];
  /** Whether a kind of this id is there already and would be changed. */
  replaces: boolean;
}

type Row = Readonly<Record<string, string | undefined>>;
const FIRST_ROW = 2;

/**
 * Reads rows of a table into kinds, each row by itself: a bad row says what is wrong and where, and does not stop the others.
 * An id that stands twice is refused the second time.
 */
export function readKindRows(rows: readonly Row[], mapping: KindMapping, known: ReadonlySet<string>): RowReport[] {
  const seen = new Set<string>();
  return rows.map((row, index) => {
    const report = readKindRow(row, mapping, index + FIRST_ROW, known);
    const id = report.kind?.id;
    if (id === undefined) return report;
    if (seen.has(id)) return { ...report, kind: null, issues: [{ field: 'id', message: `"${id}" stands twice in this file` }] };
    seen.add(id);
    return report;
  });
}

function readKindRow(row: Row, mapping: KindMapping, number: number, known: ReadonlySet<string>): RowReport {
  const issues: RowReport['issues'] = [];
  const cell = (field: KindField): string => (mapping[field] === undefined ? '' : (row[mapping[field]] ?? '').trim());
  const say = (field: KindField, message: string) => issues.push({ field, message });
  const measure = (field: KindField, most: number): number => {
    const written = numberIn(cell(field));
    // As the heading says: inches and ounces become millimetres and grams.
    const value = written === null ? null : Math.round(written * headingFactor(mapping[field]) * 100) / 100;
    if (cell(field) === '') say(field, 'is missing');
    else if (value === null || value <= 0) say(field, `"${cell(field)}" is not a number over 0`);
    else if (value > most) say(field, `${value} is over ${most}: is the unit right?`);
    return value ?? 0;
  };
  const oneOf = <T extends string>(field: KindField, allowed: readonly T[], fallback: T): T => {
    const text = cell(field);
    const found = allowed.find((value) => value.toLowerCase() === text.toLowerCase());
    if (text !== '' && found === undefined) say(field, `"${text}" is not one of ${allowed.join(', ')}`);
    return found ?? fallback;
  };
  const name = cell('name');
  if (name === '') say('name', 'is missing');
  const family = readFamily(cell('family'), say);
  if (cell('rung') === '' && cell('family') === '') say('rung', 'is missing: write a family or a rung');
  const plain = plainOfFamily(family);
  const id = cell('id') === '' ? slug(name) : cell('id');
  if (!/^[a-z0-9-]{1,64}$/.test(id)) say('id', `"${id}" must be small letters, digits and -`);
  const { priceMinor, issue } = readPrice(cell('price'));
  if (issue !== null) say('price', issue);
  const pieces = cell('pieces') === '' ? plain.pieces : (numberIn(cell('pieces')) ?? 0);
  if (!Number.isInteger(pieces) || pieces < 1) say('pieces', `"${cell('pieces')}" is not a whole number over 0`);
  const shape = oneOf('shape', KIND_CHOICES.shape, plain.shape);
  const grades = readGrades(cell, say);
  const row2 = {
    ...plain,
    id,
    name,
    alsoCalled: cell('alsoCalled') === '' ? plain.alsoCalled : listIn(cell('alsoCalled')),
    rung: oneOf('rung', RUNGS, plain.rung),
    shape,
    drawing: oneOf('drawing', KIND_CHOICES.drawing, plain.drawing),
    states: [{ id: 'asSold', label: 'as packed', wMm: measure('wMm', 2000), hMm: measure('hMm', 2000), tMm: measure('tMm', 1000) }],
    give: shapeGive(shape),
    massG: measure('massG', 50_000),
    priceMinor,
    dating: oneOf('dating', KIND_CHOICES.dating, plain.dating),
    pieces,
    pieceName: cell('pieceName') === '' ? plain.pieceName : cell('pieceName'),
    grades: Object.keys(grades).length === 0 ? plain.grades : grades,
    tool: cell('tool') === '' ? plain.tool : YES.includes(cell('tool').toLowerCase()),
    traits: readTraits(family, plain.traits, cell, say),
  };
  const parsed = issues.length === 0 ? KindSchema.safeParse(row2) : null;
  if (parsed !== null && !parsed.success) say('name', parsed.error.issues[0]?.message ?? 'cannot be read');
  return { row: number, kind: parsed?.success ? parsed.data : null, issues, replaces: known.has(id) };
}

const YES: readonly string[] = ['yes', 'y', 'true', '1', 'x'];
const listIn = (text: string): string[] =>
  text
    .split(/[;|]/)
    .map((word) => word.trim())
    .filter((word) => word !== '');

type Say = (field: KindField, message: string) => void;

/** A family by its id, its name or another word for it. */
function readFamily(text: string, say: Say): Family {
  const word = text.toLowerCase();
  if (word === '') return 'other';
  const isIt = (family: Family) =>
    [family, FAMILY_FACTS[family].name, ...FAMILY_FACTS[family].alsoCalled].some((name) => name.toLowerCase() === word);
  const found = FAMILIES.find(isIt);
  if (found === undefined) say('family', `"${text}" is not a family; leave it out, or write one such as "gauze pad"`);
  return found ?? 'other';
}

/** What the row says of a thing beyond its measures, over what is usual for its family. */
function readTraits(family: Family, usual: Traits, cell: (field: KindField) => string, say: Say): Traits {
  const traits: Traits = { ...usual };
  const some = <T extends string>(field: KindField, names: Readonly<Record<T, string>>): T[] =>
    listIn(cell(field)).flatMap((word) => {
      const values = Object.keys(names) as T[]; // keyed by them
      const found = values.find((value) => [value, names[value]].some((name) => name.toLowerCase() === word.toLowerCase()));
      if (found === undefined) say(field, `"${word}" is not one of ${values.map((value) => names[value]).join(', ')}`);
      return found ?? [];
    });
  const size = cell('size')
    .toUpperCase()
    .replace(/\s*FR$/, '');
  if (size !== '') {
    const glove = GLOVE_SIZES.find((one) => one === size);
    const french = numberIn(size);
    if (family === 'gloves' && glove !== undefined) traits.gloveSize = glove;
    else if (family !== 'gloves' && french !== null) traits.airwayFr = french;
    else say('size', `"${cell('size')}" is not a size of this: S to XL for gloves, a number in Fr for airways`);
  }
  const ml = numberIn(cell('ml'));
  if (cell('ml') !== '' && (ml === null || ml <= 0)) say('ml', `"${cell('ml')}" is not a number over 0`);
  else if (ml !== null) traits.ml = ml;
  const [agent] = some('agent', TRAIT_NAMES.agent);
  if (agent !== undefined) traits.agent = agent;
  const ages = some('ages', TRAIT_NAMES.ages);
  if (ages.length > 0) traits.ages = ages;
  const care = some('care', TRAIT_NAMES.care);
  if (care.length > 0) traits.care = care;
  const [colour] = some('colour', TRAIT_NAMES.colour);
  if (colour !== undefined) traits.colour = colour;
  const purposes = some('medicineFor', TRAIT_NAMES.purposes);
  if (purposes.length > 0 || cell('substance') !== '') {
    const before = traits.medicine ?? MedicineSchema.parse({});
    traits.medicine = {
      ...before,
      substance: cell('substance') || before.substance,
      purposes: purposes.length > 0 ? purposes : before.purposes,
    };
  }
  return traits;
}

/** Words that files of earlier versions have for needs. */
const EARLIER_WORDS: Readonly<Record<string, NeedId>> = {
  limb: 'M.limb',
  packing: 'M.pack',
  pressure: 'M.press',
  airway: 'A.airway',
  seal: 'R.seal',
  breath: 'R.breath',
  decompress: 'R.decompress',
  pads: 'C.dress',
  roll: 'C.roll',
  record: 'C.record',
  vitals: 'C.vitals',
  warmth: 'H.warm',
  'head, eyes': 'H.head',
  call: 'H.call',
  'clean-up': 'S.clean',
  'small wounds': 'D.wound',
  burns: 'D.burn',
  'splint, sling': 'D.splint',
  blisters: 'D.blister',
  'bites, stings': 'D.bite',
  flush: 'D.flush',
  closing: 'D.close',
  dental: 'D.dental',
};

/** Needs by id or by label: "M.limb; pressure". */
function readGrades(cell: (field: KindField) => string, say: (field: KindField, message: string) => void): Kind['grades'] {
  const grades: Partial<Record<NeedId, Grade>> = {};
  for (const grade of GRADES) {
    for (const word of cell(grade).split(/[;|]/)) {
      const text = word.trim().toLowerCase();
      if (text === '') continue;
      const need =
        NEED_IDS.find((id) => id.toLowerCase() === text || NEEDS[id].label === text || NEEDS[id].one === text) ?? EARLIER_WORDS[text];
      if (need === undefined) say(grade, `"${word.trim()}" is not a need; write its id, such as M.limb`);
      else grades[need] ??= grade;
    }
  }
  return grades;
}

const numberIn = (text: string): number | null => (/^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : null);

function readPrice(text: string): { priceMinor: number; issue: string | null } {
  if (text === '') return { priceMinor: 0, issue: null };
  const value = numberIn(text);
  if (value === null || value < 0) return { priceMinor: 0, issue: `"${text}" is not an amount, such as 12.50` };
  return { priceMinor: Math.round(value * 100), issue: null };
}
