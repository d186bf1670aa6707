import { describe, expect, it } from 'vitest';
import { bodyText, MAX_BODY } from './body';
import { databaseGone, faultAnswer } from './faults';
import { loggedError } from './log';

const sent = (text: string, headers: Record<string, string> = {}) =>
  new Request('http://here/api', { method: 'POST', body: text, headers });
const refused = async (request: Request) =>
  bodyText(request, 'small').then(
    () => 'taken',
    (e: unknown) => (e as { code?: string }).code,
  );

describe('a body', () => {
  it('up to its limit is taken whole, one byte more is refused, told or not', async () => {
    expect(await bodyText(sent('a'.repeat(MAX_BODY.small)), 'small')).toHaveLength(MAX_BODY.small);
    expect(await refused(sent('a'.repeat(MAX_BODY.small + 1)))).toBe('too-large');
    expect(await refused(sent('a', { 'content-length': String(MAX_BODY.small + 1) }))).toBe('too-large');
  });

  it('that is shorter than it was announced was cut on its way, and is refused', async () => {
    expect(await refused(sent('abc', { 'content-length': '5' }))).toBe('body-cut');
    expect(await refused(sent('abc', { 'content-length': '3' }))).toBe('taken');
  });

  it('counts bytes, not signs', async () => {
    expect(await refused(sent('é'.repeat(MAX_BODY.small / 2)))).toBe('taken');
    expect(await refused(sent('é'.repeat(MAX_BODY.small / 2) + 'a'))).toBe('too-large');
  });

  it('that is refused is told with its limit', async () => {
    const answer = await bodyText(sent('a'.repeat(MAX_BODY.small + 1)), 'small').catch((e: unknown) =>
      faultAnswer(e, sent('')),
    );
    if (!(answer instanceof Response)) throw new Error('taken');
    expect([answer.status, await answer.json()]).toEqual([413, { code: 'too-large', limit: MAX_BODY.small }]);
  });
});

describe('a database that is away', () => {
  it.each([
    [{ code: 'ECONNREFUSED' }, 'busy'],
    [{ code: '57P01' }, 'busy'],
    [{ code: '53300' }, 'busy'],
    [{ code: '53100' }, 'no-room'],
    [{ message: 'timeout exceeded when trying to connect' }, 'busy'],
    [{ code: '23505' }, null],
    [{ message: 'of ours' }, null],
  ])('%j is %s', (more, gone) => {
    const error = Object.assign(new Error(''), more);
    expect(databaseGone(error)).toBe(gone);
    expect(databaseGone(new Error('Failed query', { cause: error }))).toBe(gone);
  });

  it('is answered 503, to be tried again; another fault 500', () => {
    const answer = faultAnswer(Object.assign(new Error(''), { code: '57P03' }), sent(''));
    expect([answer.status, answer.headers.get('retry-after')]).toEqual([503, '5']);
    expect(faultAnswer(new Error('of ours'), sent('')).status).toBe(500);
  });
});

describe('what is logged of an error', () => {
  it('holds no values of a query, no row of the database, no words of a customer', () => {
    const row = Object.assign(new Error('duplicate key value violates unique constraint "vehicle_vin"'), {
      code: '23505',
      detail: 'Key (shop_id, vin)=(north, 0YBPK7A51MW000147) already exists.',
      constraint: 'vehicle_vin',
      where: 'SQL statement with secret words',
    });
    const query = new Error('Failed query: insert into job values ($1)\nparams: Mrs Secret,token-1', {
      cause: row,
    });
    const text = JSON.stringify(loggedError(query));
    for (const secret of ['Secret', 'token-1', '0YBPK7A51MW000147', 'secret words', 'insert into'])
      expect(text).not.toContain(secret);
    for (const useful of ['23505', 'vehicle_vin', 'query failed', 'body.test.ts'])
      expect(text).toContain(useful);
  });

  it('of something that is no error says so, and nothing of it', () =>
    expect(loggedError('Mrs Secret')).toEqual({ type: 'string', message: 'no error object' }));
});
