export type { Column, Mapping } from './columns.ts';
export { guessIntakeMapping, INTAKE_COLUMNS, type IntakeMapping, type IntakeReport, readIntakeRows } from './intakeCsv.ts';
export { guessMapping, KIND_COLUMNS, type KindField, type KindMapping, kindRow, type RowReport, readKindRows } from './kindCsv.ts';
export { guessOfferMapping, OFFER_COLUMNS, type OfferMapping, readOfferRows, withOffers } from './offerCsv.ts';
