import { cavityOf } from '../../kernel/ids';
import type { Circuit } from '../../controls';
import { sizesLike, WIRES, type WireSize } from '../../electric/formulas';
import { compareText, type Reason, reason } from '../../kernel/reason';
import type { PinMap } from '../connect/mapTypes';
import type { ConnectorHalf, LampInput, LampPlug, VehiclePlug, Wire } from '../types';

/** *Setting*: length of a lead between two plugs, m. */
export const LEAD_M = 0.3;

/** A housing of the lead, with its terminals and blanks. */
export interface BuildHousing {
  /** `in` takes the vehicle's plug, so it is a lamp half of its family; `out` takes the lamp's. */
  readonly end: 'in' | 'out';
  readonly plug: string;
  readonly family: string;
  readonly half: 'vehicle' | 'lamp';
  readonly sealed: boolean;
  readonly terminals: number;
  readonly seals: number;
  /** Cavities that stay empty: a blank in each, or water gets in. */
  readonly blanks: readonly string[];
}

/** A wire of the lead, cut and crimped. */
export interface BuildWire {
  readonly from: { readonly plug: string; readonly cavity: string };
  readonly to: { readonly plug: string; readonly cavity: string };
  readonly circuit: string;
  readonly does: LampInput['does'];
  readonly size: WireSize;
  /** Colour of the vehicle's wire, so that it is found again; null: nobody has noted it. */
  readonly wire: Wire | null;
  readonly lengthM: number;
}

/** A lead to be made, joint by joint. */
export interface BuildSheet {
  readonly housings: readonly BuildHousing[];
  readonly wires: readonly BuildWire[];
  /** Grounds that share one wire of the vehicle: they meet in a joint of their own. */
  readonly splices: readonly { readonly cavity: string; readonly ends: readonly string[] }[];
  readonly notes: readonly Reason[];
}

/** The map that wants a lead, and the plugs on its ends. */
export interface BuildInput {
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampPlugs: readonly LampPlug[];
  readonly map: PinMap;
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly circuit: (id: string) => Circuit | undefined;
  readonly suits: (input: LampInput, circuit: string) => boolean;
}

/** Whether the map wants a lead that no shelf has: a plug that is unmated, unlocked, wrong or pinned by hand. */
export function wantsLead(map: PinMap): boolean {
  const wrong = new Set([
    'plug-unmated',
    'latch-mirrored',
    'wrong-function',
    'polarity',
    'ground-missing',
    'ground-on-function',
  ]);
  return map.joints.some((j) => j.byHand) || map.conflicts.some((c) => wrong.has(c.code));
}

/**
 * The lead that would set the map right: a housing for each plug on either side, each input wired from a circuit that
 * suits it, grounds from ground. A wire is as thick as the circuit's fuse wants. Inputs that nothing suits stay empty.
 */
export function buildSheet(b: BuildInput): BuildSheet {
  const wires: BuildWire[] = [];
  const cavities = b.vehiclePlugs
    .flatMap((p) => p.cavities.map((c) => ({ plug: p.id, ...c })))
    .sort((x, y) => compareText(x.plug, y.plug) || compareText(x.cavity, y.cavity));
  const lampPlugs = b.lampPlugs.filter((p) => b.map.inputs.some((i) => i.plug === p.id));
  const handed = new Set(b.map.joints.filter((j) => j.byHand).map((j) => j.plug));
  const modules: Reason[] = [];
  const groundA = groundLoad(b);
  for (const plug of lampPlugs)
    for (const input of plug.inputs) {
      if (input.does === 'mode') continue;
      const mapped = b.map.inputs.find((i) => i.plug === plug.id && i.cavity === input.cavity);
      const own = mapped?.from;
      const found = handed.has(plug.id)
        ? cavities.find((c) => c.plug === own?.plug && c.cavity === own.cavity)
        : cavities.find((c) => c.circuit !== null && b.suits(input, c.circuit));
      if (!found?.circuit) {
        if (input.does === 'stop-turn')
          modules.push(reason('build-converter', { plug: plug.id, cavity: input.cavity }));
        else if (partsOfOne(input, cavities, b))
          modules.push(reason('build-parter', { plug: plug.id, cavity: input.cavity }));
        continue;
      }
      const size = sizeFor(found.circuit, found.wire, b, groundA);
      if (found.wire?.size && WIRES[found.wire.size].mm2 < WIRES[size].mm2)
        modules.push(
          reason('build-thin', {
            plug: found.plug,
            cavity: found.cavity,
            size: found.wire.size,
            wanted: size,
          }),
        );
      wires.push({
        from: { plug: found.plug, cavity: found.cavity },
        to: { plug: plug.id, cavity: input.cavity },
        circuit: found.circuit,
        does: input.does,
        size,
        wire: found.wire ?? null,
        lengthM: LEAD_M,
      });
    }
  const housings = [
    ...b.vehiclePlugs.flatMap((p) =>
      housing(
        'in',
        p.id,
        p.connector,
        wires.map((w) => w.from),
        b,
      ),
    ),
    ...lampPlugs.flatMap((p) =>
      housing(
        'out',
        p.id,
        p.connector,
        wires.map((w) => w.to),
        b,
      ),
    ),
  ].filter((h) => h.terminals > 0);
  const splices = [...new Set(wires.map((w) => cavityOf(w.from.plug, w.from.cavity)))].flatMap((cavity) => {
    const ends = wires
      .filter((w) => cavityOf(w.from.plug, w.from.cavity) === cavity)
      .map((w) => cavityOf(w.to.plug, w.to.cavity));
    return ends.length > 1 ? [{ cavity, ends }] : [];
  });
  return {
    housings,
    wires,
    splices,
    notes: [
      ...modules,
      reason('build-crimp'),
      ...(housings.some((h) => h.blanks.length > 0) ? [reason('build-blanks')] : []),
      ...b.map.unused.map((u) => reason('alternative-unused', { plug: u.plug, used: u.for })),
    ],
  };
}

/** A stop or turn input of a vehicle whose one wire does both: a converter has to part it. */
function partsOfOne(
  input: LampInput,
  cavities: readonly { readonly circuit: string | null }[],
  b: BuildInput,
): boolean {
  if (input.does !== 'stop' && input.does !== 'turn') return false;
  const both: LampInput = { ...input, does: 'stop-turn' };
  return cavities.some((c) => c.circuit !== null && b.suits(both, c.circuit));
}

/** *Setting*: the fuse that is reckoned with where nobody knows one, A. */
const TAKEN_FUSE_A = 10;

/** A ground bears all inputs of the lamp together, and no less than the largest of their fuses lets through. */
function groundLoad(b: BuildInput): number {
  const fed = b.map.inputs.filter((i) => i.from && i.from.circuit !== 'ground');
  const drawnA = fed.reduce((sum, i) => sum + i.input.currentA, 0);
  return Math.max(drawnA, TAKEN_FUSE_A, ...fed.map((i) => b.circuit(i.from?.circuit ?? '')?.fuseA ?? 0));
}

/** As thick as the fuse before it wants; the vehicle's own size where that is thicker. A ground bears the most. */
function sizeFor(circuit: string, wire: Wire | undefined, b: BuildInput, groundA: number): WireSize {
  const fuseA = circuit === 'ground' ? groundA : (b.circuit(circuit)?.fuseA ?? TAKEN_FUSE_A);
  const sizes = sizesLike(wire?.size ?? '0.75 mm²');
  const least = sizes.find((s) => WIRES[s].maxFuseA >= fuseA) ?? sizes.at(-1) ?? '4 mm²';
  return wire?.size && WIRES[wire.size].mm2 > WIRES[least].mm2 ? wire.size : least;
}

function housing(
  end: 'in' | 'out',
  plug: string,
  connector: string,
  used: readonly { plug: string; cavity: string }[],
  b: BuildInput,
): readonly BuildHousing[] {
  const half = b.connector(connector);
  if (!half) return [];
  const filled = new Set(used.filter((u) => u.plug === plug).map((u) => u.cavity));
  const plain = half.kind === undefined || half.kind === 'housing';
  return [
    {
      end,
      plug,
      family: half.family,
      half: end === 'in' ? 'lamp' : 'vehicle',
      sealed: half.sealed,
      terminals: filled.size,
      seals: plain && half.sealed ? filled.size : 0,
      blanks: plain && half.sealed ? half.cavities.map((c) => c.number).filter((c) => !filled.has(c)) : [],
    },
  ];
}
