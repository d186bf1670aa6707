import { database } from '../db/connection';
import { auth, CLIENT_HEADER } from './auth';
import { clearFailures, giveTryBack, takeTry } from './signInLimit';

/** Only these calls of the library are open to the network. */
const OPEN_PATHS = new Set(['/api/auth/sign-in/username', '/api/auth/sign-out', '/api/auth/get-session']);

/**
 * Who calls, for the rate limit. `X-Forwarded-For` can be written by anybody, so it counts only behind a proxy that
 * the operator has named trusted (TRUST_PROXY=1), and then only its last entry, which that proxy wrote. Without one
 * all callers share a bucket, and the limit per user name does the rest.
 */
function clientOf(request: Request): string {
  if (process.env.TRUST_PROXY !== '1') return '127.0.0.1';
  return request.headers.get('x-forwarded-for')?.split(',').at(-1)?.trim() || '127.0.0.1';
}

/** Answers a sign-in call over HTTP, with both limits held. */
export async function handleAuth(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  if (!OPEN_PATHS.has(pathname)) return new Response(null, { status: 404 });
  const client = clientOf(request);
  const headers = new Headers(request.headers);
  headers.set(CLIENT_HEADER, client);
  const body = request.method === 'GET' ? null : await request.text();
  const inner = new Request(request.url, { method: request.method, headers, body });
  if (pathname !== '/api/auth/sign-in/username') return auth().handler(inner);

  const username = readUsername(body);
  if (username === null) return Response.json({ code: 'sign-in-malformed' }, { status: 400 });
  const db = database();
  if (!(await takeTry(db, username, client)))
    return Response.json({ code: 'sign-in-blocked' }, { status: 429 });
  const answer = await auth().handler(inner);
  if (answer.ok) await clearFailures(db, username);
  // Only a password that was compared and found wrong is a failure.
  else if (answer.status !== 401) await giveTryBack(db, username, client);
  return answer;
}

function readUsername(body: string | null): string | null {
  try {
    const parsed: unknown = JSON.parse(body ?? '');
    const name = parsed && typeof parsed === 'object' && 'username' in parsed ? parsed.username : null;
    return typeof name === 'string' && name.trim() !== '' ? name : null;
  } catch {
    return null;
  }
}
