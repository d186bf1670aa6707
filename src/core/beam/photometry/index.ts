export { anglesOf, luxOf, offAxisOf, type WallPoint } from './intensity';
export { changePercent, netLux, ratioOf, type WithInterval } from './ratio';
export { type Alike, alike, type Load, LOADS, type SetUp, setUpFaults } from './setUp';
