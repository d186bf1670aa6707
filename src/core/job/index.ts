export * from './stages/stages';
export * from './events';
export * from './events/parse';
export { type EntryFault, isKeepable, textFaults } from './events/text';
export * from './rights';
export type { DevicePerson, HeldEntry, LeadMark, TakenJob, TakenList } from './taken';
export * from './byHand';
export * from './log/frontier';
export * from './log/standing';
export * from './log/clock';
export * from './fold';
export * from './readings/vehicleFacts';
export { corrected, type TimedBody } from './readings/timedLight';
export * from './readings/wiring';
export * from './readings/wireMatters';
export * from './readings/harnessReads';
export * from './readings/harnessDoc';
export * from './readings/work';
export * from './readings/sheetUse';
export * from './readings/stepLines';
export * from './readings/parking';
export * from './readings/proof';
export { type QuoteDocument, quoteDocument, type QuoteSources } from './views/quoteDoc';
export { type AimMove, aimAgain, aimMove } from './readings/aimAgain';
export { plainLamps, proofSaid, unseenLamps } from './readings/proofSaid';
export type { ClosableBy, ItemOrigin, OpenItem } from './items/openItem';
export * from './items/openItems';
export { saysSomething } from './items/evidence';
export { type AnySaying, needsLead, saidAsLead } from './items/needsLead';
export { type Customer, customerOf, lockAsked } from './log/customer';
export { FOUND_KINDS, type FoundAll, type FoundJob, type FoundKind, type FoundRow } from './found';
export { foundHere, type JobHere, type StepHere } from './foundHere';
export { asBefore, type SimilarJob } from './similar';
export { type ItemPlace, itemPlace } from './items/itemPlace';
export { foundRight, isRight, OWN_PLUG, type PlugLook, plugsAtLamp } from './readings/plugs';
export { customerWords, isAbandoned } from './log/locked';
export type { ChoiceCheck } from './readings/check';
export * from './stages/stageStates';
export { stillToDo, type ToDo, toRelease } from './stages/toDo';
export * from './sources';
export * from './readJob';
export * from './release/release';
export type { ReleaseHands } from './release/releaseHands';
export type { ReleaseWiring } from './release/releaseWiring';
export { priceOf, type ReleaseRecords } from './release/releaseRecords';
export { type FeedPlace, feedPlace } from './readings/feedPlace';
export * from './views';
export { freeGroups } from './views/lampGroups';
export { plugChoices } from './views/plugChoices';
export { dropPercent, lightChanges } from './readings/lightChange';
export {
  photoSpot,
  type PairOfWalls,
  wallChange,
  wallEntry,
  wallSteps,
  type WallView,
} from './readings/walls';
export {
  aboveRoof,
  type SheetLamp,
  type WallDocument,
  type WallSheet,
  wallSheet,
} from './readings/wallSheet';
export { type RoadLamp, type RoadLamps, roadLamps } from './readings/road';
export {
  type BeamChange,
  type BeamRatio,
  type LampDazzle,
  eyeSpot,
  trafficOf,
  aimDistancesMm,
  isAimed,
  type LampAim,
} from './readings/beam';
export type { MountLook } from './readings/mounted';
export type { DropPoint } from './readings/drops';
export { type HandJoint, holds as jointHolds } from './readings/handJoints';
export { type AskingRows, askedFacts } from './views/asked';
export * from './readings/liveWiring';
export * from './readings/orders';
export * from './readings/removalDoc';
export { oursId, sheetAsDone } from './readings/sheetAsDone';
export * from './choice';
export type { JobLine } from './jobLine';
export * from './pack';
export { stockTaken } from './stockTaken';
export { clockMarks, type Learnt, learntOf, type LearntStep, NOTHING_LEARNT, spareKey } from './learnt';
