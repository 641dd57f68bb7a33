/** By definition: the international inch, and the avoirdupois ounce. Source: NIST Special Publication 811, appendix B. */
export const MM_PER_INCH = 25.4;
export const G_PER_OUNCE = 28.349523125;
const CM3_PER_CUBIC_INCH = 16.387064;

/** What lengths and masses are shown and typed in; everything is kept in millimetres and grams. */
export const MEASURES = ['metric', 'inches'] as const;
export type Measures = (typeof MEASURES)[number];

const rounded = (value: number, decimals: number): string => String(Math.round(value * 10 ** decimals) / 10 ** decimals);
/** Hundredths of an inch are a quarter of a millimetre: as fine as tenths are in thickness. */
const lengthFigure = (mm: number, measures: Measures): string => (measures === 'metric' ? rounded(mm, 1) : rounded(mm / MM_PER_INCH, 2));

export const lengthUnit = (measures: Measures): string => (measures === 'metric' ? 'mm' : 'in');
export const massUnit = (measures: Measures): string => (measures === 'metric' ? 'g' : 'oz');

/** "36 mm", "1.42 in" */
export const showLength = (mm: number, measures: Measures): string => `${lengthFigure(mm, measures)} ${lengthUnit(measures)}`;

/** "120 × 80 × 36 mm", "4.72 × 3.15 × 1.42 in"; without its unit where a heading names it. */
export const showSize = (mm: readonly number[], measures: Measures, withUnit = true): string =>
  `${mm.map((value) => lengthFigure(value, measures)).join(' × ')}${withUnit ? ` ${lengthUnit(measures)}` : ''}`;

/** "80 g", "2.8 oz": whole grams, of light things tenths; tenths of an ounce. */
export const showMass = (g: number, measures: Measures): string =>
  measures === 'metric' ? `${rounded(g, g < 10 ? 1 : 0)} g` : `${rounded(g / G_PER_OUNCE, 1)} oz`;

/** "45 cm³", "2.7 in³" */
export const showVolume = (cm3: number, measures: Measures): string =>
  measures === 'metric' ? `${rounded(cm3, 0)} cm³` : `${rounded(cm3 / CM3_PER_CUBIC_INCH, 1)} in³`;

/** Figures of prose: "45.2/90 mm", "100 x 75 mm", "0 … 12 mm", "80 g". */
const FIGURES = /(\d+(?:\.\d+)?(?:(?: [×x…–] |\/)\d+(?:\.\d+)?)*) (mm|g)\b/g;

/** Prose with its figures in other measures; names of things keep theirs where they are names only. */
export function inMeasures(text: string, measures: Measures): string {
  if (measures === 'metric') return text;
  return text.replaceAll(FIGURES, (_, figures: string, unit: string) => {
    const convert = (figure: string) => (unit === 'mm' ? lengthFigure(Number(figure), measures) : rounded(Number(figure) / G_PER_OUNCE, 1));
    return `${figures.replaceAll(/\d+(?:\.\d+)?/g, convert)} ${unit === 'mm' ? lengthUnit(measures) : massUnit(measures)}`;
  });
}

/** What a figure under a heading is to be multiplied by, to be millimetres or grams: by the unit that the heading names; none: 1. */
export function headingFactor(heading: string | undefined): number {
  const words = (heading ?? '').toLowerCase().split(/[^a-z"″]+/);
  const names = (...units: string[]) => units.some((unit) => words.includes(unit));
  if (names('in', 'inch', 'inches', '"', '″')) return MM_PER_INCH;
  if (names('oz', 'ounce', 'ounces')) return G_PER_OUNCE;
  if (names('cm')) return 10;
  return names('kg') ? 1000 : 1;
}
