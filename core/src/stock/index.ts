export { intakeCondition } from './intake.ts';
export { type Lender, loansFor } from './loans.ts';
export { type ModuleGap, moduleFill, moduleGaps, modulePattern } from './moduleStock.ts';
export { pickList } from './pickList.ts';
export { restockLines, type SpareUnit, sparesOfKind } from './restock.ts';
export { type RotationPlan, rotation } from './rotation.ts';
