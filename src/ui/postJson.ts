/**
 * Sends JSON to an address of ours and reads the JSON that comes back, whatever it says of the request.
 * @throws Error where nothing comes back, or a fault of the server
 */
export async function postJson<A>(path: string, body: object): Promise<A> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (response.status >= 500) throw new Error(String(response.status));
  return (await response.json()) as A;
}
