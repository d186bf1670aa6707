import { PASSWORD, type RunningApp } from './app';

/** A signed-in person without a browser: plain requests with the session's cookie and our own origin. */
export interface Session {
  readonly get: (path: string) => Promise<Response>;
  readonly post: (path: string, body: unknown) => Promise<Response>;
  /** As a page of ours fetches. */
  readonly fetch: typeof globalThis.fetch;
}

export async function signInTo(app: RunningApp, username: string, password = PASSWORD): Promise<Session> {
  return sessionOf(app, await cookieOf(app, username, password));
}

/** The cookie of somebody who has just signed in. */
export async function cookieOf(app: RunningApp, username: string, password = PASSWORD): Promise<string> {
  const answer = await trySignIn(app, username, password);
  if (!answer.ok) throw new Error(`sign-in of ${username}: ${answer.status}`);
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}

/** Requests with a cookie, or with none: `''` is somebody who never signed in. */
export function sessionOf(app: Pick<RunningApp, 'url'>, cookie: string): Session {
  return {
    get: (path) => fetch(app.url + path, { headers: { cookie }, redirect: 'manual' }),
    post: (path, body) =>
      fetch(app.url + path, {
        method: 'POST',
        headers: { cookie, origin: app.url, 'content-type': 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
        redirect: 'manual',
      }),
    fetch: ((path: string, init: RequestInit = {}) =>
      fetch(app.url + path, {
        ...init,
        headers: { ...(init.headers as Record<string, string>), cookie, origin: app.url },
      })) as typeof globalThis.fetch,
  };
}

export function trySignIn(
  app: RunningApp,
  username: string,
  password: string,
  more: Record<string, string> = {},
): Promise<Response> {
  return fetch(`${app.url}/api/auth/sign-in/username`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: app.url, ...more },
    body: JSON.stringify({ username, password }),
  });
}

/** What was answered; of a line that is never over, nothing. */
export async function bodyOf(answer: Response): Promise<string> {
  if (!answer.headers.get('content-type')?.startsWith('text/event-stream')) return answer.text();
  await answer.body?.cancel();
  return '';
}
