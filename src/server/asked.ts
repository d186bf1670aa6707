/** What a page was asked with: the first of a doubled parameter, cut to a length; absent: ''. */
export const askedOf = (
  params: Readonly<Record<string, string | readonly string[] | undefined>>,
  name: string,
  max = 100,
): string => {
  const value = params[name];
  return (typeof value === 'string' ? value : (value?.[0] ?? '')).slice(0, max);
};

/** A whole number that was asked for, within its bounds; anything else is the fallback. */
export function askedNumber(text: string, max: number, fallback: number): number {
  const n = /^\d{1,9}$/.test(text) ? Number(text) : fallback;
  return n <= max ? n : fallback;
}
