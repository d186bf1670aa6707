export * from './types';
export { type Ordering, type Orderable } from './order';
export { type SheetUse, stripPlan, stuckSteps, type StripPlan, type WorkStep } from './plan';
export { type CrewBar, type CrewPlan, crewPlan } from './crew';
export { crewOf, trayOf } from './crewOf';
export { zoneArea, zoneView } from './zoneView';
export { arrives, type StateRow } from './states';
export * from './fastenerCount';
export { type HoldPoint, holdPoint, undoCost, type UndoCost } from './lateFind';
