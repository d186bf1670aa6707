import { type NextRequest, NextResponse } from 'next/server';
import { isAddress } from './server/address';
import { sameOrigin } from './server/origin';

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

function contentPolicy(nonce: string): string {
  const dev = process.env.NODE_ENV !== 'production';
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' ${dev ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Stands before every request of a page or route: origin check on every mutation, content policy with a nonce. The door has the rest. */
export function proxy(request: NextRequest): NextResponse {
  const { pathname, search } = request.nextUrl;
  if (!isAddress(pathname, search)) return new NextResponse('Not here.', { status: 404 });
  // A program brings its key with it; no page of another site can make a browser send one.
  const byKey = pathname === '/api/ask' && request.headers.has('authorization');
  if (!SAFE_METHODS.has(request.method) && !byKey && !sameOrigin(request.headers))
    return NextResponse.json({ code: 'foreign-origin' }, { status: 403 });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  headers.set('x-path', request.nextUrl.pathname);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

/** A bundle is larger than what the framework holds back for a request that it has looked at: its address looks for itself. */
export const config = { matcher: ['/((?!_next/static|_next/image|favicon.ico|api/first-day/bundle).*)'] };
