/** The host under which the application is known outside; a proxy may have put another one in. */
function publicHost(): string | null {
  const url = process.env.PUBLIC_URL;
  return url ? new URL(url).host : null;
}

/** Whether a request that changes something comes from a page of ours. */
export function sameOrigin(headers: Pick<Headers, 'get'>): boolean {
  const origin = headers.get('origin');
  if (origin === null) return false;
  try {
    const { host } = new URL(origin);
    return host === headers.get('host') || host === publicHost();
  } catch {
    return false;
  }
}

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses a request that changes something and comes from no page of ours; null: nothing is wrong with it. */
export function foreignOrigin(request: Pick<Request, 'method' | 'headers'>): Response | null {
  if (SAFE_METHODS.has(request.method) || sameOrigin(request.headers)) return null;
  return Response.json({ code: 'foreign-origin' }, { status: 403 });
}
