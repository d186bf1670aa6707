'use client';
import type { JobPack, Role, Stage } from '@/core/job';
import { ArriveStage } from '@/features/arrive/ArriveStage';
import { BenchStage } from '@/features/bench/BenchStage';
import type { FitFirst } from '@/features/fit/fitData';
import { FitScreen } from '@/features/fit/FitScreen';
import { JobScreen } from '@/features/job/JobScreen';
import { LightStage } from '@/features/light/LightStage';
import { ProveStage } from '@/features/prove/ProveStage';
import { ReleaseStage } from '@/features/release/ReleaseStage';
import { MountStage, StripStage } from '@/features/strip/StripStage';
import { WireScreen } from '@/features/wire/WireScreen';

/** A job with all its stages: which one is shown, the address says, and going from one to another fetches nothing. */
export function JobApp({ pack, role, fit }: { pack: JobPack; role: Role; fit: FitFirst | null }) {
  const stages: Record<Stage, () => React.ReactNode> = {
    arrive: () => <ArriveStage />,
    fit: () => <FitScreen first={fit} />,
    wire: () => <WireScreen />,
    light: () => <LightStage />,
    strip: () => <StripStage />,
    bench: () => <BenchStage />,
    mount: () => <MountStage />,
    prove: () => <ProveStage />,
    release: () => <ReleaseStage />,
  };
  return (
    <JobScreen pack={pack} role={role}>
      {(stage) => stages[stage]()}
    </JobScreen>
  );
}
