export { changesBetween, isWorse, type NeedChange, type NeedFigures } from './changes.ts';
export { type Coverage, coverage, type NeedCoverage, type NeedState, type ServedBy } from './coverage.ts';
export { classifyKit, type KitClassing, showLacking } from './kitClass.ts';
export { type CoverageProblem, gradeOf, type StockKit } from './prepare.ts';
export { type Helpfulness, previewAdd, rankKinds } from './preview.ts';
export { byRung, type RungCoverage } from './rungs.ts';
export { type WhatIf, whatIfCasualties, whatIfLost, whatIfTogether } from './whatIf.ts';
