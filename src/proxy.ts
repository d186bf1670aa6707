import { type NextRequest, NextResponse } from 'next/server';
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

/** Stands before every page: content policy with a nonce. Routes look at origins by themselves; the door has the rest. */
export function proxy(request: NextRequest): NextResponse {
  if (!SAFE_METHODS.has(request.method) && !sameOrigin(request.headers))
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

/** Routes have no scripts to allow, and the door gives them their policy: looking at each of them twice costs as much as answering. */
export const config = { matcher: ['/((?!_next/static|_next/image|favicon.ico|api/).*)'] };
