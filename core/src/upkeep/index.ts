export { type CourseDates, courseDates } from './courses.ts';
export { ASSUMED_CELSIUS, ageingFactor, type Heat, heatOf, REFERENCE_CELSIUS } from './heat.ts';
export { type HorizonKit, type HorizonRow, horizon } from './horizon.ts';
export {
  conditionAfter,
  type InspectionInterval,
  type InspectionStep,
  inspectionInterval,
  inspectionSteps,
  openSteps,
} from './inspection.ts';
export { laterAnswers } from './laterAnswers.ts';
export { type KeptKit, UPKEEP_PLAN, type UpkeepEvent, upkeepEvents } from './upkeep.ts';
