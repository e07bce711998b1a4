export { describePlan, movesText, type Seating } from './answer.ts';
export { between } from './model/change.ts';
export { forbidden, modelOf, type Model } from './model/model.ts';
export { planOrder } from './ordering/order.ts';
export {
  changeTable,
  defaultMinutes,
  moves,
  relationOf,
  type ChangeMinutes,
  type ChangeTable,
  type Move,
} from './problem/minutes.ts';
export {
  isUsable,
  type Acceptable,
  type HeadState,
  type PlanJob,
  type PlanPosition,
  type PlanProblem,
  type PlanRequest,
} from './problem/problem.ts';
export { positionUseKeys, positionUses, type PositionUse } from './problem/uses.ts';
export { pricesElsewhere, runPlan, type PlanAsked, type PlanHooks, type PlanOutcome } from './run.ts';
export { planFixedOrder } from './seating/fixed-order.ts';
export { shareOut } from './sharing/share-out.ts';
export {
  defaultSpanWeight,
  type ShareAsked,
  type ShareOutcome,
  type ShareProblem,
  type Shared,
} from './sharing/share-problem.ts';
