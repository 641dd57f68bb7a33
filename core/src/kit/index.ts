export { blocksOf } from './blocks.ts';
export { type Calibration, calibrationOf, closesNow, contentsMark } from './closes.ts';
export { fitFingerprint } from './fingerprint.ts';
export { applyFitFix, type FitProposal } from './fitFix.ts';
export { type Beside, gapText, type Judgement, judgedTogether, judgeKit } from './judgement.ts';
export {
  type CarryCheck,
  carryCheck,
  computedCarry,
  fitsThere,
  goesIn,
  kitCarry,
  kitFitProblem,
  kitMassG,
  kitPriceMinor,
  MODULE_PREFIX,
  outerOf,
} from './kitFit.ts';
export { liesIn } from './lies.ts';
export { goesOn, hangsOn, isOutside } from './outside.ts';
export { arriveIn, isPlanned, partSheet, type SheetUnit, sheetCounts, sheetOf } from './planned.ts';
export { type FitWorld, proposeFits } from './proposals.ts';
export { copyOf, leaveOut, type Slimmed, slimmed } from './slim.ts';
export { heldBy, inLine, patternOf, type TwinDifference, twinDifference } from './twins.ts';
export { type CarryRow, whereCarried } from './whereCarried.ts';
