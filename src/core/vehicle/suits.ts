import type { FactKey, FactType, FactValue } from './factRegistry';

/** Whether a value is in the domain of a fact key. */
export function suits(key: FactKey, value: FactValue): boolean {
  switch (key.type.kind) {
    case 'yes-no':
      return typeof value === 'boolean';
    case 'choice':
      if (key.type.named) return typeof value === 'string' && key.type.named.includes(value);
      return (
        typeof value === 'string' &&
        value !== '' &&
        (key.type.open === true || sayable(key.type).includes(value))
      );
    case 'number':
      return (
        typeof value === 'number' &&
        Number.isFinite(value) &&
        value >= (key.type.min ?? -Infinity) &&
        value <= (key.type.max ?? Infinity) &&
        (!key.type.whole || Number.isInteger(value))
      );
  }
}

/** What can be said of a choice from a list: its values, the rare ones too. */
export const sayable = (type: Extract<FactType, { kind: 'choice' }>): readonly string[] => [
  ...(type.rare ?? []),
  ...type.values,
];
