import { describe, expect, it } from 'vitest';
import { shelf } from '../job/testing/packetJob';
import { factRegistry, type FactValue } from '../vehicle';
import { planSwap, vehicleLacks } from '.';

const registry = factRegistry(shelf.factKeys);
const line = (id: string) => {
  const found = shelf.families.find((f) => f.id === id);
  if (!found) throw new Error(id);
  return found;
};

/** What a line lacks as it was built, without any lamp changed. */
const lacks = (family: string, known: Readonly<Record<string, FactValue>>) =>
  vehicleLacks(line(family), [], {
    known: new Map(Object.entries(known)),
    registry,
    profiles: shelf.profiles,
  }).map((l) => l.requirement);

describe('lamps that the vehicle must have and no swap serves', () => {
  const without = { ...line('dunmarrow-slip'), widthMm: 2300 };
  it('over the width of its rule set it lacks outline lamps; at it, not known or elsewhere it does not', () => {
    const at = (known: Readonly<Record<string, FactValue>>) =>
      vehicleLacks(without, [], {
        known: new Map(Object.entries(known)),
        registry,
        profiles: shelf.profiles,
      }).map((l) => l.requirement);
    expect(at({ 'market@vehicle': 'ECE', 'overall-width@vehicle': 2101 })).toEqual(['ece-outline-rear']);
    expect(at({ 'market@vehicle': 'ECE', 'overall-width@vehicle': 2100 })).toEqual([]);
    expect(at({ 'market@vehicle': 'NA', 'overall-width@vehicle': 2032 })).toEqual([
      'na-clearance-rear',
      'na-id-rear',
    ]);
    expect(at({ 'market@vehicle': 'NA', 'overall-width@vehicle': 2031 })).toEqual([]);
    expect(at({ 'market@vehicle': 'none', 'overall-width@vehicle': 2300 })).toEqual([]);
    expect(at({ 'overall-width@vehicle': 2300 })).toEqual([]);
    expect(at({ 'market@vehicle': 'ECE' })).toEqual([]);
  });

  it('a lamp that is chosen for it supplies it', () => {
    const application = shelf.applications.find((a) => a.id === 'slip-skeg');
    const outline = { does: 'clearance', colour: 'red' } as const;
    const lamps = new Map(shelf.lamps.map((l) => [l.id, { ...l, functions: [...l.functions, outline] }]));
    if (!application) throw new Error('slip-skeg');
    const plan = planSwap(application, without, ['tail.rear.left', 'tail.rear.right'], lamps);
    expect(plan).not.toBeNull();
    expect(
      vehicleLacks(without, plan ? [plan] : [], {
        known: new Map<string, FactValue>([
          ['market@vehicle', 'ECE'],
          ['overall-width@vehicle', 2300],
        ]),
        registry,
        profiles: shelf.profiles,
      }),
    ).toEqual([]);
  });

  it('rows without a condition of their own are left alone: nobody asks a trailer for low beam', () => {
    expect(lacks('dunmarrow-slip', { 'market@vehicle': 'ECE', 'overall-width@vehicle': 1950 })).toEqual([]);
  });
});
