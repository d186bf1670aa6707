import { seededRandom } from '../../../kernel/seededRandom';
import { DIODE, ledCurve } from '../devices';
import type { NetElement, Network } from '../../netlist/element';

/** Seeds of the networks that are held against the simulator. */
export const REFERENCE_SEEDS = Array.from({ length: 24 }, (_, i) => i + 1);

/**
 * A seeded network of the kind that a swap makes: some circuits with fuse and wire, lamps of LED and filament inputs
 * on common grounds of which some are bad or open, a diode, a resistor beside a lamp.
 */
export function referenceNetwork(seed: number): Network {
  const random = seededRandom(seed);
  const between = (a: number, b: number) => Math.round((a + (b - a) * random()) * 1e4) / 1e4;
  const whole = (a: number, b: number) => a + Math.floor(random() * (b - a + 1));
  const volt = seed % 4 === 0 ? 28 : 13.5;
  const elements: NetElement[] = [];
  const circuits = whole(2, 6);
  for (let c = 0; c < circuits; c += 1)
    if (random() < 0.75)
      elements.push({ kind: 'resistor', id: `fuse${c}`, from: 'bat', to: `c${c}`, ohm: between(0.01, 0.05) });
  const lamps = whole(1, 5);
  for (let l = 0; l < lamps; l += 1) {
    for (let c = 0; c < circuits; c += 1) {
      if (random() < 0.25) continue;
      const [node, common] = [`l${l}i${c}`, `l${l}g`];
      elements.push({
        kind: 'resistor',
        id: `wire${l}.${c}`,
        from: `c${c}`,
        to: node,
        ohm: between(0.02, 0.4),
      });
      if (random() < 0.65)
        elements.push({
          kind: 'curve',
          id: `led${l}.${c}`,
          from: node,
          to: common,
          points: ledCurve(between(0.1, 3), volt * 0.66, random() < 0.8),
        });
      else
        elements.push({
          kind: 'filament',
          id: `bulb${l}.${c}`,
          from: node,
          to: common,
          ratedV: volt,
          ratedA: between(0.3, 4),
        });
    }
    const ground = random();
    if (ground < 0.7)
      elements.push({
        kind: 'resistor',
        id: `ground${l}`,
        from: `l${l}g`,
        to: 'body',
        ohm: between(0.01, 0.2),
      });
    else if (ground < 0.85)
      elements.push({ kind: 'resistor', id: `ground${l}`, from: `l${l}g`, to: 'body', ohm: between(1, 6) });
    else
      elements.push({
        kind: 'resistor',
        id: `shared${l}`,
        from: `l${l}g`,
        to: 'l0g',
        ohm: between(0.02, 0.3),
      });
  }
  if (random() < 0.5) elements.push({ kind: 'curve', id: 'diode', from: 'c0', to: 'c1', points: DIODE });
  if (random() < 0.6)
    elements.push({ kind: 'resistor', id: 'beside', from: 'c1', to: 'body', ohm: between(8, 30) });
  return { fixed: { bat: volt, body: 0 }, elements: elements.filter((e) => e.from !== e.to) };
}
