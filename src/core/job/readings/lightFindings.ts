import { supportOfCases } from '../../controls';
import type { PinMap } from '../../harness';
import { derived } from '../../kernel/derived';
import type { LightFinding } from '../../light/judge/finding';
import { judgeSettings } from '../../light/judge/judgeSettings';
import type { VehicleLight } from '../../light/overTime/lightTypes';
import type { Family, Lamp, Profile } from '../../catalogue/types';
import type { Known } from '../../fitment';
import { type LampFunction, LAMP_FUNCTIONS } from '../../vehicle';
import type { JobLight } from './jobLight';
import { type PositionWiring, waysOf } from './wiring';

interface FindingSources {
  readonly family: Family;
  readonly profiles: readonly Profile[];
  readonly known: Known;
}

/**
 * What the rules of the vehicle's market say of a swap's lamps as they are wired, in every setting that their supplies tell
 * apart. Of a lamp whose wiring nobody knows nothing is said.
 */
export function lightFindings(
  wiring: readonly PositionWiring[],
  { wired }: JobLight,
  { family, profiles, known }: FindingSources,
): readonly LightFinding[] {
  const profile = profiles.find((p) => p.id === known.get('market@vehicle')) ?? null;
  const mapped = wiring.filter((w) => w.map !== null);
  return findingsOf(
    {
      family,
      wired,
      profile,
      lamps: mapped.map((w) => w.lamp),
      maps: mapped.flatMap((w) => w.map ?? []),
    },
    mapped.map(({ position, mode, feeds }) => ({ position, mode, feeds })),
  );
}

interface FindingRows {
  readonly family: Family;
  readonly wired: VehicleLight;
  readonly profile: Profile | null;
  readonly lamps: readonly Lamp[];
  readonly maps: readonly PinMap[];
}

const findingsOf = derived(
  (
    { family, wired, profile, lamps, maps }: FindingRows,
    at: readonly Pick<PositionWiring, 'position' | 'mode' | 'feeds'>[],
  ): readonly LightFinding[] =>
    at.flatMap((w, i) => {
      const [lamp, map] = [lamps[i], maps[i]];
      if (!lamp || !map) return [];
      const ways = lamp.functions
        .map((f) => f.does)
        .filter((does): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does))
        .map((does) => waysOf({ ...w, lamp, map }, does, family));
      return judgeSettings(wired, w.position, profile?.light ?? [], supportOfCases(...ways));
    }),
);
