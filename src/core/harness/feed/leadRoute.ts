import { clean } from '../../kernel/clean';
import { compareText, type Prose } from '../../kernel/reason';

/** What a lead passes at a point: a grommet in a wall, the tube of an arm, a clip of the loom, a part it runs behind. */
export const WAYPOINT_KINDS = ['grommet', 'tube', 'clip', 'behind', 'open'] as const;
export type WaypointKind = (typeof WAYPOINT_KINDS)[number];

/** A named point of a vehicle line that leads pass or end at, mm as places are. */
export interface Waypoint {
  readonly id: string;
  readonly name: Prose;
  readonly kind: WaypointKind;
  readonly xMm: number;
  readonly yMm: number;
  readonly zMm?: number;
  /** What a lead comes from or goes to here: `box:cabin`, `lead:aux-1`, `battery`, or the key of a position. */
  readonly serves?: readonly string[];
}

/** A stretch between two points that a lead can be laid along, either way. */
export interface LeadRun {
  readonly from: string;
  readonly to: string;
  /** Measured along it, mm; absent: reckoned from where the points are. */
  readonly lengthMm?: number;
  /** It is drawn through with a fish wire, and cannot be tied there. */
  readonly fish?: boolean;
  /** Beside something hot, or beside something that moves: only where there is no other way. */
  readonly hot?: boolean;
  readonly moving?: boolean;
}

/** The ways a lead can be laid in a vehicle line. */
export interface LeadWays {
  readonly points: readonly Waypoint[];
  readonly runs: readonly LeadRun[];
}

/** A stretch of a route, in the direction it is laid. */
export interface RouteRun {
  readonly from: string;
  readonly to: string;
  readonly lengthMm: number;
  /** `given` on the shelf, `reckoned` from the two points. */
  readonly known: 'given' | 'reckoned';
  readonly fish: boolean;
  readonly hot: boolean;
  readonly moving: boolean;
  /** Ties on it, none where it is drawn through. */
  readonly ties: number;
}

/** The way of a lead along named points. */
export interface LeadRoute {
  /** From the source to the lamp. */
  readonly points: readonly Pick<Waypoint, 'id' | 'name' | 'kind'>[];
  readonly runs: readonly RouteRun[];
  /** Of all of it, with what is needed at either end, mm. */
  readonly lengthMm: number;
  readonly ties: number;
  /** How often it is drawn through with a fish wire. */
  readonly fishPulls: number;
}

/** *Setting*: a tie so often along a lead, mm (looms of vehicles are held every 250 to 400 mm). */
export const TIE_EVERY_MM = 300;
/** *Setting*: how much longer a lead is than the straight line between two named points: bends and sag. */
export const BEND_FACTOR = 1.15;
/** *Setting*: into the source and into the lamp's housing, both ends together, mm. */
export const LEAD_ENDS_MM = 400;

/** Fewer runs beside heat and moving parts first, then what is shorter, then fewer draws through; names end it. */
interface Cost {
  readonly dangers: number;
  readonly mm: number;
  readonly fish: number;
  readonly path: string;
}
const better = (a: Cost, b: Cost): boolean =>
  (a.dangers - b.dangers || a.mm - b.mm || a.fish - b.fish || compareText(a.path, b.path)) < 0;

/**
 * The way of a lead from a source to a lamp along the line's named points: clear of heat and moving parts where there
 * is such a way, else by as few such stretches as can be; of those the shortest. Null: the line names no way between
 * the two, and nothing is guessed.
 */
export function leadRoute(ways: LeadWays | undefined, from: string, to: string): LeadRoute | null {
  if (!ways) return null;
  const byId = new Map(ways.points.map((p) => [p.id, p]));
  const goals = new Set(ways.points.filter((p) => p.serves?.includes(to)).map((p) => p.id));
  const best = new Map<string, { cost: Cost; by: RouteRun | null }>();
  for (const p of ways.points)
    if (p.serves?.includes(from))
      best.set(p.id, { cost: { dangers: 0, mm: 0, fish: 0, path: p.id }, by: null });
  const done = new Set<string>();
  for (;;) {
    const next = [...best]
      .filter(([id]) => !done.has(id))
      .reduce<[string, { cost: Cost; by: RouteRun | null }] | null>(
        (least, entry) => (!least || better(entry[1].cost, least[1].cost) ? entry : least),
        null,
      );
    if (!next) return null;
    const [at, { cost }] = next;
    if (goals.has(at)) return routeTo(at, best, byId);
    done.add(at);
    for (const run of runsAt(ways, at, byId)) {
      const after: Cost = {
        dangers: cost.dangers + (run.hot || run.moving ? 1 : 0),
        mm: cost.mm + run.lengthMm,
        fish: cost.fish + (run.fish ? 1 : 0),
        path: `${cost.path}/${run.to}`,
      };
      const had = best.get(run.to);
      if (!done.has(run.to) && (!had || better(after, had.cost))) best.set(run.to, { cost: after, by: run });
    }
  }
}

/** Stretches from a point on, in the direction away from it. */
function runsAt(ways: LeadWays, at: string, byId: ReadonlyMap<string, Waypoint>): readonly RouteRun[] {
  return ways.runs.flatMap((r) => {
    const to = r.from === at ? r.to : r.to === at ? r.from : null;
    const a = byId.get(at);
    const b = to === null ? undefined : byId.get(to);
    if (!a || !b) return [];
    const lengthMm =
      r.lengthMm ??
      Math.round(
        Math.hypot(
          a.xMm - b.xMm,
          a.yMm - b.yMm,
          // A height that nobody has given is no difference.
          a.zMm !== undefined && b.zMm !== undefined ? a.zMm - b.zMm : 0,
        ) * BEND_FACTOR,
      );
    return [
      {
        from: a.id,
        to: b.id,
        lengthMm,
        known: r.lengthMm === undefined ? ('reckoned' as const) : ('given' as const),
        fish: r.fish ?? false,
        hot: r.hot ?? false,
        moving: r.moving ?? false,
        ties: r.fish ? 0 : Math.floor(lengthMm / TIE_EVERY_MM),
      },
    ];
  });
}

function routeTo(
  end: string,
  best: ReadonlyMap<string, { readonly by: RouteRun | null }>,
  byId: ReadonlyMap<string, Waypoint>,
): LeadRoute {
  const runs: RouteRun[] = [];
  let start = end;
  for (let by = best.get(end)?.by ?? null; by; by = best.get(start)?.by ?? null) {
    runs.unshift(by);
    start = by.from;
  }
  return {
    points: [start, ...runs.map((r) => r.to)].flatMap((id) => {
      const p = byId.get(id);
      return p ? [{ id: p.id, name: p.name, kind: p.kind }] : [];
    }),
    runs,
    lengthMm: clean(runs.reduce((sum, r) => sum + r.lengthMm, LEAD_ENDS_MM)),
    ties: runs.reduce((sum, r) => sum + r.ties, 0),
    fishPulls: runs.filter((r) => r.fish).length,
  };
}

/** Something that is wrong with a line's ways, and where: `/points/2`, `/runs/0`. */
export type LeadWaysFault =
  | {
      readonly kind: 'point-twice' | 'run-nowhere' | 'run-loop';
      readonly path: string;
      readonly point: string;
    }
  | { readonly kind: 'serves-nothing'; readonly path: string; readonly point: string; readonly what: string };

/** What is wrong with a line's ways: names that nothing bears, a stretch from a point to itself, ends that are not there. */
export function leadWaysFaults(
  ways: LeadWays,
  ends: { readonly sources: readonly string[]; readonly positions: readonly string[] },
): readonly LeadWaysFault[] {
  const ids = ways.points.map((p) => p.id);
  const known = new Set([...ends.sources, ...ends.positions]);
  return [
    ...ways.points.flatMap((p, i): LeadWaysFault[] => {
      const path = `/points/${i}`;
      return [
        ...(ids.indexOf(p.id) === i ? [] : [{ kind: 'point-twice' as const, path, point: p.id }]),
        ...(p.serves ?? [])
          .filter((what) => !known.has(what))
          .map((what) => ({ kind: 'serves-nothing' as const, path, point: p.id, what })),
      ];
    }),
    ...ways.runs.flatMap((r, i): LeadWaysFault[] => {
      const path = `/runs/${i}`;
      return [
        ...[r.from, r.to]
          .filter((id) => !ids.includes(id))
          .map((point) => ({ kind: 'run-nowhere' as const, path, point })),
        ...(r.from === r.to ? [{ kind: 'run-loop' as const, path, point: r.from }] : []),
      ];
    }),
  ];
}
