export { compareNeeds, type NeedDifference } from './compare.ts';
export { casualtiesOf, type DerivedNeed, needsOn, showTerms } from './needs.ts';
export { briefSummary, darkPlaces, showHours } from './summary.ts';
