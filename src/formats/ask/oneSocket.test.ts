import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { answer } from '@/core/ask';
import { EMPTY_SHELF } from '@/core/catalogue';
import { readCase } from '.';

interface Input {
  readonly cavity: string;
  readonly does: string;
  readonly side?: string;
}
/** Of the documented case as much as is changed here. */
interface Case {
  ask: string[];
  taps?: object;
  frames?: object;
  readonly shelf: {
    readonly connectors: { cavities: number }[];
    readonly families: { plugs: object[] }[];
    readonly lamps: { readonly plugs: { inputs: readonly object[] }[] }[];
  };
}

/** The light case of the docs with one socket for both sides, and one plug of the kit for both lamps. */
function oneSocket(): Case {
  const {
    taps: _,
    frames: __,
    ...c
  } = JSON.parse(readFileSync('docs/formats/cases/light.json', 'utf8')) as Case;
  for (const half of c.shelf.connectors) half.cavities = 4;
  for (const f of c.shelf.families)
    f.plugs = [
      {
        id: 'main',
        position: 'headlamp.front.left',
        also: 'headlamp.front.right',
        connector: 'K4-vehicle',
        cavities: ['drl', 'turn-left', 'turn-right', 'ground'].map((circuit, i) => ({
          cavity: String(i + 1),
          circuit,
        })),
      },
    ];
  for (const lamp of c.shelf.lamps)
    for (const plug of lamp.plugs)
      plug.inputs = [
        { cavity: '1', does: 'drl', currentA: 0.4 },
        { cavity: '2', does: 'turn', side: 'left', currentA: 0.3 },
        { cavity: '3', does: 'turn', side: 'right', currentA: 0.3 },
        { cavity: '4', does: 'ground' },
      ];
  return c;
}
const asked = (c: Case) => {
  const read = readCase(JSON.stringify(c), () => EMPTY_SHELF);
  return read.kind === 'case' ? answer(read.case) : read;
};

describe('one socket for both sides, in a whole job', () => {
  const found = asked({ ...oneSocket(), ask: ['live', 'prove', 'bench'] });
  if (found.kind !== 'answers') throw new Error(JSON.stringify(found));
  const answers = found.answers as {
    readonly live: readonly {
      readonly settings: readonly {
        readonly setting: string;
        readonly cavities: readonly (Input & { readonly position: string; readonly amp: number })[];
      }[];
    }[];
    readonly bench: unknown;
  };

  it('each lamp draws by its own wires', () => {
    const hazard = answers.live[0]?.settings.find((s) => s.setting.includes('hazard=yes'))?.cavities ?? [];
    expect(
      hazard.filter((c) => c.does === 'turn').map((c) => [c.position, c.cavity, Math.round(c.amp * 10) / 10]),
    ).toEqual([
      ['headlamp.front.left', '2', 0.3],
      ['headlamp.front.right', '3', 0.3],
    ]);
  });

  it('what is the other lamp’s is not read at the bench', () => {
    const text = JSON.stringify(answers.bench);
    expect(text.match(/"does":"turn"/g)).toHaveLength(2);
  });

  it('a place that the line does not have, and the same place again, are named', () => {
    const faults = (also: string) => {
      const c = oneSocket();
      for (const f of c.shelf.families) f.plugs = f.plugs.map((p) => ({ ...p, also }));
      const said = asked(c);
      return said.kind === 'faults' ? said.faults.map((f) => `${f.path} ${f.reason.code}`) : [];
    };
    expect(faults('headlamp.front.centre')).toEqual(['/shelf/families/0/plugs/0/also no-such-position']);
    expect(faults('headlamp.front.left')).toContain('/shelf/families/0/plugs/0/also no-such-position');
  });
});
