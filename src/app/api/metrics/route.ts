import { metricsOfAll } from '@/server/metrics/allProcesses';
import { sameSecret } from '@/server/sameSecret';

/**
 * Requests, entries, event-loop delay and pool of all processes of this machine, in the open text format. Not there
 * unless the operator has set METRICS_TOKEN, and then for who sends it as a bearer token.
 */
export async function GET(request: Request): Promise<Response> {
  const wanted = process.env.METRICS_TOKEN ?? '';
  if (wanted === '') return new Response(null, { status: 404 });
  if (!sameSecret(request.headers.get('authorization') ?? '', `Bearer ${wanted}`))
    return new Response(null, { status: 401, headers: { 'www-authenticate': 'Bearer' } });
  return new Response(await metricsOfAll(), {
    headers: { 'content-type': 'text/plain; version=0.0.4; charset=utf-8', 'cache-control': 'no-store' },
  });
}

export const dynamic = 'force-dynamic';
