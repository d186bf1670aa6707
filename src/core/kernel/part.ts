import { weakMapMemoize } from 'reselect';

/**
 * A part of a whole that is one and the same object for as long as its fields are: what a reading depends on is named
 * by the keys, the compiler sees that it reads nothing else, and a memo of the part holds until one of them changes.
 */
export function part<T extends object>() {
  return <K extends keyof T>(...keys: readonly K[]): ((whole: T) => Pick<T, K>) => {
    const make = weakMapMemoize(
      (...values: readonly unknown[]) => Object.fromEntries(keys.map((k, i) => [k, values[i]])) as Pick<T, K>,
    );
    return (whole) => make(...keys.map((k) => whole[k]));
  };
}

/** Longer lists are not looked up: each item costs a look, and a call takes only so many arguments. */
const LIST_MAX = 2000;
const known = weakMapMemoize((...items: readonly object[]): readonly object[] => items);

/** The same list for the same items in the same order. */
export const sameList = <T extends object>(items: readonly T[]): readonly T[] =>
  items.length > LIST_MAX ? items : (known(...items) as readonly T[]);
