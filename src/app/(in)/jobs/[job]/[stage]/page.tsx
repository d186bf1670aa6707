import { notFound } from 'next/navigation';
import { AIMS } from '@/core/fitment';
import { isStage } from '@/core/job';
import { ArriveStage } from '@/features/arrive/ArriveStage';
import { FitStage } from '@/features/fit/FitStage';
import { JobScreen } from '@/features/job/JobScreen';
import { BenchStage } from '@/features/bench/BenchStage';
import { LightStage } from '@/features/light/LightStage';
import { MountStage, StripStage } from '@/features/strip/StripStage';
import { ProveStage } from '@/features/prove/ProveStage';
import { WireStage } from '@/features/wire/WireStage';
import { ReleaseStage } from '@/features/release/ReleaseStage';
import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { earlierJobs } from '@/server/jobs/earlierJobs';
import { fitData } from '@/server/jobs/fitData';
import { wireData } from '@/server/jobs/wireData';
import { pageJob, viewOf } from '@/server/page';

interface Props {
  readonly params: Promise<{ job: string; stage: string }>;
  readonly searchParams: Promise<{ aim?: string }>;
}

const aimOf = (text: string | undefined) => AIMS.find((a) => a === text) ?? 'find-one';

export async function generateMetadata({ params }: Props) {
  const { job } = await pageJob((await params).job);
  return { title: `${String(job.number).padStart(4, '0')} ${job.family.maker} ${job.family.name}` };
}

export default async function Page({ params, searchParams }: Props) {
  const { job: jobId, stage } = await params;
  if (!isStage(stage)) notFound();
  const { actor, job } = await pageJob(jobId);
  const rights = {
    override: may(actor.role, 'override-verdict'),
    lock: may(actor.role, 'lock-release'),
    closeAny: may(actor.role, 'close-any-item'),
    workAtVehicle: may(actor.role, 'work-at-vehicle'),
  };
  return (
    <JobScreen view={viewOf(job)} stage={stage} rights={rights}>
      {stage === 'arrive' && <ArriveStage earlier={await earlierJobs(database(), actor.shopId, job)} />}
      {stage === 'fit' && (
        <FitStage
          data={await fitData(database(), actor.shopId, job, aimOf((await searchParams).aim), new Date())}
        />
      )}
      {stage === 'wire' && <WireStage data={await wireData(database(), actor.shopId, job)} />}
      {stage === 'light' && <LightStage />}
      {stage === 'strip' && <StripStage />}
      {stage === 'bench' && <BenchStage />}
      {stage === 'mount' && <MountStage />}
      {stage === 'prove' && <ProveStage />}
      {stage === 'release' && <ReleaseStage />}
    </JobScreen>
  );
}
