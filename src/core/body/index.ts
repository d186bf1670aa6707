export * from './styles';
export type { BodyShape, BodyView, ShapeKind } from './shape';
export {
  facingOf,
  heightOf,
  bodyPicture,
  type BodyPicture,
  type DrawnLine,
  type DrawnPlace,
  placeOn,
  type PlacedIn,
} from './draw';
