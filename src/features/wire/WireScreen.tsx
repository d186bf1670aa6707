'use client';
import { useMemo } from 'react';
import { systemVOf } from '@/core/electrical';
import { useJob } from '../job/JobContext';
import type { WireData } from './wireScope';
import { WireStage } from './WireStage';

/** Wire with the rows that it draws, all out of the job’s pack. */
export function WireScreen() {
  const { view, pack } = useJob();
  const { swaps, facts } = view;
  const data = useMemo<WireData>(() => {
    const { body: family } = pack.family;
    const voltage = facts.find((f) => f.key.id === 'system-voltage' && f.subject === 'vehicle')?.value;
    return {
      connectors: Object.fromEntries(pack.connectors.map((c) => [c.id, c])),
      parts: pack.parts,
      stock: pack.stock,
      feeds: Object.fromEntries(swaps.map((s) => [s.id, s.feedMatters])),
      fuseBoxes: family.fuseBoxes ?? [],
      leads: family.leads ?? [],
      systemV: systemVOf(voltage ?? undefined),
    };
  }, [pack, swaps, facts]);
  return <WireStage data={data} />;
}
