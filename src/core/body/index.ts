export * from './styles';
export { BODY_VIEWS, type BodyShape, type BodyView, type ShapeKind } from './shape';
export { bodyBox, bodyDrawing, type DrawnPlace, placeOn, type PlacedIn } from './draw';
