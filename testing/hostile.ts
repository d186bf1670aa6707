import { type Ids, ROUTES } from './routes';

/** What somebody who means no good writes into an address. */
const IN_ADDRESS = [
  '%00',
  '%ff',
  '%',
  'constructor',
  '__proto__',
  "'",
  '..%2f..',
  '%ED%A0%80',
  'x'.repeat(2000),
];
const IN_SEARCH = [
  '?q=a&q=b',
  '?q=%00',
  '?find=%00',
  '?find=%25%5F',
  '?day=9999-12-31',
  '?day=0000-00-00',
  '?from=99999999999999999999',
  '?rev=1e309',
  '?rev=99999999999',
  '?pos=%00',
  '?kind=constructor',
  '?id[]=1',
  '?before=99999999999',
  '?key[]=x',
];
const deep = (n: number): unknown => (n === 0 ? 1 : { of: [deep(n - 1)] });
/** Bodies that are no forms of ours. */
const BODIES: readonly string[] = [
  '',
  '[]',
  '[null]',
  'null',
  '1',
  '"x"',
  '{',
  '{"__proto__":{"x":1}}',
  '{"constructor":1}',
  JSON.stringify({ events: [null, [], 1, {}, { id: 'x' }] }),
  JSON.stringify({
    events: [{ id: '\u0000', job: '\ud800', type: 'constructor', deviceSeq: 2 ** 40, body: {} }],
  }),
  JSON.stringify({ at: '0000-02-30T00:00:00Z', id: 'x', device: {}, deviceSeq: -1, family: [], words: 1 }),
  JSON.stringify({ act: 'constructor', person: '\u0000', username: {}, key: [] }),
  JSON.stringify(deep(300)),
  JSON.stringify({ x: 'y'.repeat(300_000) }),
  JSON.stringify({ act: 'save', booking: { id: 'x', job: '\u0000', startsAt: '0000-02-30', minutes: 1e9 } }),
  JSON.stringify({
    act: 'save',
    booking: {
      id: 'x',
      job: 'x',
      bay: 'x',
      startsAt: '+275760-09-13T00:00:00.000Z',
      minutes: 60,
      waitsFor: '',
      waitsUntil: null,
      version: 2 ** 40,
    },
  }),
  JSON.stringify({ act: 'remove', id: 'constructor', version: -1 }),
  JSON.stringify({ kind: 'part', cells: { id: {}, constructor: 'x' }, seenRev: 1e309 }),
  JSON.stringify({ kind: 'application', cells: [null], seenRev: Number.MAX_SAFE_INTEGER }),
  JSON.stringify({ kind: 'lamp', cells: { __proto__: 'x', id: 'x', plugs: '[[[[' }, seenRev: 0 }),
  JSON.stringify({ cells: { id: 'x', families: '\ud800', rule: JSON.stringify(deep(300)) } }),
  JSON.stringify({ part: '__proto__', count: 99_999 }),
  JSON.stringify({ fuseShare: 'NaN', maxFuseA: { constructor: 1 } }),
];

/** A request that no page of ours makes. */
export interface HostileRequest {
  readonly method: 'GET' | 'POST';
  readonly path: string;
  readonly body?: string;
}

/** Every address with every hostile parameter, and with each of its parts exchanged. @param ids a job that is there */
export function* hostileAddresses(ids: Ids): Generator<HostileRequest> {
  for (const route of ROUTES.filter((r) => r.method === 'GET')) {
    const bare = route.path(ids).split('?')[0] ?? '';
    for (const search of IN_SEARCH) yield { method: 'GET', path: bare + search };
    const parts = bare.split('/');
    for (let at = 1; at < parts.length; at += 1)
      for (const evil of IN_ADDRESS)
        yield { method: 'GET', path: parts.map((p, i) => (i === at ? evil : p)).join('/') };
  }
}

/** Every route that takes something, with every hostile body. */
export function* hostileBodies(ids: Ids): Generator<HostileRequest> {
  for (const route of ROUTES.filter((r) => r.method === 'POST'))
    for (const body of BODIES) yield { method: 'POST', path: route.path(ids), body };
}
