import { CURES, type WireSize } from '../../electric/formulas';
import { type Leg, sourceId } from '../../harness';
import { clean } from '../../kernel/clean';
import type { Consumable } from '../../work';
import { compareText, type Reason, reason } from '../../kernel/reason';
import type { Part } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { JobRecord, SwapRecord } from '../fold';
import { feedOf } from '../../kernel/ids';
import type { FeedMatter, WireMatters } from './wireMatters';
import type { PositionWiring } from './wiring';

/** Something that the wiring needs besides the lamp and its parts, as Wire, Feeds and Choices have decided it. */
export interface WireNeed {
  /** Names what it is, whoever sells it: `wire AWG 18`, `fuse 3`, `fuse-tap`, `decoder`, `housing lamp X41`. */
  readonly key: string;
  /** The part of the shelf that meets it; null: the shelf has none, and no price. */
  readonly part: string | null;
  /** Pieces; of wire whole metres. */
  readonly quantity: number;
  readonly what: Reason;
}

/** *Setting*: what is cut more than the path is long, for ends and slack, share. */
const SLACK = 0.1;

/** A swap with what its wiring has decided. */
export interface DecidedWiring {
  readonly swap: SwapRecord;
  readonly wiring: readonly PositionWiring[];
  readonly matters: WireMatters;
  readonly feeds: readonly FeedMatter[];
  /** How many sleeves and rings its joints take. */
  readonly joints: { readonly butts: number; readonly rings: number };
}

interface Line {
  readonly key: string;
  /** Metres of wire, pieces of everything else. */
  readonly amount: number;
  readonly what: (quantity: number) => Reason;
}

/** All that the decided feeds, cures and leads of a swap need: wire by length, tap, fuse, module, terminals, seals. */
export function wireNeeds(
  of: DecidedWiring,
  record: Pick<JobRecord, 'feeds'>,
  parts: readonly Part[],
): readonly WireNeed[] {
  const { butts, rings } = of.joints;
  const lines = [
    ...feedLines(of, record),
    ...cureLines(of.matters),
    ...leadLines(of.wiring),
    ...(butts > 0 ? [piece('butt-joint', butts)] : []),
    ...(rings > 0 ? [piece('ring-terminal', rings)] : []),
  ];
  const byKey = new Map<string, Line & { readonly amount: number }>();
  for (const line of lines) {
    const known = byKey.get(line.key);
    byKey.set(line.key, { ...line, amount: line.amount + (known?.amount ?? 0) });
  }
  return [...byKey.values()]
    .map(({ key, amount, what }): WireNeed => {
      const quantity = Math.ceil(Math.round(amount * 1000) / 1000);
      return {
        key,
        part: parts.find((p) => p.need === key)?.id ?? null,
        quantity,
        what: what(quantity),
      };
    })
    .sort((a, b) => compareText(a.key, b.key));
}

const piece = (key: string, amount: number): Line => ({
  key,
  amount,
  what: (quantity) => reason('need-piece', { need: key, quantity }),
});

const wire = (size: WireSize, metres: number): Line => ({
  key: `wire ${size}`,
  amount: metres * (1 + SLACK),
  what: (quantity) => reason('need-wire', { size, metres: quantity }),
});

const fuse = (fuseA: number): Line => ({
  key: `fuse ${fuseA}`,
  amount: 1,
  what: (quantity) => reason('need-fuse', { fuseA, quantity }),
});

/** What each decided feed takes from its place to the lamps. */
function feedLines({ swap, feeds }: DecidedWiring, record: Pick<JobRecord, 'feeds'>): readonly Line[] {
  return feeds.flatMap((f): readonly Line[] => {
    const source = record.feeds.get(feedOf(swap.id, f.does))?.event.body.source;
    const c = source && f.candidates.find((x) => x.id === sourceId(source));
    if (!c) return [];
    const lengthM = c.legs.reduce((n, l) => n + l.lengthM, 0);
    return [
      ...(c.wire && lengthM > 0 ? [wire(c.wire, lengthM)] : []),
      ...(c.fuseA !== null && source.kind !== 'lead' && source.kind !== 'wire' ? [fuse(c.fuseA)] : []),
      ...(source.kind === 'slot' && source.way !== 'replaced' ? [piece('fuse-tap', 1)] : []),
      ...(source.kind === 'battery' ? [piece('running-module', 1), piece('fuse-holder', 1)] : []),
      ...(source.kind === 'lead' ? [piece(`lead ${source.lead}`, 1)] : []),
    ];
  });
}

/** What each chosen cure puts in: one a lamp, but one flasher a vehicle. A setting takes nothing. */
function cureLines(matters: WireMatters): readonly Line[] {
  const lines: Line[] = [];
  for (const c of matters.cures) {
    if (c.chosen === null || c.chosen === 'setting') continue;
    if (c.chosen === 'flasher') {
      if (!lines.some((l) => l.key === 'flasher')) lines.push(piece('flasher', 1));
      continue;
    }
    const option = c.options.find((o) => o.cure === c.chosen);
    const resistor =
      c.chosen === 'resistor' && option?.resistor?.kind === 'resistor' ? option.resistor : null;
    lines.push(piece(resistor ? `resistor ${resistor.ohm}` : c.chosen, c.positions.length));
  }
  return lines;
}

/** Everything of the leads that are made: wire by its size, housings with terminals, seals and blanks, joints. */
function leadLines(wiring: readonly PositionWiring[]): readonly Line[] {
  return wiring.flatMap(({ build }): readonly Line[] => {
    if (!build || build.wires.length === 0) return [];
    return [
      ...build.wires.map((w) => wire(w.size, w.lengthM)),
      ...build.housings.flatMap((h) => [
        piece(`housing ${h.half} ${h.family}`, 1),
        piece('terminal', h.terminals),
        ...(h.seals > 0 ? [piece('seal', h.seals)] : []),
        ...(h.blanks.length > 0 ? [piece('blank', h.blanks.length)] : []),
      ]),
    ];
  });
}

/** A piece of wiring work that is done at the vehicle before the lamps go back. */
export interface WireWork {
  /** `feed/<swap>/drl`, `cure/<swap>/decoder`, `lead/headlamp.front.left`. */
  readonly id: string;
  readonly position: PositionKey | null;
  readonly what: Reason;
  readonly minutes: number;
  /** The way of each of its leads, where the line names one. */
  readonly notes?: readonly Reason[];
  readonly consumables?: readonly Consumable[];
}

/** *Settings*: minutes to lay a feed, to fit one module or resistor, to make one wire of a lead. */
const FEED_MIN = 15;
const CURE_MIN = 6;
const LEAD_WIRE_MIN = 4;

/** What the ways of the legs add to the step: what each passes, and what they are held with. */
function routed(legs: readonly Leg[]): Pick<WireWork, 'notes' | 'consumables'> {
  const known = legs.flatMap((l) => (l.route ? [{ position: l.position, route: l.route }] : []));
  if (known.length === 0) return {};
  const grommets = known.some(({ route }) => route.points.some((p) => p.kind === 'grommet'));
  return {
    notes: known.map(({ position, route }) =>
      reason('lead-way', {
        position,
        over: route.points.map((p) => p.name),
        metres: clean(route.lengthMm / 1000),
        ties: route.ties,
        pulls: route.fishPulls,
        danger: route.runs.some((r) => r.hot || r.moving),
      }),
    ),
    consumables: ['ties', ...(grommets ? (['sealant'] as const) : [])],
  };
}

/** What has to be laid, fitted and made for a swap: each a step of Mount. */
export function wireWork(
  of: Omit<DecidedWiring, 'joints'>,
  record: Pick<JobRecord, 'feeds'>,
): readonly WireWork[] {
  const { swap, wiring, matters, feeds } = of;
  return [
    ...wiring.flatMap((w): readonly WireWork[] =>
      w.build && w.build.wires.length > 0
        ? [
            {
              id: `lead/${w.position}`,
              position: w.position,
              what: reason('work-lead', { position: w.position, wires: w.build.wires.length }),
              minutes: LEAD_WIRE_MIN * w.build.wires.length,
            },
          ]
        : [],
    ),
    ...feeds.flatMap((f): readonly WireWork[] => {
      const e = record.feeds.get(feedOf(swap.id, f.does))?.event;
      if (!e) return [];
      const source = e.body.source;
      const c = source && f.candidates.find((x) => x.id === sourceId(source));
      return [
        {
          id: `feed/${swap.id}/${f.does}`,
          position: null,
          what: reason('work-feed', {
            does: f.does,
            place: source?.kind === 'slot' ? source.slot : 'none',
            school: e.body.school,
            fuseA: c?.fuseA ?? 0,
            wire: c?.wire ?? 'none',
          }),
          minutes: FEED_MIN,
          ...routed(c?.legs ?? []),
        },
      ];
    }),
    ...CURES.flatMap((cure): readonly WireWork[] => {
      const circuits = matters.cures.filter((c) => c.chosen === cure).map((c) => c.circuit);
      return circuits.length === 0
        ? []
        : [
            {
              id: `cure/${swap.id}/${cure}`,
              position: null,
              what: reason('work-cure', { circuits, cure }),
              minutes: cure === 'setting' || cure === 'flasher' ? CURE_MIN : CURE_MIN * circuits.length,
            },
          ];
    }),
  ];
}
