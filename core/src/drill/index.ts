export { cardsOf, DRILL_PLAN, type DueThing, type DueWhy, dueThings, nextDue } from './cards.ts';
export { type DrillEvent, drillEvent, eventNeedText } from './event.ts';
export { type FetchLine, fetchLines } from './fetching.ts';
export { slowFinds } from './finds.ts';
export { drillGrid, type GridCell, type GridRow, missesOverTime, type SittingPoint, type WorstThing, worstThing } from './grid.ts';
export { PRACTICE_USES, plannedHandS, practisedLast, usesOf } from './hands.ts';
export { boxesOf, liesOf } from './lies.ts';
export { isClosed, leftIn, type OrderPick, type OrderResult, type OrderWorld, orderResult, pickedOf, standing } from './order.ts';
