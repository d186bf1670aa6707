/** A seeded catalogue of any size, shaped like a real one: many lines, few applications each. */
import { seededRandom } from '@/core/kernel/seededRandom';
import { csvColumns } from '@/formats/shelf';
import type { Application, Family, Lamp, Shelf } from '@/core/catalogue';

/** Applications that serve one vehicle line's headlamps. */
export const PER_FAMILY = 10;

/** A shelf with so many applications over a tenth as many vehicle lines, on lamps taken from a small shelf. */
export function bigShelf(base: Shelf, applications: number, seed: number): Shelf {
  const random = seededRandom(seed);
  const packet = base.families.find((f) => f.id === 'orrel-packet');
  const left = base.lamps.find((l) => l.id === 'sounder-2-left');
  const right = base.lamps.find((l) => l.id === 'sounder-2-right');
  if (!packet || !left || !right) throw new Error('The base shelf has no Packet');
  const count = Math.ceil(applications / PER_FAMILY);
  const families = Array.from({ length: count }, (_, i): Family => ({
    id: `line-${i}`,
    maker: packet.maker,
    name: `Line ${i}`,
    bodyStyle: 'van',
    lightVehicle: true,
    lengthMm: packet.lengthMm,
    widthMm: packet.widthMm,
    yearFrom: 2010,
    hazards: [],
    places: packet.places.filter((p) => p.position.role === 'headlamp'),
    assumes: packet.assumes,
  }));
  const lamps = Array.from({ length: 40 }, (_, i): Lamp[] => [
    {
      ...left,
      id: `lamp-${i}-left`,
      name: `Lamp ${i}`,
      traits: i % 3 === 0 ? ['sequential-turn'] : [],
      plugs: undefined,
    } as Lamp,
    {
      ...right,
      id: `lamp-${i}-right`,
      name: `Lamp ${i}`,
      traits: i % 3 === 0 ? ['sequential-turn'] : [],
      plugs: undefined,
    } as Lamp,
  ]).flat();
  const rows = Array.from({ length: applications }, (_, i): Application => {
    const from = 2010 + Math.floor(random() * 10);
    const lamp = Math.floor(random() * 40);
    return {
      id: `app-${i}`,
      families: [`line-${i % count}`],
      role: 'headlamp',
      end: 'front',
      lamps: { left: `lamp-${lamp}-left`, right: `lamp-${lamp}-right` },
      rule: {
        op: 'all',
        of: [
          { op: 'range', id: 'years', fact: 'model-year', from, to: from + 6 },
          {
            op: 'one-of',
            id: 'factory',
            fact: 'factory-lamp',
            values: random() < 0.7 ? ['filament', 'hid'] : ['led'],
          },
          {
            op: 'plug-family',
            id: 'plug',
            family: random() < 0.5 ? 'X41' : 'X40',
            mends: [{ parts: [{ part: 'adapter-x40', quantity: 1, per: 'side' }], minutes: 6 }],
          },
          {
            op: 'at-least',
            id: 'room',
            fact: 'room-behind',
            value: 40 + Math.floor(random() * 40),
            unit: 'mm',
          },
          { op: 'equals', id: 'unaltered', fact: 'functions-altered', value: false },
        ],
      },
      minutesLow: 60 + Math.floor(random() * 60),
      minutesHigh: 140,
      supplies: [],
    };
  });
  return {
    ...base,
    families: [...base.families, ...families],
    lamps: [...base.lamps, ...lamps],
    applications: rows,
  };
}

/** Applications as the text of a CSV. */
export const csvOf = (rows: readonly Application[]): string => [...csvLines(rows)].join('');

function* csvLines(rows: readonly Application[]): Generator<string> {
  const columns = csvColumns('application');
  yield `${columns.join(',')}\r\n`;
  for (const a of rows) {
    const years = a.rule.op === 'all' ? a.rule.of : [];
    const find = <T>(op: string) => years.find((p) => p.op === op) as T | undefined;
    const range = find<{ from: number; to: number }>('range');
    const plug = find<{ family: string }>('plug-family');
    const cells: Record<string, string> = {
      id: a.id,
      families: a.families.join('|'),
      role: a.role,
      end: a.end,
      left: a.lamps.left ?? '',
      right: a.lamps.right ?? '',
      minutesLow: String(a.minutesLow),
      minutesHigh: String(a.minutesHigh),
      yearFrom: String(range?.from ?? ''),
      yearTo: String(range?.to ?? ''),
      plug: plug?.family ?? '',
      plugPart: 'adapter-x40',
      plugMinutes: '6',
    };
    yield `${columns.map((c) => cells[c] ?? '').join(',')}\r\n`;
  }
}
