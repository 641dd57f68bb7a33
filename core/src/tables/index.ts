export type { Column, Mapping } from './columns.ts';
export { guessIntakeMapping, INTAKE_COLUMNS, type IntakeMapping, type IntakeReport, readIntakeRows } from './intakeCsv.ts';
export { guessMapping, KIND_COLUMNS, type KindField, type KindMapping, type RowReport, readKindRows } from './kindCsv.ts';
export { kindRow } from './kindRow.ts';
export { guessOfferMapping, OFFER_COLUMNS, type OfferMapping, readOfferRows, withOffers } from './offerCsv.ts';
