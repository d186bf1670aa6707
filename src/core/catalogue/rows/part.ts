import type { Adapter } from '../../harness/types';
import type { Prose } from '../../kernel/reason';
import type { Money } from '../../kernel/money';

/** A part of the shelf: what it costs, what it is, an adapter where it is one. */
export interface Part {
  readonly id: string;
  readonly name: Prose;
  readonly partNumber: string;
  readonly price: Money;
  readonly adapter?: Adapter;
  /**
   * What the wiring asks for by this name and this part is: `wire AWG 18` (by the metre), `fuse 3`, `fuse-tap`,
   * `running-module`, `fuse-holder`, `ring-terminal`, `butt-joint`, `decoder`, `flasher`, `resistor 15`, `terminal`,
   * `seal`, `blank`, `housing lamp X41`, `lead aux-1`.
   */
  readonly need?: string;
}
