import { eq, sql } from 'drizzle-orm';
import { database } from '../db/connection';
import { user } from '../db/schema';
import { bodyText } from '../body';
import { faultAnswer } from '../faults';
import { foreignOrigin } from '../origin';
import { isSharedBy } from '../devices/devices';
import { usernameOf } from './passwords';
import { auth, CLIENT_HEADER, isSecure, secretOf } from './auth';
import { leadProofCookie, noLeadProofCookie } from './leadProof';
import { addressOfDevice, knownDevice, knownDeviceCookie } from './knownDevice';
import { clearFailures, giveTryBack, takeTry } from './signInLimit';

/** Only these calls of the library are open to the network. */
const OPEN_PATHS = new Set(['/api/auth/sign-in/username', '/api/auth/sign-out', '/api/auth/get-session']);

/**
 * Who calls, for the limits. `X-Forwarded-For` can be written by anybody, so it counts only behind a proxy that the
 * operator has named trusted (TRUST_PROXY=1), and then only its last entry, which that proxy wrote. Without one all
 * callers are one, and the tries of a user name do the rest.
 */
function clientOf(request: Request): string {
  if (process.env.TRUST_PROXY !== '1') return '127.0.0.1';
  return request.headers.get('x-forwarded-for')?.split(',').at(-1)?.trim() || '127.0.0.1';
}

/** Answers a sign-in call over HTTP, with both limits held; 503 where the database is away: nothing is wrong with who asks. */
export async function handleAuth(request: Request): Promise<Response> {
  try {
    const foreign = foreignOrigin(request);
    if (foreign) return foreign;
    const answer = await answerAuth(request);
    if (answer.status < 500) return answer;
    // The library keeps its reason to itself.
    await database().execute(sql`select 1`);
    return Response.json({ code: 'server-fault' }, { status: 500 });
  } catch (error) {
    return faultAnswer(error, request);
  }
}

async function answerAuth(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  if (!OPEN_PATHS.has(pathname)) return new Response(null, { status: 404 });
  const client = clientOf(request);
  const body = request.method === 'GET' ? null : await bodyText(request, 'open');
  const call = (address: string) => {
    const headers = new Headers(request.headers);
    headers.set(CLIENT_HEADER, address);
    return auth().handler(new Request(request.url, { method: request.method, headers, body }));
  };
  if (pathname === '/api/auth/sign-out') {
    const answer = await call(client);
    const out = new Response(answer.body, answer);
    out.headers.append('set-cookie', noLeadProofCookie(isSecure()));
    return out;
  }
  if (pathname !== '/api/auth/sign-in/username') return call(client);

  const username = fieldOf(body, 'username');
  if (username === null) return Response.json({ code: 'sign-in-malformed' }, { status: 400 });
  const db = database();
  const device = knownDevice(request.headers.get('cookie'), username, secretOf());
  const from = device === null ? { address: client } : { device };
  if (!(await takeTry(db, username, from)))
    return Response.json({ code: 'sign-in-blocked' }, { status: 429 });
  // A known device is a caller of its own: a crowd of strangers does not use up its sign-ins.
  const answer = await call(device === null ? client : addressOfDevice(device));
  if (!answer.ok) {
    // Only a password that was compared and found wrong is a failure.
    if (answer.status !== 401) await giveTryBack(db, username, from);
    return answer;
  }
  await clearFailures(db, username);
  const text = await answer.text();
  const known = new Response(text, answer);
  if (device === null)
    known.headers.append('set-cookie', knownDeviceCookie(username, secretOf(), isSecure()));
  const token = fieldOf(text, 'token');
  if (token !== null) {
    // A password was given just now: what only a lead may do is open for a while, to a lead.
    const now = new Date();
    const [owner] = await db
      .select({ id: user.id })
      .from(user)
      .where(eq(user.username, usernameOf(username)));
    const shared = await isSharedBy(db, request.headers.get('cookie'), owner?.id ?? '', now);
    const proof = { sinceMs: now.getTime(), usedMs: now.getTime(), shared };
    known.headers.append('set-cookie', leadProofCookie(token, proof, secretOf(), isSecure()));
  }
  return known;
}

/** A text field of a JSON object that is no more than blank; null: there is none. */
function fieldOf(body: string | null, name: 'username' | 'token'): string | null {
  try {
    const parsed: unknown = JSON.parse(body ?? '');
    const value =
      parsed && typeof parsed === 'object' && Object.hasOwn(parsed, name)
        ? (parsed as Readonly<Record<string, unknown>>)[name]
        : null;
    return typeof value === 'string' && value.trim() !== '' ? value : null;
  } catch {
    return null;
  }
}
