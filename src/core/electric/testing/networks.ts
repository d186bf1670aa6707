import { DIODE, ledCurve } from '../solve/devices';
import type { NetElement } from '../netlist/element';
import type { Circuitry, Fuse, Relay } from '../netlist/part';

/**
 * A seeded circuitry of the kinds that a vehicle has: circuits behind fuses, relays on switched coils that feed lamps or
 * another relay, diodes, lamps of LED and filament on common grounds of which some are bad, shared or open, a lamp between
 * two circuits, shorts.
 */
export function someCircuitry(random: () => number): Circuitry & { readonly switches: readonly string[] } {
  const between = (a: number, b: number) => Math.round((a + (b - a) * random()) * 1e4) / 1e4;
  const whole = (a: number, b: number) => a + Math.floor(random() * (b - a + 1));
  const volt = random() < 0.2 ? 28 : random() < 0.1 ? 6.8 : 13.5;
  const elements: NetElement[] = [];
  const relays: Relay[] = [];
  const fuses: Fuse[] = [];
  const circuits = whole(2, 4);
  const switches: string[] = [];
  const wire = (from: string, to: string) =>
    elements.push({ kind: 'resistor', id: `w${elements.length}`, from, to, ohm: between(0.01, 0.4) });
  for (let c = 0; c < circuits; c += 1) {
    fuses.push({
      id: `F${c}`,
      from: 'bat',
      to: `f${c}`,
      ohm: between(0.005, 0.02),
      ratingA: [5, 7.5, 10, 15][whole(0, 3)] ?? 10,
    });
    switches.push(`s${c}`);
    elements.push({ kind: 'switch', id: `s${c}`, from: `f${c}`, to: `c${c}`, ohm: 0.01 });
  }
  const count = whole(0, 3);
  for (let k = 0; k < count; k += 1) {
    // On a circuit, behind another relay, or on its own contact.
    const from =
      random() < 0.7 ? `c${whole(0, circuits - 1)}` : `k${whole(0, count - 1)}${random() < 0.5 ? 'a' : 'b'}`;
    wire(from, `k${k}coil`);
    relays.push({
      id: `K${k}`,
      coil: random() < 0.5 ? [`k${k}coil`, 'body'] : ['body', `k${k}coil`],
      coilOhm: between(60, 120),
      pullV: 0.6 * volt,
      dropV: 0.2 * volt,
      common: random() < 0.6 ? 'bat' : `c${whole(0, circuits - 1)}`,
      pulled: `k${k}a`,
      rest: random() < 0.5 ? `k${k}b` : null,
      contactOhm: 0.01,
    });
  }
  const sources = () => {
    const pick = whole(0, circuits + count - 1);
    return pick < circuits ? `c${pick}` : `k${pick - circuits}${random() < 0.7 ? 'a' : 'b'}`;
  };
  const lamps = whole(1, 4);
  for (let l = 0; l < lamps; l += 1) {
    const inputs = whole(1, 3);
    for (let i = 0; i < inputs; i += 1) {
      const node = `l${l}i${i}`;
      wire(sources(), node);
      const id = `lamp${l}.${i}`;
      const kind = random();
      if (kind < 0.5)
        elements.push({
          kind: 'curve',
          id,
          from: node,
          to: `l${l}g`,
          points: ledCurve(between(0.1, 3), volt * 0.66, random() < 0.7),
        });
      else if (kind < 0.9)
        elements.push({
          kind: 'filament',
          id,
          from: node,
          to: `l${l}g`,
          ratedV: volt,
          ratedA: between(0.3, 4),
        });
      // Between two circuits: lit by their difference alone.
      else elements.push({ kind: 'filament', id, from: node, to: sources(), ratedV: volt, ratedA: 0.2 });
    }
    const ground = random();
    if (ground < 0.8)
      elements.push({
        kind: 'resistor',
        id: `g${l}`,
        from: `l${l}g`,
        to: ground < 0.6 ? 'body' : 'l0g',
        ohm: ground < 0.1 ? between(1, 6) : between(0.01, 0.2),
      });
  }
  if (random() < 0.4)
    elements.push({ kind: 'curve', id: 'diode', from: sources(), to: sources(), points: DIODE });
  if (random() < 0.25)
    elements.push({ kind: 'resistor', id: 'short', from: sources(), to: 'body', ohm: 0.05 });
  return {
    fixed: { bat: volt, body: 0 },
    elements: elements.filter((e) => e.from !== e.to),
    relays,
    fuses,
    switches,
  };
}
