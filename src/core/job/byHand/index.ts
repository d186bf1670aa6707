export {
  HAND_HAZARDS,
  HAND_LAMPS,
  type HandLamp,
  handFamily,
  handFunctions,
  isOwnLine,
  type OwnLine,
  ownLineFaults,
  ownLineId,
  usualLamps,
} from './handLine';
export { handLamps, type HandRows, isOwnRow, TRIAL_FIT, withHandRows } from './handLamps';
