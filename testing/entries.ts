import { v7 as uuidv7 } from 'uuid';

let seq = 0;

/** A note about a vehicle, as a device sends it: the plainest entry that anybody may write. */
export const modificationNote = (job: string, words: string) => ({
  id: uuidv7(),
  job,
  type: 'modification-noted',
  v: 1,
  at: new Date().toISOString(),
  device: 'tablet',
  deviceSeq: (seq += 1),
  body: { words },
});
