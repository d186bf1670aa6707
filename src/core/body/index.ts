export * from './styles';
export type { BodyShape, BodyView, ShapeKind } from './shape';
export {
  bodyPicture,
  type BodyPicture,
  type DrawnLine,
  type DrawnPlace,
  placeOn,
  type PlacedIn,
} from './draw';
