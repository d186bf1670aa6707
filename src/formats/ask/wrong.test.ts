import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { answer } from '@/core/ask';
import { EMPTY_SHELF, type Shelf } from '@/core/catalogue';
import { readShelfFile } from '../shelf';
import { readCase } from '.';

const demo = readShelfFile(readFileSync('demo/shelf.json', 'utf8'));
const DEMO: Shelf = demo.kind === 'shelf' ? demo.rows : EMPTY_SHELF;
const asked = (of: object) => {
  const read = readCase(JSON.stringify(of), (file) => (file ? DEMO : EMPTY_SHELF));
  return read.kind === 'case' ? answer(read.case) : read;
};
const answersOf = (of: object) => {
  const found = asked(of);
  if (found.kind !== 'answers') throw new Error(JSON.stringify(found));
  return found.answers as Readonly<Record<string, unknown>>;
};
const faultsOf = (of: object) => {
  const found = asked(of);
  return found.kind === 'faults' ? found.faults.map((f) => `${f.path} ${f.reason.code}`) : ['none'];
};

const HL = 'headlamp.front.left';
const live = JSON.parse(readFileSync('docs/formats/cases/live.json', 'utf8')) as object;
const wire = (does: string) => {
  const wired = answersOf({ ...live, ask: ['wire'] }).wire as {
    lamps: { map: { inputs: { plug: string; cavity: string; input: { does: string } }[] } }[];
  }[];
  const i = wired[0]?.lamps[0]?.map.inputs.find((x) => x.input.does === does);
  return { position: HL, plug: i?.plug ?? '', cavity: i?.cavity ?? '' };
};
/** What a function of the left lamp does with low beam on, and A into it, with something wrong. */
function lit(does: string, faults: readonly object[]) {
  const found = answersOf({
    ...live,
    ask: ['live', 'light'],
    controls: [{ key: 'on', lights: 'low' }],
    faults,
  });
  const amps = found.live as {
    settings: { cavities: { position: string; does: string; amp: number }[] }[];
  }[];
  const light = found.light as {
    lamps: { position: string; settings: { functions: Record<string, { kind: string }> }[] }[];
  }[];
  return {
    amp: amps[0]?.settings[0]?.cavities.find((c) => c.position === HL && c.does === does)?.amp,
    level: light[0]?.lamps.find((l) => l.position === HL)?.settings[0]?.functions[does]?.kind,
  };
}

describe('a case with something wrong in its wiring', () => {
  it('says currents and light as they are then', () => {
    expect(lit('low-beam', []).level).toBe('on');
    expect(lit('low-beam', [{ kind: 'open', ...wire('low-beam') }])).toEqual({ amp: 0, level: 'off' });
    expect(lit('low-beam', [{ kind: 'unmated', position: HL, plug: wire('low-beam').plug }]).level).toBe(
      'off',
    );
    const weak = lit('low-beam', [{ kind: 'weak', ...wire('low-beam'), ohm: 3 }]);
    expect(weak.amp).toBeGreaterThan(0.5);
    expect(weak.level).toBe('pulsed');
    const circuit = (DEMO.families.find((f) => f.id === 'orrel-packet')?.circuits ?? []).map((c) => c.id);
    expect(lit('low-beam', [{ kind: 'fuse', circuit: circuit.find((c) => c.startsWith('low')) }]).level).toBe(
      'off',
    );
  });

  it('wires that sit in one another’s cavity light one another’s function', () => {
    const [low, turn] = [wire('low-beam'), wire('turn')];
    const exchange = [
      { kind: 'exchange', position: HL, plug: low.plug, cavities: [low.cavity, turn.cavity] },
    ];
    expect(lit('low-beam', exchange).level).toBe('off');
    expect(lit('turn', exchange)).toMatchObject({ level: 'on' });
    // With its ground's wire: the lamp has its supply from behind, which bars it.
    const ground = wire('ground');
    expect(
      lit('low-beam', [
        { kind: 'exchange', position: HL, plug: low.plug, cavities: [low.cavity, ground.cavity] },
      ]).level,
    ).toBe('off');
  });

  it('says what a meter shows at the plugs', () => {
    const readings = (faults: readonly object[]) =>
      (
        answersOf({ ...live, ask: ['checks'], faults }).checks as {
          lamps: { position: string; readings: { good: boolean; highV: number; id: string }[] }[];
        }[]
      )[0]?.lamps.find((l) => l.position === HL)?.readings ?? [];
    const open = readings([{ kind: 'open', ...wire('low-beam') }]);
    expect(open.some((r) => !r.good && r.highV < 1)).toBe(true);
    // A corroded joint shows nothing to a meter that draws nothing.
    expect(readings([{ kind: 'weak', ...wire('low-beam'), ohm: 20 }]).every((r) => r.good)).toBe(true);
  });

  it('names what leads nowhere by its place', () => {
    expect(
      faultsOf({ ...live, faults: [{ kind: 'open', position: HL, plug: 'main', cavity: '99' }] }),
    ).toEqual(['/faults/0/cavity case-no-wire']);
    expect(faultsOf({ ...live, faults: [{ kind: 'fuse', circuit: 'toaster' }] })).toEqual([
      '/faults/0/circuit case-no-wire',
    ]);
    expect(faultsOf({ ...live, faults: [{ kind: 'bent' }] })[0]).toContain('/faults/0');
    const two = [
      { kind: 'open', ...wire('low-beam') },
      { kind: 'open', ...wire('turn') },
    ];
    expect(faultsOf({ ...live, ask: ['checks'], faults: two })).toEqual(['/faults/1 case-one-fault']);
  });
});

describe('a question that needs no vehicle', () => {
  const bare = JSON.parse(readFileSync('docs/formats/cases/network.json', 'utf8')) as {
    network: { elements: object[]; settings: object[]; relays: object[] };
  };

  it('a network: V and A in each setting, a relay that its feed pulls', () => {
    const [off, on] = answersOf({ ...bare, ask: ['network'] }).network as {
      nodeV: Record<string, number>;
      elementA: Record<string, number>;
      pulled: string[];
    }[];
    expect(off).toMatchObject({ pulled: [], elementA: { driver: 0 } });
    expect(on?.pulled).toEqual(['relay']);
    // By hand: the coil takes V / 80; feed = 13.5 − 0.02 (2 + feed / 80), the lamp 0.1 · 2 less, its ground 0.1 up.
    const feed = (13.5 - 0.04) / (1 + 0.02 / 80);
    expect(on?.nodeV.feed).toBeCloseTo(feed, 6);
    expect(on?.nodeV.lamp).toBeCloseTo(feed - 0.2, 6);
    expect(on?.nodeV.ground).toBeCloseTo(0.1, 6);
    expect(on?.elementA['horn lamp']).toBeCloseTo(1.5, 2);
  });

  it('sums of the calculators, by hand', () => {
    const { formulas } = answersOf({ ...bare, ask: ['formulas'] }) as unknown as {
      formulas: { result: Record<string, unknown> }[];
    };
    expect(formulas[1]?.result).toMatchObject({ what: 'steady', perMinute: 0 });
    expect(formulas[2]?.result.amp).toBeCloseTo(2 * (12 / 13.5) ** 0.55, 9);
    expect(formulas[0]?.result).toMatchObject({ limitV: 0.5, lampEnough: true });
  });

  it('what is none is named by its place; what needs a vehicle says so', () => {
    const twice = { ...bare.network, elements: [...bare.network.elements, bare.network.elements[0]] };
    expect(faultsOf({ ask: ['network'], network: twice })).toEqual(['/network/elements/5/id case-network']);
    expect(
      faultsOf({ ask: ['network'], network: { ...bare.network, settings: [{ closed: ['x'] }] } }),
    ).toEqual(['/network/settings/0/closed/0 case-network']);
    expect(faultsOf({ ask: ['formulas', 'fit'], formulas: [] })[0]).toContain('/formulas');
    expect(faultsOf({ ask: ['fit'], formulas: [{ formula: 'fuse', currentA: 4, wire: '1.5 mm²' }] })).toEqual(
      ['/ask/0 case-needs-vehicle'],
    );
  });
});
