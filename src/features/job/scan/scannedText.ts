import type { Scan } from '@/core/scan';

/** What is looked for after a scan that is no label of ours; empty: nothing that could be. */
export const scannedText = (scan: Scan): string =>
  scan.kind === 'vin' ? scan.vin : scan.kind === 'text' ? scan.text : '';
