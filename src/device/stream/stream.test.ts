import { describe, expect, it } from 'vitest';
import { type News, openStream, type StreamPort } from './stream';

/** A browser with tabs: one lock, one channel, and a server that speaks to whoever has a line. */
function browser() {
  const lines = new Set<(news: News) => void>();
  const ears = new Set<(news: News) => void>();
  let free: Promise<void> = Promise.resolve();
  const tab = (): StreamPort => {
    const mine = new Set<(news: News) => void>();
    return {
      line: (heard) => {
        lines.add(heard);
        return () => lines.delete(heard);
      },
      alone: (work) => {
        let release: () => void = () => undefined;
        const ended = new Promise<void>((r) => (release = r));
        free = free.then(() => work(ended));
        return release;
      },
      channel: {
        tell: (news) => ears.forEach((e) => !mine.has(e) && e(news)),
        hear: (listen) => {
          ears.add(listen);
          mine.add(listen);
          return () => {
            ears.delete(listen);
            mine.delete(listen);
          };
        },
      },
    };
  };
  const say = (news: News) => [...lines].forEach((l) => l(news));
  const settle = async () => {
    for (let i = 0; i < 5; i += 1) await Promise.resolve();
  };
  return { tab, say, lines, settle };
}

describe('one line for all tabs', () => {
  it('every tab hears, and only one has a line', async () => {
    const b = browser();
    const heard: string[] = [];
    const stops = ['a', 'b', 'c'].map((name) =>
      openStream(b.tab()).subscribe((n) => heard.push(`${name} ${n === 'again' ? n : n.job}`)),
    );
    await b.settle();
    expect(b.lines.size).toBe(1);
    b.say({ job: 'j', cursor: 4 });
    b.say('again');
    expect(heard.sort()).toEqual(['a again', 'a j', 'b again', 'b j', 'c again', 'c j']);
    stops.forEach((s) => s());
  });

  it('when the tab with the line is closed another takes it up', async () => {
    const b = browser();
    const heard: string[] = [];
    const first = openStream(b.tab()).subscribe(() => heard.push('first'));
    const second = openStream(b.tab()).subscribe(() => heard.push('second'));
    await b.settle();
    first();
    await b.settle();
    expect(b.lines.size).toBe(1);
    b.say({ job: 'j', cursor: 1 });
    expect(heard).toEqual(['second']);
    second();
    await b.settle();
    expect(b.lines.size).toBe(0);
  });

  it('several screens of one tab share it, and the last lets it go', async () => {
    const b = browser();
    const stream = openStream(b.tab());
    const [one, two] = [stream.subscribe(() => undefined), stream.subscribe(() => undefined)];
    await b.settle();
    expect(b.lines.size).toBe(1);
    one();
    await b.settle();
    expect(b.lines.size).toBe(1);
    two();
    await b.settle();
    expect(b.lines.size).toBe(0);
  });
});
