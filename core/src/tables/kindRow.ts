import type { Grade, Kind } from '../model/kind.ts';
import { G_PER_OUNCE, lengthUnit, type Measures, MM_PER_INCH, massUnit } from '../model/measures.ts';
import { KIND_COLUMNS, type KindField } from './kindCsv.ts';

/** A kind as a row of the same table, so that an export can be read in again. */
export function kindRow(kind: Kind, measures: Measures = 'metric'): Record<string, string> {
  const state = kind.states[0];
  const needs = (grade: Grade) =>
    Object.entries(kind.grades)
      .filter(([, value]) => value === grade)
      .map(([need]) => need)
      .join('; ');
  const [inch, ounce] = measures === 'metric' ? [1, 1] : [MM_PER_INCH, G_PER_OUNCE];
  const figure = (value: number | undefined, factor: number) =>
    value === undefined ? '' : String(Math.round((value / factor) * 1000) / 1000);
  const cells: Record<KindField, string> = {
    id: kind.id,
    name: kind.name,
    rung: kind.rung,
    shape: kind.shape,
    drawing: kind.drawing,
    wMm: figure(state?.wMm, inch),
    hMm: figure(state?.hMm, inch),
    tMm: figure(state?.tMm, inch),
    massG: figure(kind.massG, ounce),
    price: (kind.priceMinor / 100).toFixed(2),
    dating: kind.dating,
    pieces: String(kind.pieces),
    pieceName: kind.pieceName,
    primary: needs('primary'),
    substitute: needs('substitute'),
    improvised: needs('improvised'),
    family: kind.family,
    alsoCalled: kind.alsoCalled.join('; '),
    tool: kind.tool ? 'yes' : 'no',
    size: kind.traits.gloveSize ?? (kind.traits.airwayFr === undefined ? '' : String(kind.traits.airwayFr)),
    ml: kind.traits.ml === undefined ? '' : String(kind.traits.ml),
    agent: kind.traits.agent ?? '',
    ages: (kind.traits.ages ?? []).join('; '),
    care: (kind.traits.care ?? []).join('; '),
    colour: kind.traits.colour ?? '',
    substance: kind.traits.medicine?.substance ?? '',
    medicineFor: (kind.traits.medicine?.purposes ?? []).join('; '),
  };
  return Object.fromEntries(KIND_COLUMNS.map(({ field, label }) => [headingIn(label, measures), cells[field]]));
}

/** "Width, in" */
const headingIn = (label: string, measures: Measures): string =>
  label.replace(/, mm$/, `, ${lengthUnit(measures)}`).replace(/, g$/, `, ${massUnit(measures)}`);
