export { bestFit } from './better.ts';
export { checkPlacement } from './check.ts';
export { createFit, defaultDecodes, packFit } from './createFit.ts';
export { laysOf, thingsIn } from './lays.ts';
export { type FitItem, type FitProblem, FitProblemSchema, type FitReason, type FitResult, type PlacedItem } from './problem.ts';
export { packingChanges, thicknessMap, thicknessProfile } from './profile.ts';
export { TRAY_PREFIX } from './result.ts';
export { outlineSize, type Point, toPhoto } from './straighten.ts';
