import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { type Actor, may } from './access';
import { currentActor } from './auth/session';
import { database } from './db/connection';
import { keptJob } from './jobs/keptJobs';
import { type JobHead, jobHead } from './jobs/jobHead';
import type { LoadedJob } from './jobs/loadJob';

/** The signed-in person of a page; without one the page becomes the sign-in, with a temporary password the place to change it. */
export async function pageActor(): Promise<Actor> {
  const actor = await currentActor();
  if (!actor) redirect('/sign-in');
  if (actor.mustChange) redirect('/me');
  return actor;
}

/** A lead, or the page is not there. */
export async function pageLead(): Promise<Actor> {
  const actor = await pageActor();
  if (!may(actor.role, 'manage-shop')) notFound();
  return actor;
}

/** A job of the session's shop, or the page is not found: other shops' jobs do not exist here. */
export const pageJob = cache(async (jobId: string): Promise<{ actor: Actor; job: LoadedJob }> => {
  const actor = await pageActor();
  const job = await keptJob(database(), actor.shopId, jobId);
  if (!job) notFound();
  return { actor, job };
});

/** What the head of a job's page says, without reading the job; of another shop's job the page is not found. */
export const pageJobHead = cache(async (jobId: string): Promise<JobHead> => {
  const actor = await pageActor();
  const head = await jobHead(database(), actor.shopId, jobId);
  if (!head) notFound();
  return head;
});

/** Not found unless the job is of the session's shop. */
export async function demandJob(jobId: string): Promise<void> {
  await pageJobHead(jobId);
}
