import type { Reason } from '../kernel/reason';

/** Something in a case that leads nowhere, by its place as a JSON Pointer. */
export interface CaseFault {
  readonly path: string;
  readonly reason: Reason;
}

/** A name as one step of a JSON Pointer. Source: RFC 6901, section 3. */
export const pointer = (name: string): string => name.replace(/~/g, '~0').replace(/\//g, '~1');
