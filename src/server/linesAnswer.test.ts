import { expect, it } from 'vitest';
import { HeavyStopped } from './heavy/stopped';
import { linesAnswer } from './linesAnswer';

const asked = (signal?: AbortSignal) => new Request('http://x/api/shelf/lint', signal ? { signal } : {});
const linesOf = async (answer: Response): Promise<unknown[]> =>
  (await answer.text())
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as unknown);

it('says each step as a line, and at the end what came out', async () => {
  const answer = linesAnswer(asked(), 'north', (say) => {
    say({ done: 1 });
    say({ done: 2 });
    return Promise.resolve({ findings: [] });
  });
  expect(answer.headers.get('cache-control')).toBe('no-store');
  expect(await linesOf(answer)).toEqual([{ done: 1 }, { done: 2 }, { findings: [] }]);
});

it.each([
  [new HeavyStopped('heavy-memory'), 'heavy-memory'],
  [Object.assign(new Error('gone'), { code: '57P01' }), 'busy'],
  [new Error('of ours'), 'server-fault'],
])('what breaks on the way is its last line: %s', async (error, code) => {
  const answer = linesAnswer(asked(), 'north', (say) => {
    say({ done: 1 });
    return Promise.reject(error);
  });
  expect(await linesOf(answer)).toEqual([{ done: 1 }, { kind: 'refused', code }]);
});

it('tells the work when nobody listens any more, and says nothing to nobody', async () => {
  let told = false;
  let sayLater: (line: object) => void = () => undefined;
  const answer = linesAnswer(
    asked(),
    'north',
    (say, signal) =>
      new Promise((resolve) => {
        sayLater = say;
        say({ done: 1 });
        signal.addEventListener('abort', () => {
          told = true;
          resolve({ findings: [] });
        });
      }),
  );
  const reader = answer.body?.getReader();
  await reader?.read();
  await reader?.cancel();
  expect(told).toBe(true);
  expect(() => sayLater({ done: 2 })).not.toThrow();
});
