'use client';
import { useMemo } from 'react';
import { useJob } from '../job/JobContext';
import type { WireData } from './wireScope';
import { WireStage } from './WireStage';

/** Wire with the rows that it draws, all out of the job’s pack. */
export function WireScreen() {
  const { pack } = useJob().job;
  const data = useMemo<WireData>(() => {
    const { body: family } = pack.family;
    return {
      connectors: Object.fromEntries(pack.connectors.map((c) => [c.id, c])),
      parts: pack.parts,
      stock: pack.stock,
      fuseBoxes: family.fuseBoxes ?? [],
      leads: family.leads ?? [],
      ways: family.leadWays,
      line: family,
    };
  }, [pack]);
  return <WireStage data={data} />;
}
