export * from './length';
export * from './current';
export * from './meter';
export * from './lengthRange';
export type { FigureRead } from './readFigure';
export {
  isBare,
  type Measured,
  readMeasure,
  typedAs,
  type TypedHow,
  typedWithUnit,
  type Units,
  UNITS,
} from './units';
export { readWallDistance, WALL_DISTANCE_M, type WallDistanceRead } from './wallDistance';
