import { expect, it } from 'vitest';
import { fairLine } from './fairLine';

it('who asked for much waits for it one by one, and the next person comes in between', async () => {
  const line = fairLine(1);
  const had: string[] = [];
  const first = await line.turn('ada');
  const work = async (who: string, name: string) => {
    const over = await line.turn(who);
    had.push(name);
    over();
  };
  const all = [
    ...[1, 2, 3, 4].map((n) => work('ada', `ada ${n}`)),
    work('ben', 'ben 1'),
    work('cora', 'cora 1'),
    work('ben', 'ben 2'),
  ];
  first();
  await Promise.all(all);
  expect(had).toEqual(['ada 1', 'ben 1', 'cora 1', 'ada 2', 'ben 2', 'ada 3', 'ada 4']);
});

it('as many at once as there are turns, and no more', async () => {
  const line = fairLine(2);
  let now = 0;
  let most = 0;
  await Promise.all(
    Array.from({ length: 8 }, async (_, i) => {
      const over = await line.turn(`p${i}`);
      most = Math.max(most, (now += 1));
      await new Promise((go) => setImmediate(go));
      now -= 1;
      over();
      // Said twice it counts once.
      over();
    }),
  );
  expect([most, now]).toEqual([2, 0]);
});

it('who leaves gives their place up; one person’s crowd keeps nobody else out', async () => {
  const line = fairLine(1);
  const over = await line.turn('ada');
  const left = new AbortController();
  const gone = line.turn('ben', left.signal);
  left.abort();
  await expect(gone).rejects.toMatchObject({ code: 'heavy-left' });
  const many = Array.from({ length: 9 }, () => line.turn('ada').then((o) => o()));
  await expect(many[8]).rejects.toMatchObject({ code: 'heavy-busy' });
  const cora = line.turn('cora').then((o) => o());
  over();
  await Promise.all([...many.slice(0, 8), cora]);
});
