import { subscribe } from 'node:diagnostics_channel';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { metrics } from './metrics';
import { routeOf } from './routeOf';

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS']);
const begun = new WeakMap<object, number>();

/** Counts every answer of this process with how long it took, from the HTTP server's own channels. */
export function watchRequests(): void {
  const { requests } = metrics();
  subscribe('http.server.request.start', (message) => {
    const { request } = message as { request: IncomingMessage };
    begun.set(request, performance.now());
  });
  subscribe('http.server.response.finish', (message) => {
    const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
    const at = begun.get(request);
    if (at === undefined) return;
    const method = METHODS.has(request.method ?? '') ? (request.method ?? '') : 'other';
    requests.observe(
      { method, route: routeOf(request.url ?? ''), status: String(response.statusCode) },
      (performance.now() - at) / 1000,
    );
  });
}
