export { cardsOf, DRILL_PLAN, type DrillCard, type DueThing, type DueWhy, dueThings, gradeOf, nextDue } from './cards.ts';
export { drillGrid, type GridCell, type GridRow, type WorstThing, worstThing } from './grid.ts';
export { boxesOf, liesOf } from './lies.ts';
