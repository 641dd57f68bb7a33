export { gapText, type Judgement, judgeKit } from './judgement.ts';
export {
  type CarryCheck,
  carryCheck,
  fitFingerprint,
  isOutside,
  kitCarry,
  kitFitProblem,
  kitMassG,
  kitPriceMinor,
  MODULE_PREFIX,
} from './kitFit.ts';
export { applyFitFix, type CarryRow, type FitProposal, type FitWorld, proposeFits, whereCarried } from './proposals.ts';
