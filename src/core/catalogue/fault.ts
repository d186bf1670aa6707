import type { Reason } from '../kernel/reason';

/** A fault of a shelf at a place in it; the path is a JSON Pointer (RFC 6901). */
export interface ShelfFault {
  readonly path: string;
  readonly reason: Reason;
}
