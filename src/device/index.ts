export { askToStay, browserPort } from './outbox/browser';
export {
  type Me,
  openOutbox,
  type Outbox,
  type OutboxPort,
  type OutboxState,
  type Saying,
} from './outbox/outbox';
export type { Answer } from './outbox/post';
export { type Waiting } from './outbox/store';
export { browserStream } from './stream/browser';
export { type News, openStream, type Stream } from './stream/stream';
export { type Bay, type BayState, openBay } from './bay/bay';
export { openBayStore, type PackHere } from './bay/bayStore';
export { isPin } from './bay/pin';
export { type JobClient, type JobNews, openJobClient } from './job/jobClient';
