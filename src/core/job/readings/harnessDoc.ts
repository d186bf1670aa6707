import { type BuildSheet, type LeadRow, leadRows } from '../../harness';
import type { PositionKey } from '../../vehicle';
import type { CheckReading } from './harnessReads';
import type { PositionWiring } from './wiring';

/** What a printed harness sheet says, as data: printed again from the same document it is the same sheet. */
export interface HarnessDocument {
  readonly form: 'yonder-bolt/harness-sheet';
  readonly version: 1;
  readonly madeAt: string;
  readonly shop: { readonly name: string; readonly zone: string };
  readonly job: { readonly number: number };
  readonly vehicle: { readonly maker: string; readonly name: string; readonly identity: string };
  readonly highVoltage: boolean;
  readonly position: PositionKey;
  readonly lamp: { readonly maker: string; readonly name: string; readonly partNumber: string };
  readonly rows: readonly LeadRow[];
  readonly build: BuildSheet | null;
  readonly checks: CheckReading | null;
}

/** Draws a sheet up from a lamp's wiring as it stands. null: there is no map. */
export function harnessDocument(
  w: PositionWiring,
  of: Pick<HarnessDocument, 'madeAt' | 'shop' | 'job' | 'vehicle' | 'highVoltage'>,
): HarnessDocument | null {
  if (!w.map) return null;
  return {
    form: 'yonder-bolt/harness-sheet',
    version: 1,
    ...of,
    position: w.position,
    lamp: { maker: w.lamp.maker, name: w.lamp.name, partNumber: w.lamp.partNumber },
    rows: leadRows(w.map, w.build, w.vehiclePlugs),
    build: w.build,
    checks: w.checks,
  };
}
