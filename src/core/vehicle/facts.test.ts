import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factRegistry, type FactSource } from './factRegistry';
import { type FactStatement, knownValues, resolveFacts } from './facts';

const { find } = factRegistry();
let n = 0;
const say = (
  key: string,
  source: FactSource,
  value: FactStatement['value'],
  at = '2026-01-01T00:00:00.000Z',
): FactStatement => ({
  id: `s${(n += 1).toString().padStart(6, '0')}`,
  key,
  subject: find(key)?.subject === 'position' ? 'headlamp.front.left' : 'vehicle',
  value,
  source,
  by: 'u',
  at,
});
const one = (...statements: FactStatement[]) => [...resolveFacts(statements, find).values()][0];

describe('which source decides', () => {
  it('is a matter of the key: a VIN beats a told year, and nobody sees a year', () => {
    const fact = one(
      say('model-year', 'told', 2017),
      say('model-year', 'seen', 2016),
      say('model-year', 'vin', 2019),
    );
    expect(fact?.value).toBe(2019);
    expect(fact?.contradictedBy.map((s) => s.source)).toEqual(['told']);
    expect(fact?.history).toHaveLength(3);
  });

  it('measured beats told, told beats assumed, and an assumption gives way in silence', () => {
    const fact = one(
      say('room-behind', 'assumed', 90),
      say('room-behind', 'told', 80),
      say('room-behind', 'measured', 64),
    );
    expect(fact?.value).toBe(64);
    expect(fact?.contradictedBy.map((s) => s.source)).toEqual(['told']);
  });

  it('the newest of one source decides, and settles what the older one contradicted', () => {
    const vin = say('model-year', 'vin', 2019);
    const wrong = say('model-year', 'told', 2017, '2026-01-01T08:00:00.000Z');
    const right = say('model-year', 'told', 2019, '2026-01-01T09:00:00.000Z');
    expect(one(vin, wrong)?.contradictedBy).toHaveLength(1);
    expect(one(right, vin, wrong)?.contradictedBy).toEqual([]);
  });

  it('a look that cannot tell leaves the fact as it was, unknown if nothing was known', () => {
    expect(one(say('plug', 'seen', null))?.value).toBeNull();
    const later = say('plug', 'seen', null, '2026-02-01T00:00:00.000Z');
    expect(one(say('plug', 'seen', 'X41'), later)?.value).toBe('X41');
    expect(knownValues(resolveFacts([say('plug', 'seen', null)], find)).size).toBe(0);
  });

  it('does not depend on the order of input', () => {
    const source = fc.constantFrom<FactSource>('measured', 'seen', 'vin', 'told', 'assumed');
    const entry = fc.record({
      source,
      value: fc.integer({ min: 1, max: 3 }),
      day: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(
        fc.array(entry, { minLength: 1, maxLength: 8 }),
        fc.infiniteStream(fc.nat()),
        (entries, random) => {
          const all = entries.map((e) =>
            say('room-behind', e.source, e.value, `2026-01-0${e.day}T00:00:00.000Z`),
          );
          const key = new Map(all.map((s) => [s.id, random.next().value]));
          const shuffled = [...all].sort((a, b) => (key.get(a.id) ?? 0) - (key.get(b.id) ?? 0));
          expect(one(...shuffled)).toEqual(one(...all));
        },
      ),
    );
  });
});
