import type { IncomingMessage, ServerResponse } from 'node:http';
import { contentPolicy } from '@/server/contentPolicy';
import { sameOrigin } from '@/server/origin';

/** Addresses that are no pages: routes say their policy and look at origins by themselves, files have no scripts to allow. */
const NO_PAGE = /^\/(api\/|_next\/(static|image)|favicon\.ico)/;
const SAFE: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Gives the request of a page its content policy with a nonce and its own address, which the page reads, whatever the
 * caller sent under these names.
 * @returns false: it would change something and comes from no page of ours
 */
export function headPage(req: IncomingMessage, res: ServerResponse, path: string): boolean {
  if (NO_PAGE.test(path)) return true;
  const { headers } = req;
  const one = (name: string) => {
    const value = headers[name];
    return typeof value === 'string' ? value : null;
  };
  if (!SAFE.has(req.method ?? '') && !sameOrigin({ get: one })) return false;
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce);
  headers['x-nonce'] = nonce;
  headers['x-path'] = path;
  headers['content-security-policy'] = policy;
  res.setHeader('content-security-policy', policy);
  return true;
}
