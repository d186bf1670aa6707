import type { Prose } from '../../kernel/reason';
import type { Dispute, PartNeed, Rule } from '../../rule';
import type { Position, PositionRole, Provided } from '../../vehicle';

/** A part that makes up for a function that the new lamp does not have, such as a separate reflector. */
export interface Supply extends Provided {
  readonly parts: readonly PartNeed[];
  readonly minutes: number;
}

/** The statement that a lamp, or a left and right pair, goes into a vehicle line at a role, under a rule. */
export interface Application {
  readonly id: string;
  readonly families: readonly string[];
  readonly role: PositionRole;
  readonly end: Position['end'];
  /** By side (`left`), or by side and layer or ordinal (`left.inner`, `right.2`), which goes before. */
  readonly lamps: Readonly<Record<string, string>>;
  readonly rule: Rule;
  readonly minutesLow: number;
  readonly minutesHigh: number;
  readonly supplies: readonly Supply[];
  /** Parts that go with it whatever the vehicle is like. */
  readonly always?: readonly PartNeed[];
  /** Matters on which the maker's table, its notes and the shop differ. */
  readonly disputes?: readonly Dispute[];
  readonly note?: Prose;
}
