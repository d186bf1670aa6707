import { readFileSync } from 'node:fs';
import type { Shelf } from '../../catalogue';
import type { AnyStoredEvent, BodyOf } from '../events';
import { eventMaker, shelfSources } from './jobKit';
import { readJob } from '../readJob';
import type { VehicleRecord } from '../readings/vehicleFacts';

/** For tests. */
export const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
/** For tests. */
export const family = shelf.families.find((f) => f.id === 'orrel-packet') ?? shelf.families[0];
/** For tests. */
export const vehicle: VehicleRecord = {
  id: 'v',
  family: 'orrel-packet',
  vin: '0YBPK7A51MW000147',
  serial: null,
  plate: null,
  fleet: null,
  version: 1,
};
/** For tests: the two lamps. */
export const [HL, HR] = ['headlamp.front.left', 'headlamp.front.right'];

/** For tests. */
export const event = eventMaker();
/** For tests. */
export const fact = (
  key: string,
  value: string | number | boolean,
  source: 'seen' | 'told' | 'measured',
  subject = 'vehicle',
) => event('fact-stated', { key, subject, value, source });

/** For tests. */
export const read = (events: readonly AnyStoredEvent[], revOnShelf = 1, line = family) =>
  readJob(
    shelfSources(
      { ...shelf, families: line ? [line] : [] },
      { ...vehicle, family: line?.id ?? '' },
      events,
      revOnShelf,
    ),
  );

/** For tests. */
export const choice = (after: readonly string[] = [], more: Partial<BodyOf<'lamp-chosen'>> = {}) =>
  event('lamp-chosen', {
    swap: 's',
    application: { id: 'packet-sounder-2', rev: 1 },
    lamps: { [HL]: { id: 'sounder-2-left', rev: 1 }, [HR]: { id: 'sounder-2-right', rev: 1 } },
    parts: [],
    verdict: 'fits',
    road: 'meets-profile',
    after,
    ...more,
  });

/** A job that has everything up to the choice of a lamp, and its light watched. */
export function worked(): AnyStoredEvent[] {
  return [
    event('job-opened', { words: 'dull headlamps' }),
    fact('market', 'ECE', 'told'),
    event('swap-opened', { swap: 's', positions: [HL, HR] }),
    event('as-found', { position: HL, found: ['fogged'], after: [] }),
    event('as-found', { position: HR, found: ['sound'], after: [] }),
    event('wishes-stated', { wishes: [], after: [] }),
    ...[HL, HR].flatMap((at) => [
      fact('factory-lamp', 'filament', 'seen', at),
      fact('plug', 'X41', 'seen', at),
      fact('levelling-motor', false, 'seen', at),
    ]),
    fact('system-voltage', '12', 'measured'),
    choice(),
    event('light-watched', {
      swap: 's',
      lamps: { [HL]: 'sounder-2-left', [HR]: 'sounder-2-right' },
      after: [],
    }),
  ];
}
/** For tests: the same job with the lamp that has a DRL, which no wire of the plug feeds. */
export const workedWithDrl = (): AnyStoredEvent[] =>
  worked().map((e) =>
    e.type === 'lamp-chosen'
      ? ({
          ...e,
          body: {
            ...e.body,
            application: { id: 'packet-skerry-620', rev: 1 },
            lamps: { [HL]: { id: 'skerry-620-left', rev: 1 }, [HR]: { id: 'skerry-620-right', rev: 1 } },
          },
        } as AnyStoredEvent)
      : e,
  );
/** For tests. */
export const stage = (events: readonly AnyStoredEvent[], name: string) =>
  read(events).stages.find((s) => s.stage === name);
/** For tests. */
export const origins = (events: readonly AnyStoredEvent[], rev = 1) =>
  read(events, rev)
    .items.filter((i) => !i.closed)
    .map((i) => i.origin);
