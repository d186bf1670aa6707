import { notFound } from 'next/navigation';
import { isStage } from '@/core/job';
import { pageActor, pageJobHead } from '@/server/page';
import { JobApp } from './JobApp';

interface Props {
  readonly params: Promise<{ job: string; stage: string }>;
}

export async function generateMetadata({ params }: Props) {
  const { number, vehicle } = await pageJobHead((await params).job);
  return { title: `${String(number).padStart(4, '0')} ${vehicle}` };
}

/**
 * A job, whatever its stage: the frame alone. What the job is comes as its pack, the same that a tablet takes along, and is
 * read where it is shown.
 */
export default async function Page({ params }: Props) {
  const { job, stage } = await params;
  if (!isStage(stage)) notFound();
  const actor = await pageActor();
  await pageJobHead(job);
  return <JobApp job={job} role={actor.role} />;
}
