export {
  canLeak,
  isStepDone,
  moduleStepPrefix,
  openedAgain,
  STAGE_GROUP_NAMES,
  STAGE_GROUPS,
  type StageStep,
  stageSteps,
  tickOf,
  withTick,
} from './checklist.ts';
export { type PackStep, packOrder } from './packOrder.ts';
export { labelLines, leakBag, RepackLabelSchema, RepackSchema, repackPlan } from './repack.ts';
export { SLIT_MM, type VacuumPlan, vacuumPlan } from './vacuum.ts';
export { weighIn } from './weighIn.ts';
