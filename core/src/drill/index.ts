export { cardsOf, DRILL_PLAN, type DueThing, type DueWhy, dueThings, nextDue } from './cards.ts';
export { type DrillEvent, drillEvent, eventNeedText } from './event.ts';
export { drillGrid, type GridCell, type GridRow, type WorstThing, worstThing } from './grid.ts';
export { PRACTICE_USES, usesOf } from './hands.ts';
export { boxesOf, liesOf } from './lies.ts';
export { isClosed, leftIn, type OrderPick, type OrderResult, type OrderWorld, orderResult, pickedOf, standing } from './order.ts';
