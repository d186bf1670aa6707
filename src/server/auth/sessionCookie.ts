import { createHmac, timingSafeEqual } from 'node:crypto';

const SESSION = /(?:^|;\s*)(?:__Secure-)?yonder\.session_token=([^;]{1,400})/;

/**
 * The token of the session that a request brings, if we signed it: `<token>.<HMAC-SHA256, base64>`, as the sign-in library
 * writes it. Whether that session still stands is for the database to say.
 * @param cookies the `Cookie` header; @param secret what sessions are signed with
 */
export function sessionToken(cookies: string | null | undefined, secret: string): string | null {
  const value = SESSION.exec(cookies ?? '')?.[1];
  if (value === undefined || secret === '') return null;
  let text: string;
  try {
    text = decodeURIComponent(value);
  } catch {
    return null;
  }
  const at = text.lastIndexOf('.');
  if (at < 1) return null;
  const given = Buffer.from(text.slice(at + 1));
  const right = Buffer.from(createHmac('sha256', secret).update(text.slice(0, at)).digest('base64'));
  return given.length === right.length && timingSafeEqual(given, right) ? text.slice(0, at) : null;
}
