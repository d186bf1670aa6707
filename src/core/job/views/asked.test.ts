import { describe, expect, it } from 'vitest';
import { factRegistry, suits, UNKNOWN_PLUG } from '../../vehicle';
import { plugNames } from '../../harness';
import { eventMaker, shelfJob } from '../testing/jobKit';
import { event, fact, HL, HR, read, shelf, vehicle, worked } from '../testing/packetJob';
import { askedFacts } from './asked';
import { factsView } from './facts';

const registry = factRegistry(shelf.factKeys, plugNames(shelf.connectors));
const asked = (line: string) => {
  const family = shelf.families.find((f) => f.id === line);
  if (!family) throw new Error(line);
  return askedFacts(
    {
      family,
      applications: shelf.applications.filter((a) => a.families.includes(line)),
      sheets: shelf.stepSheets.filter((s) => s.families.includes(line)),
      profiles: shelf.profiles,
    },
    registry,
  );
};

describe('only facts that can matter to the line are asked', () => {
  it('a trailer is not asked for its fog switch, its bumper or the room behind a headlamp', () => {
    const facts = [...asked('dunmarrow-slip')];
    expect(facts).toEqual(
      expect.arrayContaining(['vehicle/market', 'vehicle/model-year', 'vehicle/overall-width']),
    );
    for (const no of ['fog-switch', 'bumper', 'fog-panel', 'room-behind', 'levelling-motor', 'aux-switch'])
      expect(facts.filter((f) => f.endsWith(`/${no}`))).toEqual([]);
  });

  it('each line is asked for every fact that one of its rules names', () => {
    for (const { id } of shelf.families) expect(asked(id).size).toBeGreaterThan(3);
    expect([...asked('orrel-packet')]).toEqual(
      expect.arrayContaining(['headlamp.front/plug', 'headlamp.front/factory-lamp', 'fog.front/fog-panel']),
    );
  });

  it('the list of a job leaves out the others, and keeps what somebody has stated all the same', () => {
    const at = eventMaker();
    const trailer = { ...vehicle, family: 'dunmarrow-slip', vin: null, serial: 'T-1' };
    const events = [
      at('swap-opened', { swap: 's', positions: ['tail.rear.left', 'tail.rear.right'] }),
      at('fact-stated', { key: 'fog-switch', subject: 'vehicle', value: false, source: 'seen' }),
    ];
    const all = factsView(shelfJob(shelf, trailer, events));
    const few = factsView(shelfJob(shelf, trailer, events, { asked: [...asked('dunmarrow-slip')] }));
    expect(few.length).toBeLessThan(all.length / 2);
    expect(few.some((f) => f.key.id === 'fog-switch')).toBe(true);
    expect(few.some((f) => f.key.id === 'bumper')).toBe(false);
  });

  it('nobody asks a trailer without a VIN for the year from its VIN', () => {
    const line = shelf.families.find((f) => f.id === 'dunmarrow-slip');
    const states = read(
      [
        event('job-opened', { words: 'drowned' }),
        fact('market', 'NA', 'told'),
        fact('model-year', 2016, 'told'),
      ],
      1,
      line,
    );
    // The kit’s vehicle has a VIN; without it the demand goes.
    expect(states.stages[0]?.missing.map((m) => m.code)).not.toContain('proof-year-from-vin');
  });
});

describe('a plug is picked from the shelf, or is none of it', () => {
  const plug = registry.find('plug');

  it('a name that the shelf does not have is no plug', () => {
    if (!plug) throw new Error('no plug');
    expect(suits(plug, 'X41')).toBe(true);
    expect(suits(plug, UNKNOWN_PLUG)).toBe(true);
    for (const no of ['banana', 'x41', '', 'X99', true, 7]) expect(suits(plug, no)).toBe(false);
    const typed = [...worked(), fact('plug', 'banana', 'seen', HL)];
    expect(read(typed).unfit.map((u) => u.code)).toEqual(['value-unsuited']);
    expect(read(typed).checks[0]?.now?.verdict).toBe('fits');
  });

  it('an unknown plug leaves the verdict to be checked, and Wire says what it cannot work out', () => {
    const base = worked();
    const seen = event('fact-stated', {
      key: 'plug',
      subject: HL,
      value: UNKNOWN_PLUG,
      source: 'seen',
      cavities: 5,
    });
    const unknown = read([...base, seen]);
    // The adapter is right for one plug and not for any: with another nobody knows.
    expect(unknown.checks[0]?.now).toMatchObject({ verdict: 'check-first' });
    expect(unknown.checks[0]?.wiring.map((w) => [w.position, w.state, w.unknownPlug])).toEqual([
      [HL, 'unmapped', { cavities: 5 }],
      [HR, 'mapped', null],
    ]);
    expect(unknown.items.find((i) => i.what.code === 'item-plug-not-on-shelf')?.what.facts).toMatchObject({
      position: HL,
      cavities: 5,
    });
    // Looked at again and found on the shelf, it is mapped as ever.
    const found = read([...base, seen, fact('plug', 'X41', 'seen', HL)]);
    expect(found.checks[0]?.wiring.map((w) => w.state)).toEqual(['mapped', 'mapped']);
  });
});
