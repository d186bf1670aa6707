/** Every request that breaks leaves one structured line. */
export async function onRequestError(
  error: unknown,
  request: { path: string; method: string },
): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { log } = await import('@/server/log');
  // What was asked for may name a customer: only the address goes in.
  log.error({ err: error, path: request.path.split('?')[0], method: request.method }, 'request failed');
}
