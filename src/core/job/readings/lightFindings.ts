import { supportOfCases } from '../../controls';
import type { PinMap } from '../../harness';
import { derived } from '../../kernel/derived';
import type { LightFinding } from '../../light/judge/finding';
import { judgeSettings } from '../../light/judge/judgeSettings';
import type { VehicleLight } from '../../light/overTime/lightTypes';
import type { Family, Lamp, Profile } from '../../catalogue/types';
import type { Known } from '../../fitment';
import { type LampFunction, LAMP_FUNCTIONS } from '../../vehicle';
import { sameList } from '../../kernel/part';
import { judgeOverTime } from '../../light/judge/judge';
import { timedRulesOf } from '../../light/judge/rules';
import type { Flasher } from '../../light/overTime/flasher';
import { readScore, type Score } from '../../light/overTime/score';
import { lightOverTime } from '../../light/overTime/simulate';
import { weakMapMemoize } from 'reselect';
import type { JobLight } from './jobLight';
import { type PositionWiring, waysOf } from './wiring';

interface FindingSources {
  readonly family: Family;
  readonly profiles: readonly Profile[];
  readonly known: Known;
}

/** Everything that moves, in turn: the DRL, signals to each side over it, all at once, the brake. */
const JUDGED: Score = {
  lengthMs: 20_000,
  moves: [
    { atMs: 0, set: { key: 'on', running: 'yes' } },
    { atMs: 1500, set: { left: 'yes' } },
    { atMs: 4500, set: { left: 'no' } },
    { atMs: 7000, set: { right: 'yes' } },
    { atMs: 10_000, set: { right: 'no' } },
    { atMs: 12_500, set: { hazard: 'yes' } },
    { atMs: 15_500, set: { hazard: 'no' } },
    { atMs: 18_000, set: { brake: 'yes' } },
  ],
};

/** What the rules over time say of all new lamps, judged on one score; kept for as long as their harness is. */
const timedOf = derived(
  (
    { wired, profile, flasher }: { wired: VehicleLight; profile: Profile | null; flasher: Flasher | null },
    market: string | null,
  ): readonly LightFinding[] => {
    const read = readScore(JUDGED);
    const rules = profile?.overTime ?? timedRulesOf(market);
    if (rules.length === 0 || wired.lamps.length === 0 || read.kind === 'faults') return [];
    return judgeOverTime(lightOverTime(wired, read.spans), flasher, rules);
  },
);

/**
 * What the rules of the vehicle's market say of a swap's lamps as they are wired, in every setting that their supplies tell
 * apart and over time. Of a lamp whose wiring nobody knows nothing is said.
 */
export function lightFindings(
  wiring: readonly PositionWiring[],
  { wired, flasher }: JobLight,
  { family, profiles, known }: FindingSources,
): readonly LightFinding[] {
  const market = known.get('market@vehicle');
  const profile = profiles.find((p) => p.id === market) ?? null;
  const mapped = wiring.filter((w) => w.map !== null);
  const places = new Set<string>(mapped.map((w) => w.position));
  const overTime = timedOf({ wired, profile, flasher }, typeof market === 'string' ? market : null);
  const inSettings = findingsOf(
    {
      family,
      wired,
      profile,
      lamps: mapped.map((w) => w.lamp),
      maps: mapped.flatMap((w) => w.map ?? []),
    },
    mapped.map(({ position, mode, feeds }) => ({ position, mode, feeds })),
  );
  return both(inSettings, sameList(overTime.filter((f) => f.position !== null && places.has(f.position))));
}

const both = weakMapMemoize(
  (a: readonly LightFinding[], b: readonly LightFinding[]): readonly LightFinding[] => [...a, ...b],
);

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
  ): readonly LightFinding[] => {
    const support = at.map((w, i) => {
      const [lamp, map] = [lamps[i], maps[i]];
      const ways = (lamp?.functions ?? [])
        .map((f) => f.does)
        .filter((does): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does))
        .map((does) => (lamp && map ? waysOf({ ...w, lamp, map }, does, family) : []));
      return supportOfCases(...ways);
    });
    const all = [...new Set(support.flat())];
    // Where the vehicle ties its circuits together, a lamp hangs on the switches of the others too.
    const tied = isTied(family);
    return at.flatMap((w, i) =>
      judgeSettings(wired, w.position, profile?.light ?? [], tied ? all : (support[i] ?? [])),
    );
  },
);

/** Whether a bulb between two circuits or a shared stud leads currents from one lamp's wires to another's. */
const isTied = ({ circuits = [], plugs = [] }: Pick<Family, 'circuits' | 'plugs'>): boolean =>
  circuits.some((c) => c.between) || plugs.some((p) => p.cavities.some((c) => c.stud !== undefined));
