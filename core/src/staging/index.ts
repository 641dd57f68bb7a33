export {
  canLeak,
  hasSlits,
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
export { type MedicineLine, medicineKey } from './medicineKey.ts';
export { type PackingStep, packingSteps } from './packingSteps.ts';
export { type PackStep, packOrder } from './packOrder.ts';
export { bookedOut, labelLines, leakBag, passesFrom, RepackLabelSchema, RepackSchema, repackPlan, tubesFrom } from './repack.ts';
export { SLIT_MM, type VacuumPlan, vacuumPlan } from './vacuum.ts';
export { weighIn } from './weighIn.ts';
