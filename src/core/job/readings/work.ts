import { weakMapMemoize } from 'reselect';
import { wayStep } from '../../kernel/ids';
import {
  type ArrangeFault,
  type CrewWish,
  fastenerBalance,
  type FastenerEntry,
  type GroupBalance,
  halfParts,
  holdPoint,
  type PlanWish,
  type StripPlan,
  totalBalance,
  undoCost,
  type UndoCost,
  type WorkStep,
  type Zone,
} from '../../work';
import { type PositionKey, positionKey } from '../../vehicle';
import type { WireWork } from './wireNeeds';
import type { JobRecord } from '../fold';
import { parkingState, type ParkingState } from './parking';
import { planAt, type SheetUseView, type StripSources } from './sheetUse';
import { isDone, looksOf, type StepLine, tickOf } from './stepLines';

/** The work at the vehicle as it stands: steps, fasteners, what is apart. */
export interface StripReading {
  readonly uses: readonly SheetUseView[];
  readonly fault: Extract<StripPlan, { kind: 'fault' }> | null;
  /** Changeovers of the way out: tools, places and states, minutes; null: there is no plan. */
  readonly order: { readonly changeoverMin: number; readonly boundMin: number } | null;
  /** The way out in somebody's own order, and what is in its way; null: as the plan has it. */
  readonly arranged: {
    readonly event: string;
    readonly by: string;
    readonly steps: readonly string[];
    readonly fault: ArrangeFault | null;
  } | null;
  /** Half and half: lamps that stay until the others of their swap are in. */
  readonly kept: readonly KeptSide[];
  /** Who of two does what, in which turn, as somebody wants it; none: as the plan has it. */
  readonly shared: Readonly<Record<'out' | 'back', readonly CrewWish[]>>;
  readonly out: readonly StepLine[];
  readonly back: readonly StepLine[];
  readonly balance: readonly GroupBalance[];
  readonly total: ReturnType<typeof totalBalance>;
  /** Every count by itself, newest last, so that one can be taken back. */
  readonly entries: readonly (FastenerEntry & { readonly event: string; readonly by: string })[];
  /** null: nothing is apart. */
  readonly parking: ParkingState | null;
  /** What a fault found now would cost at each lamp. */
  readonly lateFind: Readonly<Record<PositionKey, UndoCost>>;
}

/** A lamp that stays as the reference. */
export interface KeptSide {
  readonly swap: string;
  readonly keep: PositionKey;
  readonly others: readonly PositionKey[];
  /** A step that wants both lamps at once leaves no order for it. */
  readonly possible: boolean;
}

/** Lamps that somebody wants to stay until the others are in. */
const keptSides = (
  record: Pick<JobRecord, 'kept'>,
  uses: readonly SheetUseView[],
): readonly Omit<KeptSide, 'possible'>[] =>
  uses.flatMap(({ swap, positions }) => {
    const keep = record.kept.get(swap)?.event.body.position;
    const others = positions.filter((p) => p !== keep);
    return keep !== undefined && positions.includes(keep) && others.length > 0
      ? [{ swap, keep, others }]
      : [];
  });

const holdOf = weakMapMemoize(holdPoint);

/** Reads how a job's vehicle comes apart and together: the sheets, the steps with their ticks, the fasteners. */
export function readStripping(
  record: JobRecord,
  s: StripSources,
  uses: readonly SheetUseView[],
  wiring: readonly WireWork[],
): StripReading {
  const used = uses.flatMap(({ sheet, positions }) => (sheet ? [{ sheet, positions }] : []));
  const kept = keptSides(record, uses);
  const arranged = record.arranged?.event ?? null;
  const wish: PlanWish = { arranged: arranged?.body.steps ?? [], kept };
  const wished = planAt(s.family, used, wish);
  // What somebody wants besides is left where it makes the whole impossible; what is wrong without it, is wrong.
  const keptFault = wished.kind === 'fault' && kept.length > 0;
  const plan = keptFault ? planAt(s.family, used, { ...wish, kept: [] }) : wished;
  const out = plan.kind === 'plan' ? plan.out : [];
  // What the wiring asks for is laid and made before the lamps go back.
  const ends = new Map(s.family.places.map((p) => [positionKey(p.position), p.position.end]));
  const back = [
    ...wiring.map((w) => wiringStep(w, ends.get(w.position ?? uses[0]?.positions[0] ?? '') ?? 'front')),
    ...(plan.kind === 'plan' ? plan.back : []),
  ];
  const entries = record.counts.map((e) => e.body);
  const groups = out.flatMap((w) => (w.step.fasteners ?? []).map((group) => ({ step: w.id, group })));
  const balance = fastenerBalance(entries, groups);
  const line = (w: WorkStep): StepLine => ({
    step: w,
    tick: tickOf(record.ticks.get(wayStep(w.way, w.id))),
    fasteners: balance.filter((g) => g.step === w.id),
    holds: [],
    looks: w.way === 'back' ? looksOf(w, record) : [],
    waits: null,
  });
  const positions = uses.flatMap((u) => u.positions);
  const holds = positions.flatMap((p) => holdOf(plan, p) ?? []);
  const backLines = back.map((w) => ({ ...line(w), holds: holds.filter((h) => h.step === w.id) }));
  const doneBack = new Set(backLines.filter((l) => isDone(l)).map((l) => l.step.id));
  const waits = (w: WorkStep): StepLine['waits'] => {
    const by = keptFault ? undefined : kept.find((k) => k.keep === w.position);
    const parts = by && plan.kind === 'plan' ? halfParts(plan, by.keep, by.others) : null;
    if (!by || !parts?.keptOut.has(w.id)) return null;
    const first = backLines.filter((l) => parts.firstBack.has(l.step.id));
    return { positions: by.others, met: first.every((l) => l.tick !== null) };
  };
  const outLines = out.map((w) => ({ ...line(w), waits: waits(w) }));
  return {
    uses,
    fault: plan.kind === 'fault' ? plan : null,
    order: plan.kind === 'plan' ? { changeoverMin: plan.changeoverMin, boundMin: plan.boundMin } : null,
    arranged: arranged && {
      event: arranged.id,
      by: arranged.user,
      steps: arranged.body.steps,
      fault: plan.kind === 'plan' ? plan.arrangeFault : null,
    },
    shared: { out: sharedOf(record, 'out'), back: sharedOf(record, 'back') },
    kept: kept.map((k) => ({ ...k, possible: !keptFault })),
    out: outLines,
    back: backLines,
    balance,
    total: totalBalance(balance),
    entries: record.counts.map((e) => ({ ...e.body, event: e.id, by: e.user })),
    parking: parkingState(outLines, backLines, s.family.states ?? []),
    lateFind: Object.fromEntries(positions.map((p) => [p, undoCost(plan, p, doneBack)])),
  };
}

const sharedOf = (record: Pick<JobRecord, 'shared'>, way: 'out' | 'back'): readonly CrewWish[] =>
  (record.shared.get(way)?.event.body.steps ?? []).map(({ step, who }) => ({
    id: step,
    who: who === 'first' ? 0 : 1,
  }));

/** A step that no sheet has, because the wiring of this very job asks for it. */
const wiringStep = ({ id, position, what, minutes, notes, consumables }: WireWork, zone: Zone): WorkStep => ({
  id,
  step: {
    id,
    kind: 'transfer',
    scope: 'once',
    title: {},
    zone,
    minutes,
    ...(consumables ? { consumables } : {}),
  },
  sheet: '',
  position,
  way: 'back',
  minutes,
  said: what,
  ...(notes ? { notes } : {}),
  because: [],
  after: [],
  needs: {},
  sets: {},
  place: `${zone}/${position ?? ''}`,
  tool: '',
});
