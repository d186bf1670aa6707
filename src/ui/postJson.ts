import { fetchAsLead } from './askLead';

/**
 * Sends JSON to an address of ours and reads the JSON that comes back, whatever it says of the request.
 * @param stays it goes on when the page is left meanwhile
 * @throws Error where nothing comes back, or a fault of the server
 */
export async function postJson<A>(
  path: string,
  body: object,
  { stays = false }: { readonly stays?: boolean } = {},
): Promise<A> {
  const response = await fetchAsLead(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    keepalive: stays,
  });
  if (response.status >= 500) throw new Error(String(response.status));
  return (await response.json()) as A;
}
