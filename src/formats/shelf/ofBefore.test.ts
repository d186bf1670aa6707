import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Application, Family, Shelf } from '@/core/catalogue';
import { type CsvRecord, csvColumns, readCsvRow, rowFaults, writeCsvRow } from '.';
import { readShelfFile } from './readShelfFile';

const text = readFileSync('src/formats/shelf/testing/shelf-of-before.json', 'utf8');
const shelf = JSON.parse(text) as Shelf;
/** Columns that came with the rule algebra and the wiring as it is. */
const NEW: Readonly<Record<string, readonly string[]>> = {
  application: ['lamps', 'always'],
  family: ['derives'],
};

describe('files of before', () => {
  it('a shelf is read as it was written', () => {
    const read = readShelfFile(text);
    expect(read.kind === 'faults' ? read.faults : []).toEqual([]);
    if (read.kind === 'shelf') expect(read.rows.applications).toEqual(shelf.applications);
  });

  it('a table without the columns that came since is read as it was written', () => {
    for (const row of shelf.applications) {
      const cells = Object.entries(writeCsvRow('application', row)).filter(
        ([c]) => !NEW.application?.includes(c),
      );
      expect(readCsvRow('application', Object.fromEntries(cells))).toEqual({ kind: 'row', body: row });
    }
    for (const row of shelf.families) {
      const cells = Object.entries(writeCsvRow('family', row)).filter(([c]) => !NEW.family?.includes(c));
      expect(readCsvRow('family', Object.fromEntries(cells))).toEqual({ kind: 'row', body: row });
    }
  });
});

describe('a shelf that was taken by rules of before', () => {
  const lampHalf = shelf.connectors.find((c) => c.half === 'lamp' && c.columns > 1);
  if (!lampHalf) throw new Error('no lamp half');
  // Not mirrored: equal numbers do not meet. The first starter set had such halves.
  const flat = {
    ...lampHalf,
    cavities: lampHalf.cavities.map((c) => ({ ...c, column: lampHalf.columns + 1 - c.column })),
  };
  const present: Shelf = { ...shelf, connectors: shelf.connectors.map((c) => (c === lampHalf ? flat : c)) };
  const file = (more: Partial<Shelf>) => JSON.stringify({ form: 'yonder-bolt/shelf', version: 1, ...more });
  it('goes on taking rows, and refuses what is wrong in them', () => {
    const part = { ...shelf.parts[0], id: 'another' } as Shelf['parts'][number];
    expect(readShelfFile(file({ parts: [part] }), present).kind).toBe('shelf');
    const read = readShelfFile(file({ connectors: [{ ...flat, id: 'more' }] }), shelf);
    expect(read.kind === 'faults' && read.faults.map((f) => f.reason.code)).toContain('faces-do-not-meet');
  });
});

describe('what came since', () => {
  const [app] = shelf.applications;
  const [family] = shelf.families;
  if (!app || !family) throw new Error('the shelf of before has no rows');
  const row: Application = {
    ...app,
    lamps: { ...app.lamps, 'left.inner': Object.values(app.lamps)[0] ?? '' },
    always: [{ part: shelf.parts[0]?.id ?? '', quantity: 1, per: 'set' }],
  };
  const line: Family = {
    ...family,
    derives: [
      {
        fact: 'plug',
        value: 'X41',
        when: { op: 'range', id: 'late', fact: 'model-year', from: 2018 },
        source: 'maker-table',
      },
    ],
  };
  it('is well formed, and comes back through a table', () => {
    expect(rowFaults('application', row)).toEqual([]);
    expect(rowFaults('family', line)).toEqual([]);
    expect(csvColumns('application')).toContain('lamps');
    const back = (kind: 'application' | 'family', body: Application | Family) =>
      readCsvRow(kind, writeCsvRow(kind, body as never) as CsvRecord);
    expect(back('application', row)).toEqual({ kind: 'row', body: row });
    expect(back('family', line)).toEqual({ kind: 'row', body: line });
  });

  it('is refused where it makes no sense', () => {
    const faults = (change: Partial<Shelf>) => {
      const read = readShelfFile(JSON.stringify({ ...JSON.parse(text), ...change }));
      return read.kind === 'faults' ? read.faults.map((f) => `${f.path} ${f.reason.code}`) : [];
    };
    const [d] = line.derives ?? [];
    if (!d) throw new Error('no derivation');
    expect(
      faults({ families: [{ ...line, derives: [{ ...d, when: { op: 'any', of: [d.when] } }] }] }),
    ).toContain('/families/0/derives/0/when derived-needs-tests');
    expect(faults({ families: [{ ...line, derives: [{ ...d, at: ['fog.roof.left'] }] }] })).toContain(
      '/families/0/derives/0/at/0 no-such-row',
    );
    expect(
      faults({
        applications: [
          {
            ...app,
            rule: { op: 'equals', id: 'x', fact: 'market', value: 'NA', mends: [{ parts: [], minutes: 1 }] },
          },
        ],
      }),
    ).toContain('/applications/0/rule/mends/0 mend-of-nothing');
  });
});
