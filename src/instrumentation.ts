/** Once a process, before its first request: what it answers is counted from here on. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { watchRequests } = await import('@/server/metrics/watchRequests');
  watchRequests();
  const { endLines } = await import('@/server/stream/entries');
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, endLines);
}

/** Every request that breaks leaves one structured line. */
export async function onRequestError(
  error: unknown,
  request: { path: string; method: string },
): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { log } = await import('@/server/log');
  const { plainPath } = await import('@/server/metrics/routeOf');
  const { noteAway } = await import('@/server/faults');
  noteAway(error);
  // What was asked for may name a customer: only the address goes in.
  log.error({ err: error, path: plainPath(request.path), method: request.method }, 'request failed');
}
