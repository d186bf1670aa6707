import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../../catalogue';
import { factRegistry, vinCheckDigit } from '../../vehicle';
import { eventMaker, shelfJob } from '../testing/jobKit';
import { derivedStatements, followingStatements, type VehicleRecord } from './vehicleFacts';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const family = shelf.families.find((f) => f.id === 'orrel-packet');
if (!family) throw new Error('no line');
const registry = factRegistry(shelf.factKeys);

/** A VIN with its check digit right: year code at 10, a letter at 7 for 2010 to 2039. */
function vinOf(yearCode: string): string {
  const bare = `1YBAA1A00${yearCode}0000001`.padEnd(17, '0').slice(0, 17);
  const digit = vinCheckDigit(bare) ?? '';
  return bare.slice(0, 8) + digit + bare.slice(9);
}
const vehicle = (vin: string): VehicleRecord => ({
  id: 'v',
  family: family.id,
  vin,
  serial: null,
  plate: null,
  fleet: null,
  version: 1,
});
const yearOf = (vin: string) =>
  derivedStatements(vehicle(vin), family, registry).find((s) => s.key === 'model-year')?.value ?? null;

describe('what a VIN settles', () => {
  // L is 2020 (and 1990), A is 2010 (and 1980): the line is built from 2014 on.
  const good = vinOf('L');
  it('is its year, where the check digit comes out and the line was built then', () =>
    expect(yearOf(good)).toBe(2020));

  it('is nothing where the check digit fails: one character misread changes the year', () => {
    const misread = good.replace('L', 'J');
    expect(yearOf(misread)).toBeNull();
    const event = eventMaker();
    const told = event('fact-stated', { key: 'model-year', subject: 'vehicle', value: 2020, source: 'told' });
    const { reading } = shelfJob(shelf, vehicle(misread), [event('job-opened', { words: 'x' }), told]);
    expect(reading.facts.get('model-year@vehicle')).toMatchObject({ value: 2020, contradictedBy: [] });
    expect(reading.items.map((i) => i.what.code)).toContain('item-vin-check-digit');
  });

  it('is nothing where the line was never built in that year', () => {
    expect(yearOf(vinOf('A'))).toBeNull();
    const { reading } = shelfJob(shelf, vehicle(vinOf('A')), [eventMaker()('job-opened', { words: 'x' })]);
    expect(reading.items.map((i) => i.what.code)).toContain('item-vin-year');
    const sound = shelfJob(shelf, vehicle(good), [eventMaker()('job-opened', { words: 'x' })]).reading;
    expect(sound.items.filter((i) => i.what.code.startsWith('item-vin'))).toEqual([]);
  });
});

describe('what follows for a year group', () => {
  const line = {
    ...family,
    derives: [
      {
        fact: 'plug',
        value: 'X40',
        when: { op: 'range', id: 'a', fact: 'model-year', to: 2017 },
        source: 'maker-table',
      },
      {
        fact: 'plug',
        value: 'X41',
        when: { op: 'range', id: 'b', fact: 'model-year', from: 2018 },
        source: 'maker-note',
      },
    ],
  } as const;
  const of = (known: Record<string, number>) =>
    followingStatements(new Map(Object.entries(known)), line, registry).filter(
      (s) => s.subject === 'headlamp.front.left',
    );
  it('is assumed while nobody has looked, by the first that holds', () => {
    expect(of({ 'model-year@vehicle': 2016 }).map((s) => [s.value, s.source])).toEqual([['X40', 'assumed']]);
    expect(of({ 'model-year@vehicle': 2020 }).map((s) => s.value)).toEqual(['X41']);
  });
  it('is nothing while an earlier one may still hold', () => expect(of({})).toEqual([]));
});
