export { gtinCheckDigitIsRight } from './gs1.ts';
export { hibcCheckCharacter } from './hibc.ts';
export type { ScanResult } from './label.ts';
export { articleOf, readScan } from './scan.ts';
