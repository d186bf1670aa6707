import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Sender } from './bounds';

const SESSION = /(?:^|;\s*)(?:__Secure-)?yonder\.session_token=([^;]{1,400})/;

/**
 * Whether a request brings a session that we once gave out, by its signature alone: no database is asked. Whether it
 * still holds is for the application to say; here it only says whose larger bodies are waited for.
 */
export function broughtSession(cookies: string | undefined, secret: string): boolean {
  const value = SESSION.exec(cookies ?? '')?.[1];
  if (value === undefined || secret === '') return false;
  let text: string;
  try {
    text = decodeURIComponent(value);
  } catch {
    return false;
  }
  const at = text.lastIndexOf('.');
  if (at < 1) return false;
  const given = Buffer.from(text.slice(at + 1));
  const right = Buffer.from(createHmac('sha256', secret).update(text.slice(0, at)).digest('base64'));
  return given.length === right.length && timingSafeEqual(given, right);
}

/** Whether who sends this may send a larger body there. */
export function maySend(
  sender: Sender,
  headers: Readonly<Record<string, string | string[] | undefined>>,
  secret: string,
): boolean {
  if (sender === 'anybody') return true;
  if (sender === 'first-day-key') return /^[\w-]{20,100}$/.test(String(headers['x-first-day-key'] ?? ''));
  if (broughtSession(headers.cookie as string | undefined, secret)) return true;
  return sender === 'signed-in-or-key' && /^Bearer yb_[\w-]{43}$/.test(String(headers.authorization ?? ''));
}
