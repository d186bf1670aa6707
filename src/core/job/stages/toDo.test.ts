import { describe, expect, it } from 'vitest';
import { event, HL, read, worked } from '../testing/packetJob';
import { itemPlace } from '../items/itemPlace';
import { releaseCheck } from '../release/release';
import { lockAsked } from '../log/customer';
import { stillToDo, toRelease } from './toDo';
import { STAGES } from './stages';

const opened = event('job-opened', { words: 'x' });

describe('what is still to do in a stage', () => {
  it('begins with what the stage wants, each with the part of the screen where it is met', () => {
    const job = read([opened]);
    expect(stillToDo('arrive', job).map((d) => [d.what.code, d.at.part])).toEqual([
      ['wants-fact', 'vehicle'],
      ['wants-swap', 'wishes'],
      ['wants-wishes', 'wishes'],
    ]);
    // What is met elsewhere leads there.
    expect(stillToDo('light', job)[0]?.at).toMatchObject({ stage: 'arrive', part: 'wishes' });
  });

  it('then names every open item that is settled there, and none that is settled elsewhere', () => {
    const job = read(worked());
    for (const stage of STAGES) {
      const items = stillToDo(stage, job).flatMap((d) => d.item ?? []);
      const wanted = job.items.filter((i) => i.closed === null && itemPlace(i).stage === stage);
      expect(items.map((i) => i.id)).toEqual(wanted.map((i) => i.id));
    }
  });

  it('is nothing exactly where the stage is locked without an open item', () => {
    for (const job of [read([opened]), read(worked())])
      for (const s of job.stages)
        expect(stillToDo(s.stage, job).length === 0, s.stage).toBe(s.state === 'locked' && s.tags === 0);
  });

  it('of Release is all that keeps it from the lock, said once, and nothing where it is ready', () => {
    for (const events of [[opened], worked(), worked().filter((e) => e.type !== 'lamp-chosen')]) {
      const job = read(events);
      const { missing, openItems, ready } = releaseCheck(job);
      const todo = toRelease(job);
      expect(todo).toHaveLength(missing.length + openItems.length);
      expect(new Set(todo.map((d) => JSON.stringify(d.what))).size).toBe(
        new Set([...missing, ...openItems.map((i) => i.what)].map((w) => JSON.stringify(w))).size,
      );
      expect(todo.length === 0).toBe(ready);
    }
  });
});

describe('asking a lead to lock', () => {
  it('stands until the next lock, or until it is taken back', () => {
    const ask = event('lock-asked', {});
    const base = [opened, event('as-found', { position: HL, found: ['sound'], after: [] }), ask];
    expect(lockAsked(read(base).record)).toMatchObject({ event: ask.id });
    expect(lockAsked(read([...base, event('void', { target: ask.id })]).record)).toBeNull();
    const locked = [...base, event('release-locked', { revision: 1, document: 'd' })];
    expect(lockAsked(read(locked).record)).toBeNull();
    expect(lockAsked(read([...locked, event('lock-asked', {})]).record)).not.toBeNull();
  });
});
