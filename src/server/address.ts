/** Longest address that is looked at, characters. */
const LONGEST = 4000;

/** Neither NUL nor half a pair of surrogates: no database keeps them. */
const keepable = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text);

function decoded(text: string): string | null {
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}

/**
 * Whether an address can be looked for at all: it decodes, is not endless, and has no sign that no database keeps. What
 * was typed into a form comes through a door of its own.
 * @param pathname as the browser sent it
 * @param search with its question mark; '' for none
 */
export function isAddress(pathname: string, search: string): boolean {
  if (pathname.length + search.length > LONGEST) return false;
  const path = decoded(pathname);
  if (path === null || !keepable(path)) return false;
  // Parameters that do not decode are read as they stand, as every browser does; NUL they must not have.
  return !/%00/.test(search) && keepable(search);
}
