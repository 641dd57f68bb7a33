import type { FitResult } from '@ivrak/core/fit';

/** A packing as it is kept with a kit. */
export interface Packed {
  fingerprint: string;
  result: FitResult;
}
export const isPacked = (value: unknown): value is Packed =>
  typeof value === 'object' && value !== null && 'fingerprint' in value && 'result' in value;
