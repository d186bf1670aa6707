export * from '../rule';
export { judge, type JudgeContext, type Judgement, type PartLine, type WorkLine } from './judge';
export { ROAD_MARKS, type RoadMark } from './road';
export {
  shortlist,
  planSwap,
  isOffRoadOnly,
  indexShelf,
  lampAt,
  WISHES,
  type Candidate,
  type ShelfIndex,
  type Wish,
} from './shortlist';
export type { FunctionRow, FunctionChange, Certainty } from './functionRows';
export type { Change } from './whatWouldChange';
export type { SwapPlan } from './profile';
export { type VehicleLack, vehicleLacks } from './vehicleLacks';
export { AIMS, type Aim } from '../decide/quest';
export { planLooks, type LookPlan, type PlannedLook } from '../decide/lookPlan';
export { swapLooks } from './swapLooks';
export { isPoor, lampHistory, togetherHistory, type Fitting, type LampHistory } from './lampHistory';
export { ruleImpact, type Impact, type TouchedSwap } from './impact';
