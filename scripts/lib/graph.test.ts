import { expect, it } from 'vitest';
import { graph } from './graph.mjs';

/** Pieces that end when they are told to, and a list of what happened. */
function stage() {
  const log: string[] = [];
  const ends = new Map<string, () => void>();
  const piece = (name: string, more: { after?: string[]; cores?: number } = {}) => ({
    name,
    ...more,
    work: () => {
      log.push(name);
      return new Promise<void>((resolve) => ends.set(name, resolve));
    },
  });
  const end = async (name: string) => {
    ends.get(name)?.();
    await new Promise((resolve) => setImmediate(resolve));
  };
  return { log, piece, end };
}

it('begins what stands on nothing, in order, on the cores there are', async () => {
  const { log, piece, end } = stage();
  const all = graph(2, [piece('a', { cores: 2 }), piece('b'), piece('c'), piece('d')]);
  expect(log).toEqual(['a']);
  await end('a');
  expect(log).toEqual(['a', 'b', 'c']);
  await end('c');
  expect(log).toEqual(['a', 'b', 'c', 'd']);
  await end('b');
  await end('d');
  await all;
});

it('waits for what a piece comes after, and lets a smaller one go ahead', async () => {
  const { log, piece, end } = stage();
  const all = graph(2, [piece('build'), piece('browser', { after: ['build'], cores: 9 }), piece('lint')]);
  expect(log).toEqual(['build', 'lint']);
  await end('build');
  expect(log).toEqual(['build', 'lint']);
  await end('lint');
  expect(log).toEqual(['build', 'lint', 'browser']);
  await end('browser');
  await all;
});

it('a fault is thrown once what had begun is over, and nothing begins after it', async () => {
  const { log, piece, end } = stage();
  const broken = { name: 'broken', work: () => Promise.reject(new Error('broken')) };
  const all = graph(2, [broken, piece('beside'), piece('later')]);
  const settled = all.then(
    () => 'well',
    (error: Error) => error.message,
  );
  await end('nothing');
  await end('beside');
  expect(await settled).toBe('broken');
  expect(log).toEqual(['beside']);
});

it('a ring and a name that is none are said', async () => {
  const none = () => Promise.resolve();
  const ring = [
    { name: 'a', after: ['b'], work: none },
    { name: 'b', after: ['a'], work: none },
  ];
  await expect(graph(1, ring)).rejects.toThrow('nothing lets a, b begin');
  await expect(graph(1, [{ name: 'a', after: ['c'], work: none }])).rejects.toThrow('comes after c');
});
