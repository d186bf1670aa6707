import { adaptersMatter, cavityOf, feedOf, jointOf, lampAt, matterOf } from '../../kernel/ids';
import { type BuildSheet, sourceId } from '../../harness';
import { WIRES, type WireSize } from '../../electric/formulas';
import { type Reason, reason } from '../../kernel/reason';
import type { PositionKey } from '../../vehicle';
import type { JobRecord, SwapRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { FeedMatter } from './wireMatters';
import type { PositionWiring } from './wiring';

/** How a joint is made: a terminal on a wire, two wires in one sleeve, a ring under a screw. */
export type JointKind = 'terminal' | 'butt' | 'ring';

/** What a pull said. `by-hand`: it held, and no gauge was on it. */
export type TugVerdict = 'held' | 'by-hand' | 'too-little' | 'came-off';

/** A joint that is made by hand for a swap, and what its pull said. */
export interface HandJoint {
  /** `feed/drl/headlamp.front.left`, `lead/headlamp.front.left/brace-left/in/X41/3`. */
  readonly id: string;
  readonly kind: JointKind;
  /** null: it lies between the lamps or at the supply. */
  readonly position: PositionKey | null;
  readonly what: Reason;
  readonly size: WireSize | null;
  /** Its sleeve or ring is bought for it; not: it came with the lamp. */
  readonly bought: boolean;
  /** What it has to bear, N (UL 486A); null: the source has no figure for this wire. */
  readonly leastN: number | null;
  /** Made on the bench, with its lead; otherwise at the vehicle. */
  readonly where: 'bench' | 'vehicle';
  readonly tug: {
    readonly event: string;
    readonly by: string;
    readonly pullN: number | null;
    readonly verdict: TugVerdict;
  } | null;
}

type JointEntries = Pick<JobRecord, 'feeds' | 'pins' | 'decisions' | 'tugs'>;
type Made = Omit<HandJoint, 'tug' | 'leastN' | 'bought'> & {
  readonly since: readonly Since[];
  /** Set where its ring came with the lamp. */
  readonly withLamp?: boolean;
};
type Since = { readonly at: string; readonly id: string } | undefined;

/** Every joint that a swap's decided feeds, made leads and wires joined one by one ask for, with its pull. */
export function handJoints(
  swap: SwapRecord,
  wiring: readonly PositionWiring[],
  feeds: readonly FeedMatter[],
  record: JointEntries,
): readonly HandJoint[] {
  const made = [
    ...wiring.flatMap((w) => leadJoints(swap, w, record)),
    ...feeds.flatMap((f) => feedJoints(swap, f, record)),
  ];
  return made.map(({ since, withLamp = false, ...joint }): HandJoint => {
    const leastN = joint.size === null ? null : WIRES[joint.size].crimpN;
    const e = record.tugs.get(jointOf(swap.id, joint.id))?.event;
    // A joint that was made anew since has not been pulled.
    const stands = e && since.every((s) => !s || compareEvents(s, e) < 0);
    const pullN = e?.body.pullN ?? null;
    return {
      ...joint,
      bought: !withLamp,
      leastN,
      tug: stands
        ? { event: e.id, by: e.user, pullN, verdict: tugVerdict(e.body.held, pullN, leastN) }
        : null,
    };
  });
}

/** Judges a pull: what came off failed at any force, and what held at too little force has not been shown to hold. */
export function tugVerdict(held: boolean, pullN: number | null, leastN: number | null): TugVerdict {
  if (!held) return 'came-off';
  if (pullN === null) return 'by-hand';
  return leastN !== null && pullN < leastN ? 'too-little' : 'held';
}

/** Whether a pull said that the joint holds. */
export const holds = (j: HandJoint): boolean => j.tug?.verdict === 'held' || j.tug?.verdict === 'by-hand';

function leadJoints(swap: SwapRecord, w: PositionWiring, record: JointEntries): readonly Made[] {
  const { position, build } = w;
  const at = `lead/${position}/${w.lamp.id}`;
  const since = [
    record.pins.get(lampAt(position, w.lamp.id))?.event,
    record.decisions.get(matterOf(swap.id, adaptersMatter(position)))?.event,
  ];
  if (build)
    return [
      ...terminals(build).map(({ end, plug, cavity, size }): Made => ({
        id: `${at}/${end}/${cavityOf(plug, cavity)}`,
        kind: 'terminal',
        position,
        what: reason('joint-terminal', { position, end, plug, cavity }),
        size,
        where: 'bench',
        since,
      })),
      ...build.splices.map((s): Made => ({
        id: `${at}/splice/${s.cavity}`,
        kind: 'butt',
        position,
        what: reason('joint-splice', { position, cavity: s.cavity, ends: s.ends }),
        size: build.wires.find((x) => cavityOf(x.from.plug, x.from.cavity) === s.cavity)?.size ?? null,
        where: 'bench',
        since,
      })),
    ];
  const wired = new Map((w.map?.joints ?? []).map((j) => [j.plug, j.how]));
  return (w.map?.inputs ?? []).flatMap((i): readonly Made[] => {
    const how = wired.get(i.plug);
    if (!i.from || (how !== 'jointed' && how !== 'screwed')) return [];
    const from = w.vehiclePlugs.find((p) => p.id === i.from?.plug);
    const wire = from?.cavities.find((c) => c.cavity === i.from?.cavity)?.wire;
    return [
      {
        id: `${at}/${how}/${i.plug}/${i.cavity}`,
        kind: how === 'screwed' ? 'ring' : 'butt',
        position,
        what: reason(how === 'screwed' ? 'joint-screwed' : 'joint-butt', {
          position,
          plug: i.plug,
          cavity: i.cavity,
          does: i.input.does,
        }),
        size: wire?.size ?? null,
        where: 'vehicle',
        since,
        withLamp: how === 'screwed',
      },
    ];
  });
}

/** The terminals of a lead, one a cavity: wires that share one meet in a splice behind it. The thickest counts. */
function terminals({ wires }: BuildSheet) {
  const found = new Map<string, { end: 'in' | 'out'; plug: string; cavity: string; size: WireSize }>();
  for (const w of wires)
    for (const [end, c] of [
      ['in', w.from],
      ['out', w.to],
    ] as const) {
      const at = `${end} ${cavityOf(c.plug, c.cavity)}`;
      const known = found.get(at);
      if (!known || WIRES[w.size].mm2 > WIRES[known.size].mm2) found.set(at, { end, ...c, size: w.size });
    }
  return [...found.values()];
}

function feedJoints(swap: SwapRecord, f: FeedMatter, record: JointEntries): readonly Made[] {
  const e = record.feeds.get(feedOf(swap.id, f.does))?.event;
  const source = e?.body.source;
  const c = source && f.candidates.find((x) => x.id === sourceId(source));
  if (!c) return [];
  const { does } = f;
  const base = { size: c.wire, where: 'vehicle', since: [e] } as const;
  const lamps = c.legs.length > 0 ? c.legs.map((l) => l.position) : f.positions;
  return [
    ...lamps.map((position): Made => ({
      ...base,
      id: `feed/${does}/${position}`,
      kind: 'butt',
      position,
      what: reason('joint-feed', { position, does }),
    })),
    ...(lamps.length > 1
      ? [
          {
            ...base,
            id: `feed/${does}/part`,
            kind: 'butt' as const,
            position: null,
            what: reason('joint-parts', { does }),
          },
        ]
      : []),
    ...(source.kind === 'battery'
      ? (['plus', 'minus'] as const).map((post): Made => ({
          ...base,
          id: `feed/${does}/${post}`,
          kind: 'ring',
          position: null,
          what: reason('joint-ring', { does, post }),
        }))
      : []),
  ];
}
