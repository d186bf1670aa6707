import { aimRead } from './aimRead';
import { wallRead } from './wallRead';
import { aimChecked } from './aimChecked';
import { jobAbandoned } from './jobAbandoned';
import { lightRead } from './lightRead';
import { lightTimed } from './lightTimed';
import { lightWatched } from './lightWatched';
import { lineCorrected } from './lineCorrected';
import { mountLooked } from './mountLooked';
import { recheckSeen } from './recheckSeen';
import { wordsCorrected } from './wordsCorrected';
import { asFound } from './asFound';
import { benchRead } from './benchRead';
import { boxChecked } from './boxChecked';
import { checkRead } from './checkRead';
import { customerNoted } from './customerNoted';
import { dropRead } from './dropRead';
import { entryAdmitted } from './entryAdmitted';
import { factStated } from './factStated';
import { fastenerCounted } from './fastenerCounted';
import { feedChosen } from './feedChosen';
import { figureNoted } from './figureNoted';
import { itemClosed } from './itemClosed';
import { itemRaised } from './itemRaised';
import { jobOpened } from './jobOpened';
import { jointTugged } from './jointTugged';
import { lampDescribed } from './lampDescribed';
import { stepAdded } from './stepAdded';
import type { EventKind, Entry, Stored } from './kind';
import { lampChosen } from './lampChosen';
import { lockAsked } from './lockAsked';
import { modificationNoted } from './modificationNoted';
import { partMoved } from './partMoved';
import { photoAdded } from './photoAdded';
import { photoMarked } from './photoMarked';
import { pinsSet } from './pinsSet';
import { plugRecorded } from './plugRecorded';
import { proofSeen } from './proofSeen';
import { quoteAgreed } from './quoteAgreed';
import { releaseLocked } from './releaseLocked';
import { scopeAdded } from './scopeAdded';
import { sheetChosen } from './sheetChosen';
import { stepTicked } from './stepTicked';
import { breakageNoted } from './breakageNoted';
import { changeNoted } from './changeNoted';
import { sideKept } from './sideKept';
import { stepLooked } from './stepLooked';
import { crewArranged } from './crewArranged';
import { stepsArranged } from './stepsArranged';
import { workPaused } from './workPaused';
import { swapOpened } from './swapOpened';
import { voided } from './voided';
import { warrantyLinked } from './warrantyLinked';
import { wireDecided } from './wireDecided';
import { wishesStated } from './wishesStated';

/** Every kind of entry that a job knows, by type. */
export const EVENT_KINDS = {
  'job-opened': jobOpened,
  'fact-stated': factStated,
  'as-found': asFound,
  'wishes-stated': wishesStated,
  'modification-noted': modificationNoted,
  'swap-opened': swapOpened,
  'lamp-chosen': lampChosen,
  'item-raised': itemRaised,
  'item-closed': itemClosed,
  'plug-recorded': plugRecorded,
  'feed-chosen': feedChosen,
  'wire-decided': wireDecided,
  'pins-set': pinsSet,
  'check-read': checkRead,
  'figure-noted': figureNoted,
  'bench-read': benchRead,
  'sheet-chosen': sheetChosen,
  'step-ticked': stepTicked,
  'fastener-counted': fastenerCounted,
  'proof-seen': proofSeen,
  'quote-agreed': quoteAgreed,
  'part-moved': partMoved,
  'box-checked': boxChecked,
  'scope-added': scopeAdded,
  'photo-added': photoAdded,
  'photo-marked': photoMarked,
  'warranty-linked': warrantyLinked,
  'light-read': lightRead,
  'aim-checked': aimChecked,
  'aim-read': aimRead,
  'wall-read': wallRead,
  'recheck-seen': recheckSeen,
  'light-timed': lightTimed,
  'light-watched': lightWatched,
  'mount-looked': mountLooked,
  'joint-tugged': jointTugged,
  'lamp-described': lampDescribed,
  'step-added': stepAdded,
  'drop-read': dropRead,
  'step-looked': stepLooked,
  'crew-arranged': crewArranged,
  'steps-arranged': stepsArranged,
  'side-kept': sideKept,
  'work-paused': workPaused,
  'breakage-noted': breakageNoted,
  'change-noted': changeNoted,
  'job-abandoned': jobAbandoned,
  'words-corrected': wordsCorrected,
  'line-corrected': lineCorrected,
  'customer-noted': customerNoted,
  'lock-asked': lockAsked,
  'entry-admitted': entryAdmitted,
  'release-locked': releaseLocked,
  void: voided,
} as const;

export type EventType = keyof typeof EVENT_KINDS;
type Bodies = {
  readonly [T in EventType]: (typeof EVENT_KINDS)[T] extends EventKind<string, infer B, object> ? B : never;
};
/** The body of a type at its present version. */
export type BodyOf<T extends EventType> = Bodies[T];
/** What a writer says of a body; what was seen of the value is added where it is written down. */
export type Said<T extends EventType> = Omit<BodyOf<T>, 'after'>;

/** What is said of a type, whichever it is. */
export type AnySaid = { [T in EventType]: { readonly type: T; readonly body: Said<T> } }[EventType];

/** What happened, as the device wrote it. */
export type JobEvent<T extends EventType = EventType> = Entry<BodyOf<T>, T>;
/** The same as stored. */
export type StoredEvent<T extends EventType = EventType> = Stored<BodyOf<T>, T>;
/** An entry of any type. */
export type AnyEvent = { [T in EventType]: JobEvent<T> }[EventType];
/** An entry of any type with its place in the job. */
export type AnyStoredEvent = { [T in EventType]: StoredEvent<T> }[EventType];

/** Whether a text names a type. */
export const isEventType = (t: unknown): t is EventType =>
  typeof t === 'string' && Object.hasOwn(EVENT_KINDS, t);

/** The kind of a type, for callers that know the type only when they run. */
export const kindOf = (type: EventType) =>
  EVENT_KINDS[type] as unknown as EventKind<EventType, unknown, object>;

export { CONTACT_CONSENTS, type ContactConsent, CUSTOMER_MAX, LANGUAGE_MAX } from './customerNoted';
export { type AimRead } from './aimChecked';
export { LAMP_VOLTAGES, type LampVoltage } from './lampDescribed';
export { HAND_STEPS, type HandStep } from './stepAdded';
export { type ColumnReading, type LightWhen, type ReadWhen } from './lightRead';
export { type Timed } from './lightTimed';
export { MOUNT_CHECKS, MOUNT_LOOKED, type MountCheck, type MountLooked } from './mountLooked';
export { RECHECK_OUTCOMES, type RecheckOutcome } from './recheckSeen';
export { AS_FOUND, type AsFound } from './asFound';
export { BOX_CHECKS, type BoxCheck } from './boxChecked';
export { type Calculator } from './figureNoted';
export { AFTER_MAX } from './form';
export { ITEM_ORIGINS, isPersonsItem, type RaisedOrigin } from './itemRaised';
export type { EventKind, JobFrame, JobShape, Stored, Surety } from './kind';
export type { RowRef } from './lampChosen';
export { HELD_BEHIND, type HeldBehind, type PartMove } from './partMoved';
export { LOOKED, type Looked, PLUG_CHECKS, type PlugCheck } from './plugRecorded';
export { BREAKAGE_COSTS, type BreakageCost, SPARE_STATES, type SpareState } from './breakageNoted';
export { type Consent } from './changeNoted';
export { PHOTO_MARKS, type PhotoMarkKind } from './photoMarked';
export { type StepLooked } from './stepLooked';
export { type StepOutcome } from './stepTicked';
export { WARRANTY_SYMPTOMS, type WarrantySymptom } from './warrantyLinked';
