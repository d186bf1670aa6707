/** What a bar code says, for who scanned it. */
export type Scan =
  /** A label of ours: a job, and the step or the lamp that it hangs on. */
  | {
      readonly kind: 'label';
      readonly job: string;
      readonly stage: string;
      readonly step: string | null;
      readonly position: string | null;
    }
  | { readonly kind: 'vin'; readonly vin: string }
  /** A part number, a serial number or the like: as it stands. */
  | { readonly kind: 'text'; readonly text: string }
  /** An address of somebody else's: nothing is opened by it. */
  | { readonly kind: 'foreign'; readonly address: string }
  | { readonly kind: 'nothing' };

/** Signs of a VIN: letters without I, O and Q, and figures. Source: ISO 3779. */
const VIN = /(?<![A-Z0-9])[A-HJ-NPR-Z0-9]{17}(?![A-Z0-9])/;
/** As it stands on the label of a vehicle that was brought in: an I before it. Source: AIAG B-8, Code 39 VIN label. */
const IMPORTED = /(?<![A-Z0-9])I([A-HJ-NPR-Z0-9]{17})(?![A-Z0-9])/;
/** Ids of jobs are UUIDs. */
const JOB = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
const MOST = 200;

/**
 * Reads what a bar code holds. Of a label of ours only the job, the stage, the step and the place are taken, whatever
 * address it was printed under: a desk and a tablet reach the same shop by different ones.
 * @param text what was decoded, with whatever control signs it had
 */
export function readScan(text: string): Scan {
  // Fields of a DataMatrix are parted by control signs.
  const plain = text
    .replace(/[\u0000-\u001f]+/g, ' ')
    .trim()
    .slice(0, MOST);
  if (plain === '') return { kind: 'nothing' };
  if (/^[a-z][a-z0-9+.-]*:/i.test(plain)) return ofAddress(plain);
  const upper = plain.toUpperCase().replaceAll('*', '');
  const vin = IMPORTED.exec(upper)?.[1] ?? VIN.exec(upper)?.[0];
  // Seventeen letters without a figure are a word, seventeen figures a number of something else.
  if (vin && /\d/.test(vin) && /[A-Z]/.test(vin)) return { kind: 'vin', vin };
  return { kind: 'text', text: plain };
}

function ofAddress(text: string): Scan {
  const foreign = { kind: 'foreign', address: text } as const;
  if (!URL.canParse(text)) return foreign;
  const url = new URL(text);
  if (url.protocol !== 'http:' && url.protocol !== 'https:') return foreign;
  const [, jobs, job, stage] = url.pathname.split('/');
  if (jobs !== 'jobs' || !job || !JOB.test(job)) return foreign;
  return {
    kind: 'label',
    job,
    stage: stage && /^[a-z]{2,12}$/.test(stage) ? stage : 'arrive',
    step: url.searchParams.get('step'),
    position: url.searchParams.get('pos'),
  };
}
