import type { FactValue } from './factRegistry';

/** How common a value is before anybody looked: any positive weight. Numbers stand for all values of their cell. */
export interface TypicalValue {
  readonly value: FactValue;
  readonly weight: number;
}

/** What is usual for a fact, at large (fact key) or in a vehicle line (family), where the line's own outweighs. */
export interface Prior {
  readonly fact: string;
  readonly typical: readonly TypicalValue[];
}
