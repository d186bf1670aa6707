import { type Circuit, conversionOf, type LevelCase } from '../../controls';
import { isFed, type MappedInput, type PinMap, type VehiclePlug } from '../../harness';
import { type SystemV, SYSTEM_V, wireOhm, type WireSize } from '../formulas';
import type { ElementAbout, NetElement } from '../netlist/element';
import type { Fault } from '../netlist/fault';
import { DIODE, ledCurve } from '../solve/devices';

/** *Settings*: a mated contact, a fuse with its holder, Ω; wire taken where nobody noted its size; its temperature, °C. */
export const CONTACT_OHM = 0.005;
/** *Setting*: a fuse in its slot, Ω. */
export const FUSE_OHM = 0.01;
/** *Setting*: the wire that is reckoned with where none is named. */
export const TAKEN_WIRE: WireSize = '0.75 mm²';
/** *Setting*: temperature of the wires, °C. */
export const WIRE_C = 40;

/** One lamp of a swap as it is wired. */
export interface WiredLamp {
  readonly position: string;
  readonly map: PinMap;
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampMinV: number;
  /** Length of the vehicle's loom from its fuse box to the lamp, m, and of the way back to the body. */
  readonly loomM: number;
  readonly groundM: number;
}

/** An extra feed in the network: its own switch, fuse, wire and length to each position. */
export interface WiredFeed {
  readonly does: string;
  readonly live: readonly LevelCase[];
  readonly wire: WireSize;
  readonly legM: Readonly<Record<string, number>>;
}

/** A swap's harness as it is decided, ready to be put on the network. */
export interface HarnessInput {
  readonly systemV: SystemV;
  readonly lamps: readonly WiredLamp[];
  /** Circuits of the vehicle line, as a list: a harness goes to a worker and into a file as it is. */
  readonly circuits: readonly Circuit[];
  readonly feeds: readonly WiredFeed[];
  /** Resistors beside lamps, by circuit, Ω. */
  readonly resistors: Readonly<Record<string, number>>;
  /** What is wrong in it: a lost ground is `ground:<cavity>`, open. */
  readonly faults?: readonly Fault[];
}

/** The node of the battery's post. */
export const BATTERY = 'battery';
/** The node of the body. */
export const BODY = 'body';

/** A harness with its circuits found by name. */
export interface Wired extends HarnessInput {
  readonly circuit: (id: string) => Circuit | undefined;
}

/** The grounds of a lamp, lost. */
export const lostGrounds = (position: string, map: PinMap): readonly Fault[] =>
  map.inputs
    .filter((i) => i.input.does === 'ground')
    .map((i) => ({ kind: 'open', element: `ground:${position} ${i.plug}/${i.cavity}` }));

/** The extra feed of a function; undefined: it has none. */
export const feedOf = (h: HarnessInput, does: string) => h.feeds.find((f) => f.does === does);

/** The circuits that a harness hangs on, and those that a bulb of the vehicle ties to them. */
export const circuitsOf = (h: Wired): readonly string[] => {
  const met = metBy(h);
  const tied = h.circuits.flatMap((c) =>
    c.between && (met.includes(c.id) || met.includes(c.between.circuit)) ? [c.id, c.between.circuit] : [],
  );
  return [...new Set([...met, ...tied])];
};

const metBy = (h: HarnessInput): readonly string[] => [
  ...new Set([
    ...h.lamps.flatMap((l) =>
      l.vehiclePlugs.flatMap((p) =>
        p.cavities.flatMap((c) => (c.circuit && c.circuit !== 'ground' ? [c.circuit] : [])),
      ),
    ),
    ...h.lamps.flatMap((l) =>
      l.map.inputs.flatMap((i) => (i.from && conversionOf(i.from.circuit) ? [i.from.circuit] : [])),
    ),
  ]),
];

/**
 * Where a circuit comes to the harness. What only test pulses are smoothed out of hangs on its own circuit; what is made of
 * pulses has a store, and what is joined or parted a module that is fed for itself.
 */
const circuitNode = (h: Wired, id: string): string => {
  const made = conversionOf(id);
  return made?.kind === 'steady' && !pulses(h, made.of) ? `circuit ${made.of}` : `circuit ${id}`;
};

const pulses = (h: Wired, id: string): boolean =>
  h.circuit(id)?.cases.some((c) => c.level.kind === 'pulsed') ?? false;

/** What an input of a lamp is to the network. A load that nobody told apart is an LED. */
function loadOf(
  input: MappedInput['input'],
  id: string,
  from: string,
  to: string,
  lampMinV: number,
  testV: number,
): NetElement {
  switch (input.load) {
    case 'filament':
      return { kind: 'filament', id, from, to, ratedV: testV, ratedA: Math.max(input.currentA, 1e-3) };
    case 'resistive':
      return { kind: 'resistor', id, from, to, ohm: testV / Math.max(input.currentA, 1e-3) };
    default:
      return { kind: 'curve', id, from, to, points: ledCurve(input.currentA, lampMinV, input.polar) };
  }
}

/** A harness as elements, each with where it is and what mends it. */
export function harnessElements(h: Wired): readonly NetElement[] {
  const elements: NetElement[] = [];
  const { testV } = SYSTEM_V[h.systemV];
  const resistor = (id: string, from: string, to: string, ohm: number, about?: ElementAbout) =>
    elements.push({
      kind: 'resistor',
      id,
      from,
      to,
      ohm: Math.max(ohm, 1e-4),
      ...(about ? { about } : {}),
    });
  const ofVehicle = (id: string): ElementAbout => ({
    place: { kind: 'circuit', circuit: id },
    mend: 'none',
    prior: 'vehicle',
  });
  for (const id of circuitsOf(h)) {
    const row = h.circuit(id);
    // A circuit that switches the ground gives nothing to a lamp that waits for a supply.
    const ground = row?.switched === 'ground';
    const node = circuitNode(h, id);
    if (node !== `circuit ${id}`) continue;
    elements.push({
      kind: 'switch',
      id: `circuit:${id}`,
      from: ground ? BODY : BATTERY,
      to: node,
      ohm: FUSE_OHM,
      about: { place: { kind: 'circuit', circuit: id }, mend: 'replace-fuse', prior: 'fuse' },
    });
    // Whatever else hangs on the circuit: a lost ground finds its way back through it.
    if (row && row.steadyA > 0 && !conversionOf(id))
      elements.push({
        kind: 'filament',
        id: `others:${id}`,
        from: ground ? BATTERY : node,
        to: ground ? node : BODY,
        ratedV: testV,
        ratedA: row.steadyA,
        about: ofVehicle(id),
      });
    if (row?.between)
      elements.push({
        kind: 'filament',
        id: `between:${id}`,
        from: node,
        to: `circuit ${row.between.circuit}`,
        ratedV: testV,
        ratedA: row.between.ratedA,
        about: ofVehicle(id),
      });
  }
  for (const stud of studsOf(h))
    resistor(`ground:stud ${stud}`, BODY, studNode(stud), CONTACT_OHM, {
      place: { kind: 'stud', stud },
      mend: 'clean-ground',
      prior: 'ground',
    });
  for (const f of h.feeds)
    elements.push({
      kind: 'switch',
      id: `feed:${f.does}`,
      from: BATTERY,
      to: `feed ${f.does}`,
      ohm: FUSE_OHM,
      about: { place: { kind: 'feed', does: f.does }, mend: 'replace-fuse', prior: 'fuse' },
    });
  for (const lamp of h.lamps) {
    const common = `${lamp.position} common`;
    if (!lamp.map.inputs.some((i) => i.input.does === 'ground'))
      resistor(`ground:${common}`, common, BODY, CONTACT_OHM, {
        place: { kind: 'housing', position: lamp.position },
        mend: 'clean-ground',
        prior: 'ground',
      });
    const cavityAt = (plug: string, cavity: string) =>
      lamp.vehiclePlugs.find((p) => p.id === plug)?.cavities.find((c) => c.cavity === cavity);
    const sizeOf = (plug: string, cavity: string) => cavityAt(plug, cavity)?.wire?.size ?? TAKEN_WIRE;
    for (const i of lamp.map.inputs) {
      if (i.input.does === 'mode') continue;
      const node = `${lamp.position} ${i.plug}/${i.cavity}`;
      const contacts = CONTACT_OHM * Math.max(1, i.path.length - 1);
      const place = { kind: 'cavity', position: lamp.position, plug: i.plug, cavity: i.cavity } as const;
      const wired: ElementAbout = {
        place,
        mend: i.path.some((stop) => stop.where === 'adapter') ? 'replace-adapter' : 'remake-joint',
        prior: i.verdict === 'by-hand' ? 'hand-joint' : 'joint',
      };
      const ofLamp: ElementAbout = { place, mend: 'replace-lamp', prior: 'lamp' };
      if (i.input.does === 'ground') resistor(`inside:${node}`, common, node, 1e-4, ofLamp);
      else
        elements.push({
          ...loadOf(i.input, `lamp:${node}`, node, returnNode(lamp, i), lamp.lampMinV, testV),
          about: ofLamp,
        });
      const feed = isFed(i.verdict) ? undefined : feedOf(h, i.input.does);
      if (feed) {
        const ohm = wireOhm(feed.wire, feed.legM[lamp.position] ?? 0, WIRE_C) + 2 * CONTACT_OHM;
        resistor(`wire:${node}`, `feed ${feed.does}`, node, ohm, { ...wired, prior: 'hand-joint' });
      } else if (i.from?.circuit === 'ground') {
        const ohm = wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.groundM, WIRE_C) + contacts;
        // From the body: wires of a plug that change places change their lamp's ends.
        const { stud } = cavityAt(i.from.plug, i.from.cavity) ?? {};
        const from = stud === undefined ? BODY : studNode(stud);
        const about: ElementAbout = i.input.does === 'ground' ? { ...wired, prior: 'ground' } : wired;
        resistor(`${i.input.does === 'ground' ? 'ground' : 'wire'}:${node}`, from, node, ohm, about);
      } else if (i.from) {
        // Right or wrong: what a cavity meets, it is wired to.
        const ohm = wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.loomM, WIRE_C) + contacts;
        const end = i.inWay?.diode ? `${node} diode` : node;
        resistor(`wire:${node}`, circuitNode(h, i.from.circuit), end, ohm + (i.inWay?.ohm ?? 0), wired);
        if (end !== node)
          elements.push({
            kind: 'curve',
            id: `diode:${node}`,
            from: end,
            to: node,
            points: DIODE,
            about: { place, mend: 'replace-adapter', prior: 'part' },
          });
        const beside = h.resistors[i.from.circuit];
        if (beside !== undefined && isFed(i.verdict) && i.input.does !== 'ground')
          resistor(`beside:${node}`, node, BODY, beside, {
            place,
            mend: 'remake-joint',
            prior: 'hand-joint',
          });
      }
    }
  }
  return elements;
}

/** Where the current of an input goes back: through another cavity of its plug, or the lamp's ground. */
export const returnNode = (lamp: WiredLamp, i: MappedInput): string =>
  i.input.back === undefined ? `${lamp.position} common` : `${lamp.position} ${i.plug}/${i.input.back}`;

const studNode = (stud: string): string => `stud ${stud}`;

/** The ground studs that cavities of a harness share. */
const studsOf = (h: HarnessInput): readonly string[] => [
  ...new Set(h.lamps.flatMap((l) => l.vehiclePlugs.flatMap((p) => p.cavities.flatMap((c) => c.stud ?? [])))),
];
