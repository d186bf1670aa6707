export { pitchPercent, settableUnder, underLoad } from './load';
export { type DazzleCure, dazzleCure, EYE_POINTS, eyeOnWall, type Glare, glareOf } from './dazzle';
export { knownTurns, type ScrewTurn, type Turns, turnsOfOne, turnsOfTwo } from './screws';
export { aimTargets, type AimTarget, lowerEdgeOf } from './targets';
export {
  type AimFound,
  type AimJudged,
  aimOf,
  degreesOf,
  judgeAim,
  lineAt,
  type Standing,
  type WallLine,
} from './wallLine';
