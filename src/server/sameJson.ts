import { isDeepStrictEqual } from 'node:util';

/** Whether two values are the same as JSON: what a database column would give back for both. */
export function sameJson(a: unknown, b: unknown): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)));
}
