import http from 'node:http';

export interface Answer {
  readonly status: number;
  readonly text: string;
}

/** One person's browser as far as the server sees it: a session's cookie and connections that are kept. */
export interface Person {
  readonly get: (path: string) => Promise<Answer>;
  readonly post: (path: string, body: unknown) => Promise<Answer>;
  readonly close: () => void;
}

/** *Setting*: an answer that takes longer is an error, ms. */
const TIMEOUT_MS = 30_000;
/** *Setting*: and how long a line is kept that nobody uses, ms. */
const IDLE_MS = 60_000;

/** @param url of our own server on loopback @param address that the proxy would name for this person */
export async function signedIn(
  url: URL,
  username: string,
  password: string,
  address: string,
): Promise<Person> {
  // A line that nobody uses is let go before the server does it, as browsers and proxies do.
  const agent = new http.Agent({ keepAlive: true, maxSockets: 6, timeout: IDLE_MS });
  let cookie = '';
  const ask = (method: string, path: string, body?: unknown): Promise<Answer & { cookies: string[] }> =>
    new Promise((resolve, reject) => {
      const text = body === undefined ? undefined : JSON.stringify(body);
      const request = http.request(
        {
          host: url.hostname,
          port: url.port,
          path,
          method,
          agent,
          timeout: TIMEOUT_MS,
          headers: {
            cookie,
            'x-forwarded-for': address,
            ...(text === undefined
              ? {}
              : {
                  origin: url.origin,
                  'content-type': 'application/json',
                  'content-length': Buffer.byteLength(text),
                }),
          },
        },
        (response) => {
          let got = '';
          response.setEncoding('utf8');
          response.on('data', (part: string) => (got += part));
          response.on('error', reject);
          response.on('end', () =>
            resolve({
              status: response.statusCode ?? 0,
              text: got,
              cookies: response.headers['set-cookie'] ?? [],
            }),
          );
        },
      );
      request.on('timeout', () => request.destroy(new Error('timed out')));
      request.on('error', reject);
      request.end(text);
    });
  const answer = await ask('POST', '/api/auth/sign-in/username', { username, password });
  if (answer.status !== 200) throw new Error(`sign-in of ${username}: ${answer.status}`);
  cookie = answer.cookies.map((c) => c.split(';')[0]).join('; ');
  return {
    get: (path) => ask('GET', path),
    post: (path, body) => ask('POST', path, body),
    close: () => agent.destroy(),
  };
}
