import type { Reason } from '../../kernel/reason';
import type { RaisedOrigin } from '../events';
import type { Stage } from '../stages/stages';

/** What raised an item; who may close it hangs on this. */
export type ItemOrigin =
  | RaisedOrigin
  | 'contradiction'
  | 'baseline-light'
  | 'aim'
  | 'override'
  | 'choice-stale'
  | 'choice-revised'
  | 'rival-entries'
  | 'late-entry'
  | 'wire-conflict'
  | 'wire-unmapped'
  | 'light-rule'
  | 'mode'
  | 'cure'
  | 'feed'
  | 'lead-to-make'
  | 'harness-reading'
  | 'bench-proof'
  | 'loosened'
  | 'isolated'
  | 'lasting-change'
  | 'lost'
  | 'breakage'
  | 'no-sheet'
  | 'fasteners'
  | 'function-proof'
  | 'mismatch'
  | 'consent'
  | 'parts'
  | 'box'
  | 'warranty'
  | 'plug'
  | 'mount'
  | 'joint'
  | 'drop'
  | 'pair'
  | 'required';

/** Who may close an item with *done*. A lead may close any, and alone may hand one over in writing. */
export type ClosableBy = 'anyone' | 'technician' | 'lead' | 'nobody';

/**
 * How an item closes. `record`: by what it is about (the reading, the count, the plug looked at), or by a lead who
 * answers for it in writing. `words`: whoever may close it says in words how it was settled.
 */
export type ClosesBy = 'record' | 'words';

/** A promise, deferral or doubt of a job that stands until it is closed. */
export interface OpenItem {
  readonly id: string;
  readonly origin: ItemOrigin;
  /** What it is about: worded by the interface, or as a person wrote it (`words` in the facts). */
  readonly what: Reason;
  readonly stage: Stage;
  readonly raisedBy: string | null;
  readonly raisedAt: string | null;
  readonly closableBy: ClosableBy;
  /** `record`: not by words, except a lead’s in writing. */
  readonly closesBy: ClosesBy;
  /** The entry that it rests on; a closing of before does not close it. */
  readonly since?: { readonly id: string; readonly at: string };
  readonly closed: {
    /** `met`: what it asked for was done and recorded, which closed it by itself. */
    readonly how: 'done' | 'handed-over' | 'met';
    readonly words: string;
    readonly by: string;
    readonly at: string;
  } | null;
}

/** Who may close the items of each origin. */
export const CLOSABLE: Readonly<Record<ItemOrigin, ClosableBy>> = {
  promised: 'anyone',
  scope: 'anyone',
  borrowed: 'technician',
  recheck: 'technician',
  unsafe: 'lead',
  other: 'anyone',
  contradiction: 'technician',
  'baseline-light': 'technician',
  aim: 'technician',
  override: 'lead',
  'choice-stale': 'anyone',
  'choice-revised': 'technician',
  'rival-entries': 'technician',
  'late-entry': 'nobody',
  'wire-conflict': 'technician',
  'wire-unmapped': 'technician',
  'light-rule': 'lead',
  mode: 'technician',
  cure: 'technician',
  feed: 'lead',
  'lead-to-make': 'technician',
  'harness-reading': 'technician',
  'bench-proof': 'technician',
  loosened: 'technician',
  isolated: 'technician',
  'lasting-change': 'anyone',
  lost: 'technician',
  breakage: 'technician',
  'no-sheet': 'technician',
  fasteners: 'technician',
  'function-proof': 'technician',
  mismatch: 'technician',
  consent: 'anyone',
  parts: 'anyone',
  box: 'anyone',
  warranty: 'anyone',
  plug: 'technician',
  mount: 'technician',
  joint: 'technician',
  drop: 'technician',
  pair: 'anyone',
  required: 'lead',
};
