'use client';
import dynamic from 'next/dynamic';
import { BayApp } from '@/features/bay/BayApp';

const Arrive = dynamic(() => import('@/features/arrive/ArriveStage').then((m) => m.ArriveStage));
const Wire = dynamic(() => import('@/features/wire/WireScreen').then((m) => m.WireScreen));
const Bench = dynamic(() => import('@/features/bench/BenchStage').then((m) => m.BenchStage));
const Prove = dynamic(() => import('@/features/prove/ProveStage').then((m) => m.ProveStage));

/** The bay view with the stages that are worked at the vehicle. */
export function BayPage({ nonce }: { nonce: string }) {
  return (
    <BayApp
      nonce={nonce}
      stages={{
        arrive: () => <Arrive />,
        wire: () => <Wire />,
        bench: () => <Bench />,
        prove: () => <Prove />,
      }}
    />
  );
}
