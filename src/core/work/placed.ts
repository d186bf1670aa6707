import { plannedStep } from '../kernel/ids';
import type { PositionKey, Side } from '../vehicle';
import type { Orderable } from './order';
import { RESTRAINT, toolText } from './states';
import { type Edge, type StatePart, type Step, type StepSheet } from './types';
import type { Reason } from '../kernel/reason';

/** A step at its place: once for the vehicle (`position: null`) or at one lamp. */
export interface WorkStep extends Orderable {
  /** `bonnet-open`, or `lamp-out@headlamp.front.left`. The same on the way out and back. */
  readonly id: string;
  readonly step: Step;
  /** The sheet that it is of, the first where two have it; empty: of none. */
  readonly sheet: string;
  readonly position: PositionKey | null;
  readonly way: 'out' | 'back';
  readonly minutes: number;
  /** What is to be done, of a step that no sheet has: the wiring asks for it. */
  readonly said?: Reason;
  /** What the plan makes of it that its sheet does not say: a test at a bench supply, since power cannot be joined. */
  readonly notes?: readonly Reason[];
  /** Why it waits for others, as far as somebody wrote it down. */
  readonly because: readonly { readonly after: string; readonly why: Edge['why'] }[];
}

/** Where the sheets of a job are used. */
export interface SheetUse {
  readonly sheet: StepSheet;
  readonly positions: readonly { readonly key: PositionKey; readonly side: Side }[];
}

/** A step of a sheet at one of its places. */
export interface Placed {
  readonly id: string;
  readonly step: Step;
  readonly sheet: string;
  readonly position: PositionKey | null;
}

/** Every step of some sheets at every place it is for; a step that two sheets have is there once. */
export function expand(uses: readonly SheetUse[]): readonly Placed[] {
  const found = new Map<string, Placed>();
  for (const { sheet, positions } of uses)
    for (const step of sheet.steps) {
      const here = positions.filter((p) => !step.sides || step.sides.includes(p.side));
      const places = step.scope === 'once' ? (here.length > 0 ? [null] : []) : here.map((p) => p.key);
      for (const position of places) {
        const id = position === null ? step.id : plannedStep(step.id, position);
        if (!found.has(id)) found.set(id, { id, step, sheet: sheet.id, position });
      }
    }
  return [...found.values()];
}

/** The placed steps that an edge means: at the same lamp where the other step has one there, else all of that name. */
export function meant(edge: string, position: PositionKey | null, all: readonly Placed[]): readonly Placed[] {
  const named = all.filter((s) => s.step.id === edge);
  const here = named.filter((s) => s.position === position || s.position === null);
  return position === null || here.length === 0 ? named : here;
}

/** A step as it is done on the way out. */
export function outStep(placed: Placed, all: readonly Placed[]): WorkStep {
  const { step, position } = placed;
  const because = (step.after ?? []).flatMap((e) =>
    meant(e.step, position, all).map((s) => ({ after: s.id, why: e.why })),
  );
  return {
    ...placed,
    way: 'out',
    minutes: step.minutes,
    after: because.map((b) => b.after),
    because,
    needs: step.needs ?? {},
    sets: setsOf(step),
    ...hand(placed),
  };
}

/** What a step leaves behind: whatever unplugs a restraint leaves it open, said or not. */
export const setsOf = (step: Step): StatePart =>
  step.kind === 'isolate' && step.cautions?.includes('airbag')
    ? { ...step.sets, [RESTRAINT.name]: RESTRAINT.open }
    : (step.sets ?? {});

/** Where a step is done, and with what in the hand. */
export const hand = ({ step, position }: Placed) => ({
  place: `${step.zone}/${position ?? ''}`,
  tool: toolText(step.tool),
});
