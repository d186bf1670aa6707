import { notFound } from 'next/navigation';
import { AIMS } from '@/core/fitment';
import { isStage } from '@/core/job';
import { database } from '@/server/db/connection';
import { fitData } from '@/server/jobs/fitData';
import { packFor } from '@/server/jobs/packs';
import { pageJob } from '@/server/page';
import { JobApp } from './JobApp';

interface Props {
  readonly params: Promise<{ job: string; stage: string }>;
  readonly searchParams: Promise<{ aim?: string }>;
}

export async function generateMetadata({ params }: Props) {
  const { job } = await pageJob((await params).job);
  return { title: `${String(job.number).padStart(4, '0')} ${job.family.maker} ${job.family.name}` };
}

export default async function Page({ params, searchParams }: Props) {
  const { job: jobId, stage } = await params;
  if (!isStage(stage)) notFound();
  const { actor, job } = await pageJob(jobId);
  const asked = (await searchParams).aim;
  const aim = AIMS.find((a) => a === asked) ?? 'find-one';
  const fit =
    stage === 'fit'
      ? {
          aim,
          cursor: job.pack.cursor,
          data: await fitData(database(), actor.shopId, job, aim, new Date()),
        }
      : null;
  const pack = await packFor(database(), actor.shopId, job);
  return <JobApp pack={pack} role={actor.role} fit={fit} />;
}
