import { weakMapMemoize } from 'reselect';
import type { Known } from '../../fitment';
import type { Family } from '../../catalogue/types';
import {
  type FactRef,
  type FactRegistry,
  knownValues,
  type PositionKey,
  type ResolvedFact,
  resolveFacts,
  UNKNOWN_PLUG,
} from '../../vehicle';
import type { AnyStoredEvent } from '../events';
import { type JobRecord, statementsOf } from '../fold';
import { standingEvents } from '../log/standing';
import { derivedStatements, followingStatements, type VehicleRecord } from './vehicleFacts';

/** What is held to be true of a vehicle. */
export interface FactReading {
  readonly facts: ReadonlyMap<FactRef, ResolvedFact>;
  readonly known: Known;
  /** Plugs that somebody has seen and the shelf does not have, with their cavities; null: not counted. */
  readonly unknownPlugs: ReadonlyMap<PositionKey, number | null>;
}

/**
 * Resolves what was said in this job and in the vehicle's others, what its VIN says and what the shelf assumes.
 * @param others entries of the vehicle's other jobs
 */
export const readFacts = weakMapMemoize(
  (
    stated: JobRecord['facts'],
    others: readonly AnyStoredEvent[],
    vehicle: VehicleRecord,
    family: Family,
    registry: FactRegistry,
  ): FactReading => {
    const statements = [
      ...derivedStatements(vehicle, family, registry),
      ...statementsOf(stated),
      ...statementsOf(standingEvents(others).filter((e) => e.type === 'fact-stated')),
    ];
    const said = resolveFacts(statements, registry.find);
    const following = family.derives ? followingStatements(knownValues(said), family, registry) : [];
    const facts = following.length > 0 ? resolveFacts([...statements, ...following], registry.find) : said;
    const unknownPlugs = new Map(
      [...facts.values()].flatMap((f) =>
        f.value === UNKNOWN_PLUG ? [[f.subject, f.decidedBy?.cavities ?? null] as const] : [],
      ),
    );
    return { facts, known: knownValues(facts), unknownPlugs };
  },
);
