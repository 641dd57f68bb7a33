export { type CarryKit, CarryKitSchema, LoadoutViewSchema, loadoutKitOf } from './carryKit.ts';
export { type CarryWorld, kitsAlone, type LoadoutKit, loadoutProblem, loadoutView, missingBearer } from './loadout.ts';
export { catalogWith, OWN_ID, ownKit } from './ownThing.ts';
export { type Outside, type SharedPlace, sharedPlaces } from './sharedPlace.ts';
export { leaveAtHome, type Scenario, type Spares } from './spare.ts';
export { type TakeLine, type TakenKit, takeList } from './takeList.ts';
export { type TripPartView, tripSheet } from './trip.ts';
export type { Lane, LoadoutView } from './view.ts';
export { type KitConflict, kitConflicts, plannedOn, WEEKDAY_NAMES, weekdayOf } from './week.ts';
