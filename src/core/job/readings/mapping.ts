import { everyPlug } from '../../harness/everyPlug';
import { chainParts } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { benchSequence, type BenchStep } from '../../bench';
import { type Circuit, circuitFinder } from '../../controls';
import type { Figures, SystemV } from '../../electric/formulas';
import {
  type BuildSheet,
  buildSheet,
  type ConnectorHalf,
  type HandPins,
  type HarnessChecks,
  harnessChecks,
  inputSuits,
  type PinMap,
  pinMap,
  type VehiclePlug,
  wantsLead,
} from '../../harness';
import { probeMeter } from '../../electric';
import { withOwnWays } from '../../light/program/ownWays';
import { shelfAdapters } from '../../catalogue/adapters';
import type { Family, Lamp, Part } from '../../catalogue/types';
import { positionKey, type Side } from '../../vehicle';

/** What the wiring of a position comes to before anybody has measured: all that its rows, facts and choices decide. */
export interface Mapping {
  readonly map: PinMap;
  /** The lead that has to be made, where no chain of adapters is right. */
  readonly build: BuildSheet | null;
  /** null: the system's voltage is not known. */
  readonly checks: HarnessChecks | null;
  readonly bench: readonly BenchStep[];
}

/** Adapters among parts, indexed once for as long as the list lives. */
const adaptersOf = weakMapMemoize((parts: readonly Part[]) => shelfAdapters(parts));
/** The connectors of a shelf by id, indexed once for as long as the list lives. */
export const connectorsOf = weakMapMemoize((halves: readonly ConnectorHalf[]) => {
  const byId = new Map(halves.map((c) => [c.id, c]));
  return (id: string) => byId.get(id);
});

/** A lamp at a place, to be mapped. */
interface LampAt {
  readonly side: Side;
  readonly systemV: SystemV | null;
  readonly plugs: readonly VehiclePlug[];
  readonly lamp: Lamp;
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly circuit: (id: string) => Circuit | undefined;
  /** Adapters that may be taken, among other parts. */
  readonly adapters: readonly Part[];
  /** Pins that a person set; null: as they fall. */
  readonly pins: HandPins | null;
  readonly figures: Figures;
}

const mapLamp = ({
  side,
  systemV,
  plugs,
  lamp,
  connector,
  circuit,
  adapters,
  pins,
  figures,
}: LampAt): PinMap =>
  pinMap({
    side,
    systemV,
    vehiclePlugs: plugs,
    lampPlugs: withOwnWays(lamp),
    lampMinV: lamp.workingMinV,
    lampMaxV: lamp.workingMaxV,
    connector,
    circuit,
    adapters: adaptersOf(adapters),
    figures,
    ...(pins ? { pins } : {}),
  });

/** The map of a lamp that is wired already, as it would be with other adapters or with pins by hand. */
export const mapAnew = (
  at: { readonly lamp: Lamp; readonly vehiclePlugs: readonly VehiclePlug[] },
  side: Side,
  systemV: SystemV | null,
  family: Family,
  connectors: readonly ConnectorHalf[],
  adapters: readonly Part[],
  figures: Figures,
  pins: HandPins | null = null,
): PinMap =>
  mapLamp({
    side,
    systemV,
    plugs: at.vehiclePlugs,
    lamp: at.lamp,
    connector: connectorsOf(connectors),
    circuit: circuitsOf(family),
    adapters,
    pins,
    figures,
  });

/** The circuits of a line by id. */
export const circuitsOf = weakMapMemoize((family: Family): ((id: string) => Circuit | undefined) =>
  circuitFinder(family.circuits ?? []),
);
/** The steps of the bench for a lamp, at the test voltage of its system. */
export const benchStepsOf = weakMapMemoize((lamp: Lamp, systemV: SystemV) => benchSequence(lamp, systemV));

/**
 * Maps the chosen lamp onto the vehicle's plugs. Depends on what it is given and on nothing else, so that a tick, a
 * count or a reading finds it as it was; rows by their identity, choices by their text.
 * @param plugIds the plugs that the vehicle has there, joined by spaces
 * @param adapterChoice parts that a person chose, joined by `+`; null: the cheapest chain
 * @param pinsText pins by hand as JSON; null: none
 */
export const mappingOf = weakMapMemoize(
  (
    family: Family,
    lamp: Lamp,
    parts: readonly Part[],
    connectors: readonly ConnectorHalf[],
    figures: Figures,
    position: string,
    side: Side,
    systemV: SystemV | null,
    plugIds: string,
    adapterChoice: string | null,
    pinsText: string | null,
  ): Mapping => {
    const circuit = circuitsOf(family);
    const plugs = plugsOf(family, position, plugIds);
    const wanted = new Set(adapterChoice === null ? [] : chainParts(adapterChoice));
    const connector = connectorsOf(connectors);
    const map = mapLamp({
      side,
      systemV,
      plugs,
      lamp,
      connector,
      circuit,
      adapters: adapterChoice === null ? parts : parts.filter((p) => wanted.has(p.id)),
      pins: pinsText === null ? null : (JSON.parse(pinsText) as HandPins),
      figures,
    });
    const build = wantsLead(map)
      ? buildSheet({
          vehiclePlugs: plugs,
          lampPlugs: withOwnWays(lamp),
          map,
          connector,
          circuit,
          suits: inputSuits(side, circuit),
        })
      : null;
    return {
      map,
      build,
      checks:
        systemV === null
          ? null
          : harnessChecks(map, build, plugs, circuit, probeMeter(plugs, circuit, systemV)),
      bench: systemV === null ? [] : benchStepsOf(usedPlugs(lamp, map), systemV),
    };
  },
);

/** A lamp with the plugs that are used: of two that a kit brings, only one is fed on the bench too. */
const usedPlugs = (lamp: Lamp, map: PinMap): Lamp => ({
  ...lamp,
  plugs: (lamp.plugs ?? [])
    .filter((p) => !map.unused.some((u) => u.plug === p.id))
    // Of a plug that a kit has for both its lamps, what is the other's is not this one's to be read.
    .map((p) => ({
      ...p,
      inputs: p.inputs.filter((i) => map.inputs.some((x) => x.plug === p.id && x.cavity === i.cavity)),
    })),
});

const plugsOf = (family: Family, position: string, ids: string): readonly VehiclePlug[] => {
  const wanted = new Set(ids.split(' '));
  return everyPlug(family).filter((p) => positionKey(p.position) === position && wanted.has(p.id));
};
