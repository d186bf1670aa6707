import { type Circuit, type Level, type LevelCase } from './circuit';

/**
 * What a module in an adapter makes of the wires before it. `join`: stop and turn on one wire, the turn signal first;
 * `part`: one of the two out of a wire that does both, the stop by what the other side's wire does besides; `steady`: a
 * feed whose pulses and test pulses are smoothed away; `relay`: a supply of its own that a wire only switches.
 */
export type Conversion =
  | { readonly kind: 'join'; readonly stop: string; readonly turn: string }
  | { readonly kind: 'part'; readonly out: 'stop' | 'turn'; readonly of: string; readonly beside?: string }
  | { readonly kind: 'steady'; readonly of: string }
  | { readonly kind: 'relay'; readonly of: string };

/** The name of a circuit that a module makes. No circuit of a vehicle has a `+` in its name. */
export function convertedId(c: Conversion): string {
  switch (c.kind) {
    case 'join':
      return `${c.stop}+${c.turn}`;
    case 'part':
      return ['', c.out, c.of, ...(c.beside === undefined ? [] : [c.beside])].join('+');
    case 'steady':
    case 'relay':
      return `+${c.kind}+${c.of}`;
  }
}

/** What a name says of a module; null: it is a circuit of the vehicle. Modules do not stand behind one another. */
export function conversionOf(id: string): Conversion | null {
  const parts = id.split('+');
  const [first = '', second = '', of = '', beside] = parts;
  if (parts.length === 2) return { kind: 'join', stop: first, turn: second };
  if (first !== '' || of === '') return null;
  if (second === 'steady' || second === 'relay') return { kind: second, of };
  if (second !== 'stop' && second !== 'turn') return null;
  return { kind: 'part', out: second, of, ...(beside === undefined ? {} : { beside }) };
}

/** The circuits of the vehicle behind a name: itself, or what a module makes it of. */
export function sourcesOf(id: string): readonly string[] {
  const c = conversionOf(id);
  switch (c?.kind) {
    case undefined:
      return [id];
    case 'join':
      return [c.stop, c.turn];
    case 'part':
      return [c.of, ...(c.beside === undefined ? [] : [c.beside])];
    case 'steady':
    case 'relay':
      return [c.of];
  }
}

/** Whether what hangs on a circuit is fed by a module for itself, so that the wire before it carries none of its current. */
export function fedForItself(id: string): boolean {
  const kind = conversionOf(id)?.kind;
  return kind !== undefined && kind !== 'steady';
}

/** Finds circuits by name, those that a module makes among them. */
export function circuitFinder(circuits: readonly Circuit[]): (id: string) => Circuit | undefined {
  const known = new Map(circuits.map((c) => [c.id, c]));
  return (id) => {
    const plain = known.get(id);
    if (plain) return plain;
    const c = conversionOf(id);
    if (!c) return undefined;
    const [one, other] = sourcesOf(id).map((x) => known.get(x));
    if (!one || (sourcesOf(id).length > 1 && !other)) return undefined;
    return { ...converted(c, one, other), id };
  };
}

function converted(c: Conversion, one: Circuit, other: Circuit | undefined): Circuit {
  switch (c.kind) {
    case 'join':
      return other ? combined(one, other) : one;
    case 'part':
      return {
        ...module(one, other),
        cases: c.out === 'turn' ? turnOutOf(one.cases) : stopOutOf(one.cases, other?.cases ?? []),
      };
    case 'relay':
      return module(one, other);
    case 'steady': {
      const { overTime, ...rest } = one;
      const { testPulses: _smoothed, ...times } = overTime ?? {};
      return {
        ...rest,
        cases: one.cases.map((x) => (x.level.kind === 'pulsed' ? { ...x, level: ON } : x)),
        ...(one.monitoring.kind === 'test-pulses' ? { monitoring: { kind: 'none' } } : {}),
        ...(Object.keys(times).length > 0 ? { overTime: times } : {}),
      };
    }
  }
}

const ON: Level = { kind: 'on' };
const OFF: Level = { kind: 'off' };

/** Stop and turn on one wire: the turn signal goes before the stop. Its name has both, `stop+turn-left`. */
export const combined = (stop: Circuit, turn: Circuit): Circuit => ({
  ...stop,
  ...module(stop, turn),
  id: convertedId({ kind: 'join', stop: stop.id, turn: turn.id }),
  cases: [...turn.cases.map((c) => ({ ...c })), ...stop.cases],
});

/** A module stands between a lamp and whatever watches its circuit. */
const module = (one: Circuit, other: Circuit | undefined): Circuit => ({
  ...one,
  steadyA: Math.max(one.steadyA, other?.steadyA ?? 0),
  fuseA: Math.min(one.fuseA, other?.fuseA ?? Infinity),
  monitoring: { kind: 'none' },
});

/** What comes and goes with the flasher. */
const turnOutOf = (cases: readonly LevelCase[]): readonly LevelCase[] =>
  cases.map((c) => (c.level.kind === 'flashing' ? c : { ...c, level: OFF }));

/** What is steady on either wire: while one flashes, the other still tells of the brake. While both do, nothing tells it. */
const stopOutOf = (one: readonly LevelCase[], other: readonly LevelCase[]): readonly LevelCase[] =>
  [one, other].flatMap((cases) =>
    cases.flatMap((c, i) =>
      c.level.kind === 'on'
        ? [
            {
              when: [...cases.slice(0, i).map((before) => `!(${before.when})`), `(${c.when})`].join(' & '),
              level: ON,
            },
          ]
        : [],
    ),
  );

/** States in which a circuit that a module makes cannot tell what it is asked for; null: there are none. */
export function untold(id: string): string | null {
  const c = conversionOf(id);
  // Both wires flash: whether the brake is on as well is in neither.
  return c?.kind === 'part' && c.out === 'stop' && c.beside !== undefined ? 'hazard | lock-flash' : null;
}
