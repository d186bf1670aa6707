'use client';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import type { Role, Stage } from '@/core/job';
import { JobComes } from '@/features/job/JobComes';
import { JobScreen } from '@/features/job/JobScreen';
import { useFirstPack } from '@/features/job/useFirstPack';

const load = {
  arrive: () => import('@/features/arrive/ArriveStage'),
  fit: () => import('@/features/fit/FitScreen'),
  wire: () => import('@/features/wire/WireScreen'),
  light: () => import('@/features/light/LightStage'),
  strip: () => import('@/features/strip/StripStage'),
  bench: () => import('@/features/bench/BenchStage'),
  prove: () => import('@/features/prove/ProveStage'),
  release: () => import('@/features/release/ReleaseStage'),
};
const Arrive = dynamic(() => load.arrive().then((m) => m.ArriveStage));
const Fit = dynamic(() => load.fit().then((m) => m.FitScreen));
const Wire = dynamic(() => load.wire().then((m) => m.WireScreen));
const Light = dynamic(() => load.light().then((m) => m.LightStage));
const Strip = dynamic(() => load.strip().then((m) => m.StripStage));
const Bench = dynamic(() => load.bench().then((m) => m.BenchStage));
const Mount = dynamic(() => load.strip().then((m) => m.MountStage));
const Prove = dynamic(() => load.prove().then((m) => m.ProveStage));
const Release = dynamic(() => load.release().then((m) => m.ReleaseStage));

/**
 * A job with all its stages: which one is shown, the address says, and going from one to another fetches nothing but,
 * the first time, the stage's own code; that comes by itself once the page is at rest.
 */
export function JobApp({ job, role }: { job: string; role: Role }) {
  const { pack, failed, again } = useFirstPack(job);
  useEffect(() => {
    const all = () => Object.values(load).forEach((part) => void part().catch(() => undefined));
    const idle = requestIdleCallback(all, { timeout: 3000 });
    return () => cancelIdleCallback(idle);
  }, []);
  const stages: Record<Stage, () => React.ReactNode> = {
    arrive: () => <Arrive />,
    fit: () => <Fit />,
    wire: () => <Wire />,
    light: () => <Light />,
    strip: () => <Strip />,
    bench: () => <Bench />,
    mount: () => <Mount />,
    prove: () => <Prove />,
    release: () => <Release />,
  };
  if (!pack) return <JobComes failed={failed} onAgain={again} />;
  return (
    <JobScreen pack={pack} role={role}>
      {(stage) => stages[stage]()}
    </JobScreen>
  );
}
