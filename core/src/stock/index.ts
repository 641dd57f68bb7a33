export type { StockUnit } from '../coverage/problem.ts';
export { FreeSpares } from './freeSpares.ts';
export { intakeCondition } from './intake.ts';
export { type Lender, type Loan, loansFor } from './loans.ts';
export { type ModuleGap, moduleFill, moduleGaps, modulePattern } from './moduleStock.ts';
export { pickList } from './pickList.ts';
export { isOfferable, type RestockOptions, restockLines, type SpareTaken, sparesOfKind } from './restock.ts';
export { type RotationOptions, type RotationPlan, rotation } from './rotation.ts';
export type { RotationKit, RotationMove } from './rotationMoves.ts';
