import { sessionToken } from '@/server/auth/sessionCookie';
import type { Sender } from './bounds';

/** Whether who sends this may send a larger body there. */
export function maySend(
  sender: Sender,
  headers: Readonly<Record<string, string | string[] | undefined>>,
  secret: string,
): boolean {
  if (sender === 'anybody') return true;
  if (sender === 'first-day-key') return /^[\w-]{20,100}$/.test(String(headers['x-first-day-key'] ?? ''));
  // By the signature alone, no database is asked: whose larger bodies are waited for, and no more.
  if (sessionToken(headers.cookie as string | undefined, secret) !== null) return true;
  return sender === 'signed-in-or-key' && /^Bearer yb_[\w-]{43}$/.test(String(headers.authorization ?? ''));
}
