export {
  aheadOf,
  type Angles,
  anglesOf,
  candelaOf,
  luxOf,
  METER_FACINGS,
  offAxisOf,
  pointAt,
  reachOf,
  type WallPoint,
} from './intensity';
export { changePercent, netLux, ratioOf, USUAL_SURENESS, type WithInterval } from './ratio';
export { type Alike, alike, type Load, LOADS, type SetUp, setUpFaults } from './setUp';
