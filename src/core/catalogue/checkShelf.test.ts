/* eslint-disable @typescript-eslint/no-unsafe-call, @typescript-eslint/no-unsafe-return, @typescript-eslint/no-unsafe-member-access -- rows are broken on purpose, past their types */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { suits } from '../vehicle';
import { checkShelf } from './checkShelf';
import { nearestName } from '../kernel/nearestName';
import type { Shelf } from './types';

type Draft = Record<string, any[]>; // eslint-disable-line @typescript-eslint/no-explicit-any -- broken on purpose
const text = readFileSync('demo/shelf.json', 'utf8');
const demo = JSON.parse(text) as Shelf;
const twoTests = demo.applications.findIndex((a) => a.rule.op === 'all');

/** The faults of the demo shelf after one thing was broken. */
function broken(change: (shelf: Draft) => void): string[] {
  const draft = JSON.parse(text) as Draft;
  change(draft);
  return checkShelf(draft as unknown as Shelf).map((f) => `${f.path} ${f.reason.code}`);
}
const packetAt = demo.families.findIndex((f) => f.id === 'orrel-packet');
const adapterAt = demo.parts.findIndex((p) => p.adapter !== undefined);
const braceAt = demo.lamps.findIndex((l) => l.id === 'brace-left');

it('the demo shelf has none', () => expect(checkShelf(demo)).toEqual([]));

describe('each fault is found at its place', () => {
  it.each<[string, (s: Draft) => void, string[]]>([
    [
      'an intensity file that ends before its values are there, and a function twice',
      (s) => {
        const [file] = demo.lamps[braceAt]?.photometry ?? [];
        s.lamps![braceAt].photometry = [{ ...file, text: file?.text.slice(0, 400) }, file];
      },
      [`/lamps/${braceAt}/photometry/0/text photometry-file`, `/lamps/${braceAt}/photometry/1/does id-twice`],
    ],
    [
      'an application of an unknown vehicle line',
      (s) => s.applications?.[0].families.push('orrel-paket'),
      ['/applications/0/families/1 no-such-row-near'],
    ],
    [
      'an assumed value that the fact cannot have',
      (s) => (s.families?.[packetAt].assumes).push({ fact: 'system-voltage', value: '48' }),
      [`/families/${packetAt}/assumes/3/value value-unsuited`],
    ],
    [
      'an assumed fact that nobody defined',
      (s) => (s.families?.[packetAt].assumes).push({ fact: 'overal-width', value: 2000 }),
      [`/families/${packetAt}/assumes/3/fact no-such-fact-near`],
    ],
    [
      'a requirement that hangs on a fact of a position',
      (s) => (s.profiles![0].requirements[0].when = { op: 'plug-family', id: 'x', family: 'X41' }),
      ['/profiles/0/requirements/0/when vehicle-facts-only'],
    ],
    [
      'a part that supplies a function and is not there',
      (s) =>
        s
          .applications!.find((a) => a.id === 'packet-race')
          .supplies[0].parts.push({ part: 'nothing-like-it', quantity: 1, per: 'set' }),
      [
        `/applications/${demo.applications.findIndex((a) => a.id === 'packet-race')}/supplies/0/parts/1/part no-such-row`,
      ],
    ],
    [
      'a circuit whose condition does not parse, with its place',
      (s) => (s.families![packetAt].circuits[0].cases[0].when = 'key=on & light'),
      [`/families/${packetAt}/circuits/0/cases/0/when expression-control`],
    ],
    [
      'a cavity that names a circuit which is not there',
      (s) => (s.families![packetAt].plugs[0].cavities[1].circuit = 'lowbeam'),
      [`/families/${packetAt}/plugs/0/cavities/1/circuit no-such-circuit`],
    ],
    [
      'a cavity that the connector does not have',
      (s) => (s.families![packetAt].plugs[0].cavities[1].cavity = '9'),
      [`/families/${packetAt}/plugs/0 no-such-cavity`],
    ],
    [
      'a cavity that stands twice',
      (s) => (s.families![packetAt].plugs[0].cavities[1].cavity = '1'),
      [`/families/${packetAt}/plugs/0 cavity-twice`],
    ],
    [
      'a plug without ground',
      (s) => (s.families![packetAt].plugs[0].cavities[0].circuit = null),
      [`/families/${packetAt}/plugs/0/cavities plug-without-ground`],
    ],
    [
      'a plug at a position that the line does not have',
      (s) => (s.families![packetAt].plugs[0].position.role = 'beacon'),
      [`/families/${packetAt}/plugs/0/position no-such-position`],
    ],
    [
      'a lamp plug of an unknown connector',
      (s) => (s.lamps![braceAt].plugs[0].connector = 'X41-M'),
      [`/lamps/${braceAt}/plugs/0/connector no-such-row-near`],
    ],
    [
      'a lamp whose behaviour does not parse',
      (s) =>
        (s.lamps![braceAt].behaviour = [
          { does: 'drl', cases: [{ when: 'hazard |', level: { kind: 'off' } }] },
        ]),
      [`/lamps/${braceAt}/behaviour/0/cases/0/when expression-ends`],
    ],
    [
      'an adapter that feeds one cavity twice',
      (s) => (s.parts![adapterAt].adapter.map[1].to = 'out/1'),
      [`/parts/${adapterAt}/adapter/map/1 cavity-twice`],
    ],
    [
      'an adapter that leads back to its own side',
      (s) => (s.parts![adapterAt].adapter.map[1].to = 'in/2'),
      [`/parts/${adapterAt}/adapter/map/1/to adapter-leads-back`],
    ],
    [
      'an adapter for a plug that nobody knows',
      (s) => (s.parts![adapterAt].adapter.ends[0].family = 'X99'),
      [`/parts/${adapterAt}/adapter/ends/0/family no-such-connector-family`],
    ],
    [
      'an adapter with nothing on the lamp’s side',
      (s) => (s.parts![adapterAt].adapter = { ends: [{ id: 'in', way: 'in', family: 'X40' }], map: [] }),
      [`/parts/${adapterAt}/adapter/ends adapter-one-way`],
    ],
    [
      'a fuse of no standard size, and a place taken twice',
      (s) => {
        s.families![0].fuseBoxes[0].slots[0].ratingA = 12;
        s.families![0].fuseBoxes[0].slots[1].column = 1;
      },
      [
        '/families/0/fuseBoxes/0/slots/0/ratingA fuse-size',
        '/families/0/fuseBoxes/0/slots/1 slot-place-twice',
      ],
    ],
    [
      'a fuse place that is live when an expression says that does not parse',
      (s) => (s.families![0].fuseBoxes[0].slots[0].cases[0].when = 'key=sideways'),
      ['/families/0/fuseBoxes/0/slots/0/cases/0/when expression-value'],
    ],
    [
      'a circuit of a fuse that is made in no size',
      (s) => (s.families![0].circuits[0].fuseA = 11),
      ['/families/0/circuits/0/fuseA fuse-size'],
    ],
    [
      'a connector whose cavity lies outside it',
      (s) => (s.connectors![0].cavities[0].column = 9),
      ['/connectors/0/cavities/0 cavity-outside'],
    ],
    [
      'a circuit that is there twice',
      (s) => s.families![0].circuits.push(structuredClone(s.families![0].circuits[0])),
      [`/families/0/circuits/${demo.families[0]?.circuits?.length}/id id-twice`],
    ],
    [
      'a circuit called like what is no circuit',
      (s) => s.families![0].circuits.push({ ...structuredClone(s.families![0].circuits[0]), id: 'ground' }),
      [`/families/0/circuits/${demo.families[0]?.circuits?.length}/id circuit-reserved`],
    ],
    [
      'a range upside down',
      (s) => Object.assign(s.families![0].circuits[0], { minV: 16, maxV: 9 }),
      ['/families/0/circuits/0/maxV range-backwards'],
    ],
    [
      'a lamp that works from more volts than to',
      (s) => Object.assign(s.lamps![0], { workingMinV: 40 }),
      ['/lamps/0/workingMinV range-backwards'],
    ],
    [
      'two plugs of one name on a lamp',
      (s) => s.lamps![0].plugs.push(structuredClone(s.lamps![0].plugs[0])),
      [`/lamps/0/plugs/${demo.lamps[0]?.plugs?.length}/id id-twice`],
    ],
    [
      'a lamp’s plug on the vehicle’s half',
      (s) => (s.lamps![0].plugs[0].connector = demo.families[0]?.plugs?.[0]?.connector),
      ['/lamps/0/plugs/0/connector other-half'],
    ],
    [
      'two cavities in one place',
      (s) =>
        Object.assign(s.connectors![0].cavities[1], {
          row: demo.connectors[0]?.cavities[0]?.row,
          column: demo.connectors[0]?.cavities[0]?.column,
        }),
      [
        '/connectors/0/cavities/1 cavity-place-twice',
        '/connectors/1/cavities faces-do-not-meet',
        '/connectors/12/cavities faces-do-not-meet',
      ],
    ],
    [
      'a test that stands twice in a rule',
      (s) => s.applications![twoTests].rule.of.push(structuredClone(s.applications![twoTests].rule.of[0])),
      [`/applications/${twoTests}/rule predicate-twice`],
    ],
    [
      'a lamp to which polarity matters, and that has no ground',
      (s) =>
        (s.lamps![0].plugs[0].inputs = demo.lamps[0]?.plugs?.[0]?.inputs.filter((i) => i.does !== 'ground')),
      ['/lamps/0/plugs lamp-without-ground'],
    ],
    [
      'a wire whose print nothing reads, and one whose print says another colour',
      (s) => {
        s.families![packetAt].wireCodes = { SW: 'BK', GE: 'YE' };
        s.families![packetAt].plugs[0].cavities[0].wire = { base: 'BK', printed: 'SW/RT' };
        s.families![packetAt].plugs[0].cavities[1].wire = { base: 'BK', printed: 'SW/GE' };
      },
      [
        `/families/${packetAt}/plugs/0/cavities/0/wire/printed wire-code-unread`,
        `/families/${packetAt}/plugs/0/cavities/1/wire/printed wire-code-differs`,
      ],
    ],
    [
      'two modules in one wire of an adapter, and a wire beside what is no stop',
      (s) => {
        Object.assign(s.parts![adapterAt].adapter.map[0], { part: 'turn', smooths: true, beside: 'in/1' });
      },
      [
        `/parts/${adapterAt}/adapter/map/0 adapter-two-modules`,
        `/parts/${adapterAt}/adapter/map/0/beside adapter-beside-what`,
      ],
    ],
    [
      'a rule of light that does not parse',
      (s) => (s.profiles!.find((p) => p.id === 'ECE').light[0].when = 'lights=dim'),
      [`/profiles/${demo.profiles.findIndex((p) => p.id === 'ECE')}/light/0/when expression-value`],
    ],
  ])('%s', (_, change, expected) => expect(broken(change)).toEqual(expected));

  it('in a row that several others lean on, at each of them', () => {
    const faults = broken((s) => (s.parts = s.parts!.filter((p) => p.id !== 'adapter-x40')));
    expect(faults.length).toBeGreaterThan(1);
    expect(new Set(faults.map((f) => f.split(' ')[1]?.replace(/-near$/, '')))).toEqual(
      new Set(['no-such-row']),
    );
  });
});

describe('the nearest name', () => {
  const names = ['model-year', 'market', 'plug', 'room-behind'];
  it.each([
    ['modelyear', 'model-year'],
    ['markte', 'market'],
    ['plgu', 'plug'],
    ['Plug', 'plug'],
    ['xyz', undefined],
    ['', undefined],
  ])('of %j is %s', (wanted, expected) => expect(nearestName(wanted, names)).toBe(expected));

  it('ties go to the first in text order, whatever order they come in', () => {
    expect(nearestName('x2', ['x3', 'x1'])).toBe('x1');
    expect(nearestName('x2', ['x1', 'x3'])).toBe('x1');
  });
});

describe('a value suits', () => {
  const number = {
    id: 'n',
    subject: 'vehicle',
    type: { kind: 'number', unit: 'mm', min: 0, max: 10 },
    sources: [],
  } as const;
  const whole = { ...number, type: { ...number.type, whole: true } } as const;
  const closed = { ...number, type: { kind: 'choice', values: ['a', 'b'] } } as const;
  const open = { ...number, type: { kind: 'choice', values: ['a'], open: true } } as const;
  const flag = { ...number, type: { kind: 'yes-no' } } as const;
  it.each([
    [number, 0, true],
    [number, 10, true],
    [number, 10.1, false],
    [number, -1, false],
    [number, NaN, false],
    [number, '5', false],
    [whole, 5, true],
    [whole, 5.5, false],
    [closed, 'a', true],
    [closed, 'c', false],
    [open, 'c', true],
    [open, '', false],
    [flag, true, true],
    [flag, 'true', false],
  ])('%o with %s: %s', (key, value, expected) => expect(suits(key, value)).toBe(expected));
});
