export interface NumberLimits {
  min: number;
  max?: number | undefined;
  /** Decimal places that are kept; 0 for whole numbers. */
  decimals: number;
}

export type NumberReading = { kind: 'number'; value: number } | { kind: 'empty' } | { kind: 'refused'; message: string };

/** Reads a typed number; a comma is a decimal point too. A number that ends in a point is one still being typed, and counts so far. */
export function readNumber(text: string, { min, max, decimals }: NumberLimits): NumberReading {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return { kind: 'empty' };
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(trimmed)) return { kind: 'refused', message: `Write a number, such as ${example(min, decimals)}.` };
  const value = Number(trimmed);
  if (decimals === 0 && !Number.isInteger(value)) return { kind: 'refused', message: 'Write a whole number.' };
  if (value < min) return { kind: 'refused', message: `At least ${formatNumber(min, decimals)}.` };
  if (max !== undefined && value > max) return { kind: 'refused', message: `At most ${formatNumber(max, decimals)}.` };
  return { kind: 'number', value: roundTo(value, decimals) };
}

export const formatNumber = (value: number, decimals: number): string => String(roundTo(value, decimals));

const example = (min: number, decimals: number): string => (decimals === 0 ? String(Math.max(min, 2)) : String(Math.max(min, 0.5)));

function roundTo(value: number, decimals: number): number {
  const factor = 10 ** decimals;
  return Math.round(value * factor) / factor;
}
