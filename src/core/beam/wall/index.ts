export { type FlatSide, type WallCutoff } from './edge';
export { type Pixel, type WallMark, type WallPlace } from './homography';
export { findMarks, type FoundMark, tappedMark } from './marks';
export { MARK, MARK_PLACES, markSectors } from './markCode';
export { type Picture } from './picture';
export { type ShopWall, withWall } from './shopWall';
export { type WallReading } from './tone';
export {
  type KeptMap,
  keptLight,
  keptMap,
  readWall,
  type WallRead,
  type WallRefused,
  type WallTask,
} from './wallRead';
export { type LampBefore, type WallMap } from './wallMap';
