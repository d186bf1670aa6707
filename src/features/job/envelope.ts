import { v7 as uuidv7 } from 'uuid';
import { hybridNow } from '@/core/job';
import type { Envelope } from './acts';

const DEVICE = 'yonder-device';
const SEQ = 'yonder-device-seq';

function kept(name: string, make: () => string): string {
  const found = window.localStorage.getItem(name);
  if (found !== null) return found;
  const made = make();
  window.localStorage.setItem(name, made);
  return made;
}

/**
 * Identity and clock for something this device is about to say.
 * @param seenAt the latest clock reading that the screen shows
 */
export function envelope(seenAt: string | null): Envelope {
  const device = kept(DEVICE, () => uuidv7());
  const deviceSeq = Number(kept(SEQ, () => '0')) + 1;
  window.localStorage.setItem(SEQ, String(deviceSeq));
  return { id: uuidv7(), at: hybridNow(Date.now(), seenAt), device, deviceSeq };
}
