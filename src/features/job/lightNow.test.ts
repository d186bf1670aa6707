import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ALL_OFF, type ControlState } from '@/core/controls';
import { type BodyOf, type EventType, frameView, type Job, scoreView } from '@/core/job';
import { eventMaker, shelfJob } from '@/core/job/testing/jobKit';
import type { Shelf } from '@/core/catalogue';
import { litAt } from './lightNow';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const family = shelf.families.find((f) => f.id === 'orrel-packet');
if (!family) throw new Error('no family');
const vehicle = {
  id: 'v',
  family: family.id,
  vin: '0YBPK7A51MW000147',
  serial: null,
  plate: null,
  fleet: null,
  version: 1,
};
const state = (more: Partial<Record<keyof ControlState, string>>): ControlState => ({ ...ALL_OFF, ...more });

/** A job on which these events happened. */
function jobOf(bodies: readonly { type: string; body: object }[]) {
  const event = eventMaker();
  const events = bodies.map((b) => event(b.type as EventType, b.body as BodyOf<EventType>));
  return shelfJob(shelf, vehicle, events);
}
const [HL, HR] = ['headlamp.front.left', 'headlamp.front.right'];
const brace = [
  { type: 'fact-stated', body: { key: 'plug', subject: HL, value: 'X41', source: 'seen' } },
  { type: 'fact-stated', body: { key: 'plug', subject: HR, value: 'X41', source: 'seen' } },
  { type: 'swap-opened', body: { swap: 's', positions: [HL, HR] } },
  {
    type: 'lamp-chosen',
    body: {
      swap: 's',
      application: { id: 'packet-brace', rev: 1 },
      lamps: { [HL]: { id: 'brace-left', rev: 1 }, [HR]: { id: 'brace-right', rev: 1 } },
      parts: [],
      verdict: 'fits',
      road: 'unknown',
      after: [],
    },
  },
  { type: 'feed-chosen', body: { swap: 's', does: 'drl', school: 'fuse-tap', words: 'F14', after: [] } },
];
const bright = (job: Job, at: string, controls: ControlState, phaseOn = true) => {
  const position = frameView(job).positions.find((p) => p.key === at);
  return position
    ? Object.fromEntries(litAt(scoreView(job), position, controls, phaseOn).map((l) => [l.does, l.bright]))
    : {};
};

describe('what the plan shows now', () => {
  it('is the factory lamp where nothing was chosen', () => {
    expect(bright(jobOf([]), HL, state({ key: 'on', lights: 'low' }))).toMatchObject({
      'low-beam': 1,
      position: 1,
      turn: 0,
    });
    expect(bright(jobOf([]), 'tail.rear.left', state({ brake: 'yes' }))).toMatchObject({ stop: 1, tail: 0 });
  });

  it('is the chosen lamp where it is mapped: its strip gives way to the turn signal on that side alone', () => {
    const left = state({ key: 'on', running: 'yes', left: 'yes' });
    expect(bright(jobOf(brace), HL, left)).toMatchObject({ turn: 1, drl: 0 });
    expect(bright(jobOf(brace), HL, left, false)).toMatchObject({ turn: 0, drl: 0 });
    expect(bright(jobOf(brace), HR, left)).toMatchObject({ turn: 0, drl: 1 });
  });

  it('dims as the lamp says, and is dark at rest', () => {
    expect(bright(jobOf(brace), HR, state({ key: 'on', lights: 'low' }))).toMatchObject({
      drl: 0.4,
      'low-beam': 1,
    });
    for (const level of Object.values(bright(jobOf(brace), HL, ALL_OFF))) expect(level).toBe(0);
  });

  it('leaves out what never shines by itself', () => {
    expect(bright(jobOf([]), 'tail.rear.left', ALL_OFF)).not.toHaveProperty('reflex-reflector');
  });
});
