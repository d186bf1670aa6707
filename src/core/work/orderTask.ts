/** A step as its order goes: where, with what in the hand, in which states, after which others. */
export interface FreeStep {
  readonly id: string;
  readonly tool: string;
  readonly zone: string;
  /** Steps that come before; ids that are not here belong to steps that are not done here. */
  readonly after: readonly string[];
  /** States that it needs, by name; one that is not named may be as it likes. */
  readonly needs: Readonly<Record<string, string>>;
  /** States that it leaves behind by being done. */
  readonly sets?: Readonly<Record<string, string>>;
}

/** Changing a state is a move of its own: it takes minutes, perhaps with a tool, perhaps somewhere. */
export interface StateMove {
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
  readonly tool?: string;
  readonly zone?: string;
  /** Other states that have to be so for it: power is joined only with every restraint plugged in. */
  readonly needs?: Readonly<Record<string, string>>;
}

/** What an order is looked for in. */
export interface OrderTask {
  readonly steps: readonly FreeStep[];
  readonly moves: readonly StateMove[];
  readonly start: {
    readonly tool: string;
    readonly zone: string;
    readonly states: Readonly<Record<string, string>>;
  };
  /** States that the vehicle must be in when all is done. */
  readonly end?: Readonly<Record<string, string>>;
  /** *Settings*: what it costs to take another tool, and to go to another place, minutes. */
  readonly toolChangeMin: number;
  readonly zoneChangeMin: number;
}
