export { browserPort } from './outbox/browser';
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
export { type JobClient, type JobNews, openJobClient } from './job/jobClient';
