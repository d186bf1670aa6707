import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { type Application, type Shelf, SHELF_KINDS, SHELF_LISTS } from '@/core/catalogue';
import { calendarText } from '../calendar';
import { type CsvRecord, csvColumns, FORMULA, plainCell, readCsvRow, rowFaults, writeCsvRow } from '.';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const plain = (more: CsvRecord = {}): CsvRecord => ({
  id: 'a',
  families: 'orrel-packet',
  role: 'tail',
  end: 'rear',
  left: 'ebb-left',
  right: 'ebb-right',
  minutesLow: '30',
  minutesHigh: '45',
  ...more,
});

describe('a row as cells', () => {
  it.each(SHELF_KINDS)('every %s of the demo comes back as it was, through a real CSV', (kind) => {
    const rows = shelf[SHELF_LISTS[kind]];
    expect(rows.length).toBeGreaterThan(0);
    const text = Papa.unparse({
      fields: [...csvColumns(kind)],
      data: rows.map((r) => writeCsvRow(kind, r as never)) as object[],
    });
    const back = Papa.parse<CsvRecord>(text, { header: true }).data.map((cells) => readCsvRow(kind, cells));
    expect(back).toEqual(rows.map((body) => ({ kind: 'row', body })));
  });

  it('says the commonest conditions in columns of their own', () => {
    const read = readCsvRow(
      'application',
      plain({
        yearFrom: '2018',
        factoryLamp: 'filament|hid',
        plug: 'X41',
        plugPart: 'adapter-x40',
        plugMinutes: '6',
        roomMm: '52',
        unaltered: 'yes',
      }),
    );
    expect(read).toMatchObject({
      kind: 'row',
      body: { lamps: { left: 'ebb-left', right: 'ebb-right' }, supplies: [] },
    });
    const body = read.kind === 'row' ? read.body : null;
    expect(body && rowFaults('application', body)).toEqual([]);
    expect((body as Application).rule).toEqual({
      op: 'all',
      of: [
        { op: 'range', id: 'years', fact: 'model-year', from: 2018 },
        { op: 'one-of', id: 'factory', fact: 'factory-lamp', values: ['filament', 'hid'] },
        {
          op: 'plug-family',
          id: 'plug',
          family: 'X41',
          mends: [{ parts: [{ part: 'adapter-x40', quantity: 1, per: 'side' }], minutes: 6 }],
        },
        { op: 'at-least', id: 'room', fact: 'room-behind', value: 52, unit: 'mm' },
        { op: 'equals', id: 'unaltered', fact: 'functions-altered', value: false },
      ],
    });
  });

  it('writes back any such row in the same columns', () => {
    const cells = fc.record(
      {
        yearFrom: fc.integer({ min: 1990, max: 2030 }).map(String),
        yearTo: fc.integer({ min: 1990, max: 2030 }).map(String),
        factoryLamp: fc.constantFrom('filament', 'filament|hid'),
        plug: fc.constantFrom('X40', 'X41'),
        roomMm: fc.integer({ min: 1, max: 200 }).map(String),
        unaltered: fc.constant('yes'),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(cells, (more) => {
        const read = readCsvRow('application', plain(more));
        if (read.kind !== 'row') throw new Error('not read');
        expect(writeCsvRow('application', read.body)).toMatchObject(more);
      }),
    );
  });

  it.each<[string, CsvRecord, [string, string][]]>([
    ['a comma as decimal sign', plain({ minutesLow: '30,5' }), [['minutesLow', 'csv-number']]],
    ['a thousands mark', plain({ minutesLow: '1 000' }), [['minutesLow', 'csv-number']]],
    ['neither yes nor no', plain({ unaltered: 'true' }), [['unaltered', 'csv-yes-no']]],
    ['broken JSON', plain({ rule: '{' }), [['rule', 'csv-json']]],
    ['a rule said twice', plain({ rule: '{"op":"all","of":[]}', plug: 'X41' }), [['plug', 'csv-rule-twice']]],
    ['a part without its plug', plain({ plugPart: 'adapter-x40' }), [['plugPart', 'csv-plug-part']]],
    ['a column that nobody knows', plain({ colour: 'red' }), [['colour', 'schema-unknown-field']]],
  ])('%s is said with its column', (_, cells, expected) => {
    const read = readCsvRow('application', cells);
    expect(read.kind === 'faults' && read.faults.map((f) => [f.column, f.reason.code])).toEqual(expected);
  });
});

describe('the calendar feed', () => {
  it('is iCalendar with one event a booking', () => {
    const text = calendarText('Shop', [
      {
        id: 'b1',
        startsAt: '2026-03-05T09:00:00.000Z',
        minutes: 90,
        title: 'Job 0007',
        place: 'Lift bay',
      },
    ]);
    expect(text).toContain('BEGIN:VEVENT');
    expect(text).toContain('DTSTART:20260305T090000Z');
    expect(text).toContain('DTEND:20260305T103000Z');
    expect(text).toContain('LOCATION:Lift bay');
  });
});

describe('cells that a spreadsheet would work out', () => {
  it.each(['=1+1', '+49 1', '@SUM(A1)', '-x', '\tx'])(
    '%j goes out as text and comes back as it was',
    (cell) => {
      const text = Papa.unparse([[cell]], { escapeFormulae: FORMULA });
      expect(text.replace(/^"/, '').startsWith("'")).toBe(true);
      const back = Papa.parse<string[]>(text, { transform: plainCell });
      expect(back.data[0]?.[0]).toBe(cell);
    },
  );

  it.each(['-5', 'a=b', "it's", "'quoted'", ''])('%j is left alone both ways', (cell) => {
    const text = Papa.unparse([[cell, 'x']], { escapeFormulae: FORMULA });
    expect(Papa.parse<string[]>(text, { transform: plainCell }).data[0]?.[0]).toBe(cell);
    expect(text.startsWith(cell)).toBe(true);
  });
});
