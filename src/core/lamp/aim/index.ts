export { EYE_POINTS, eyeOnWall, type Glare, glareOf, type TrafficSide } from './dazzle';
export {
  effectOf,
  type ScrewEffect,
  type Spot,
  type Turns,
  turnsByEffect,
  turnsOfOne,
  turnsOfTwo,
} from './screws';
export { type AimTarget, aimTargets, lowerEdgeOf } from './targets';
export {
  type AimFound,
  type AimJudged,
  aimOf,
  judgeAim,
  lineAt,
  type Standing,
  type WallLine,
} from './wallLine';
