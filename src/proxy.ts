import { type NextRequest, NextResponse } from 'next/server';
import { contentPolicy } from './server/contentPolicy';

/** For `next dev`, which has no door: a page's policy with its nonce, and its address. */
export function proxy(request: NextRequest): NextResponse {
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

/** The door has done it (`src/door/pageHead.ts`), and overwrites what a caller sends under this name. */
export const config = {
  matcher: [
    {
      source: '/((?!_next/static|_next/image|favicon.ico|api/).*)',
      missing: [{ type: 'header', key: 'x-path' }],
    },
  ],
};
