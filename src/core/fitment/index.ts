export * from '../rule';
export { type Condition, type Rank } from './condition';
export {
  type Evaluation,
  type Interval,
  type Known,
  type Prepared,
  VERDICTS,
  type Verdict,
} from './evaluate';
export { judge, type JudgeContext, type Judgement, type PartLine, ROAD_MARKS, type RoadMark } from './judge';
export {
  shortlist,
  planSwap,
  isOffRoadOnly,
  indexShelf,
  WISHES,
  type Candidate,
  type ShelfIndex,
  type Wish,
} from './shortlist';
export type { FunctionRow, FunctionChange, Certainty } from './functionRows';
export type { Change } from './whatWouldChange';
export type { SwapPlan } from './profile';
export { type VehicleLack, vehicleLacks } from './vehicleLacks';
export { AIMS, type Aim } from './quest';
export { planLooks, type LookPlan, type PlannedLook } from './lookPlan';
export { swapLooks } from './swapLooks';
export { isPoor, lampHistory, togetherHistory, type Fitting, type LampHistory } from './lampHistory';
export { ruleImpact, type Impact, type TouchedSwap } from './impact';
