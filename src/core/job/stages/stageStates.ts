import { stuckSteps } from '../../work';
import { type Reason, reason } from '../../kernel/reason';
import { factRef, type FactRef, type ResolvedFact, splitFactRef } from '../../vehicle';
import type { JobRecord } from '../fold';
import type { OpenItem } from '../items/openItem';
import { isLocked } from '../log/locked';
import { unreadChecks } from '../readings/harnessReads';
import { watchedNow } from '../readings/watched';
import { isRight, type PlugLook } from '../readings/plugs';
import type { ChoiceCheck } from '../readings/check';
import { notProven, proofCells } from '../readings/proof';
import { type Stage, STAGES } from './stages';
import { isDone, isDue } from '../readings/stepLines';
import type { StripReading } from '../readings/work';
import type { VehicleRecord } from '../readings/vehicleFacts';

/** `locked`: done and proven. */
export type SeatState = 'open' | 'seated' | 'locked';

/** How far a stage is, and what is wanting. */
export interface StageState {
  readonly stage: Stage;
  readonly state: SeatState;
  /** Open items that hang on it; the connector is *tagged* where there are any. */
  readonly tags: number;
  /** What is still wanting for the next state, most useful first. */
  readonly missing: readonly Reason[];
}

/** Everything that the states are derived from. */
export interface StageInput {
  readonly vehicle: VehicleRecord;
  /** Whether its kind has a VIN as a rule. */
  readonly lightVehicle: boolean;
  readonly record: JobRecord;
  readonly facts: ReadonlyMap<FactRef, ResolvedFact>;
  readonly checks: readonly ChoiceCheck[];
  readonly strip: StripReading;
  readonly items: readonly OpenItem[];
  readonly plugs: readonly PlugLook[];
}

const PROOF = new Set(['measured', 'seen', 'vin']);

/** Derives the state of all nine stages. Nobody sets a stage; it follows from what happened. */
export function stageStates(input: StageInput): readonly StageState[] {
  const locked = isLocked(input.record);
  return STAGES.map((stage) => {
    const tags = input.items.filter((i) => i.stage === stage && i.closed === null).length;
    // What a lead locked is done, until something comes after it: then each stage says again what it rests on.
    if (locked) return { stage, state: 'locked', tags, missing: [] };
    const { done, proof } = wanting(stage, input);
    const state: SeatState = done.length > 0 ? 'open' : proof.length > 0 ? 'seated' : 'locked';
    return { stage, state, tags, missing: done.length > 0 ? done : proof };
  });
}

/** What keeps a stage from being done, and what then keeps it from being proven. */
function wanting(stage: Stage, input: StageInput): { done: readonly Reason[]; proof: readonly Reason[] } {
  if (stage === 'arrive') return { done: arriveWants(input), proof: arriveProof(input) };
  if (stage === 'fit') return { done: fitWants(input), proof: fitProof(input) };
  if (stage === 'wire') return { done: wireWants(input), proof: wireProof(input) };
  if (stage === 'light') return { done: lightWants(input), proof: [] };
  if (stage === 'strip') return { done: stripWants(input), proof: countProof(input, 'out') };
  if (stage === 'bench') return { done: benchWants(input), proof: benchProof(input) };
  if (stage === 'mount') return { done: mountWants(input), proof: countProof(input, 'in') };
  if (stage === 'prove') return { done: proveWants(input), proof: proveProof(input) };
  return {
    done: [reason(input.record.locks.length > 0 ? 'release-reopened' : 'release-not-locked')],
    proof: [],
  };
}

function arriveWants({ vehicle, record, facts }: StageInput): readonly Reason[] {
  const wants: Reason[] = [];
  if (!vehicle.vin && !vehicle.serial && !vehicle.plate && !vehicle.fleet)
    wants.push(reason('wants-identity'));
  for (const key of ['model-year', 'market', 'system-voltage'])
    if ((facts.get(factRef(key, 'vehicle'))?.value ?? null) === null)
      wants.push(reason('wants-fact', { fact: key }));
  if (record.swaps.length === 0) wants.push(reason('wants-swap'));
  const unseen = record.swaps.flatMap((s) => s.positions).filter((p) => !record.asFound.has(p));
  if (unseen.length > 0) wants.push(reason('wants-as-found', { positions: unseen }));
  if (!record.wishes) wants.push(reason('wants-wishes'));
  return wants;
}

/** The year comes from the VIN where there is one, or ought to be: a trailer or a machine may have none. */
function arriveProof({ facts, vehicle, lightVehicle }: StageInput): readonly Reason[] {
  if (!vehicle.vin && !lightVehicle) return [];
  const year = facts.get(factRef('model-year', 'vehicle'));
  return year?.decidedBy?.source === 'vin' ? [] : [reason('proof-year-from-vin')];
}

function fitWants({ record, checks }: StageInput): readonly Reason[] {
  if (record.swaps.length === 0) return [reason('wants-swap')];
  return checks.flatMap((c): readonly Reason[] => {
    if (!c.swap.choice) return [reason('wants-lamp', { positions: c.swap.positions })];
    const { body } = c.swap.choice.event;
    const bad = c.now !== null && (c.now.verdict === 'check-first' || c.now.verdict === 'does-not-fit');
    return bad && (!body.override || body.verdict !== c.now?.verdict)
      ? [reason('wants-choice-again', { positions: c.swap.positions, now: c.now?.verdict ?? '' })]
      : [];
  });
}

function fitProof({ checks, facts }: StageInput): readonly Reason[] {
  const overridden = checks.filter((c) => c.swap.choice?.event.body.override);
  const told = new Set(
    checks
      .flatMap((c) => c.now?.because ?? [])
      .filter((ref) => !PROOF.has(facts.get(ref)?.decidedBy?.source ?? '')),
  );
  // Nobody can look up which rule set a vehicle must keep; it is told.
  const unproven = [...told].filter((ref) => splitFactRef(ref).key !== 'market').sort();
  return [
    ...overridden.map((c) => reason('proof-overridden', { positions: c.swap.positions })),
    ...unproven.map((ref) =>
      reason('proof-look', { fact: splitFactRef(ref).key, subject: splitFactRef(ref).subject }),
    ),
  ];
}

/** A lamp chosen for every swap: before that there is nothing to wire or to light. */
function choiceWants({ record, checks }: StageInput): readonly Reason[] {
  if (record.swaps.length === 0) return [reason('wants-swap')];
  return checks.flatMap((c) =>
    c.swap.choice ? [] : [reason('wants-lamp', { positions: c.swap.positions })],
  );
}

function wireWants(input: StageInput): readonly Reason[] {
  const wirings = input.checks.flatMap((c) => c.wiring);
  const unknown = wirings
    .filter((w) => w.state === 'plug-unknown')
    .map((w) => reason('wire-plug-unknown', { position: w.position }));
  const feeds = [...new Set(wirings.flatMap((w) => w.undecided))].map((does) =>
    reason('wire-feed-undecided', { does }),
  );
  return [...choiceWants(input), ...unknown, ...feeds];
}

/** What Wire rests on beyond the decisions: plugs looked at as they are now, and readings taken on the harness. */
function wireProof({ checks, plugs }: StageInput): readonly Reason[] {
  return checks
    .flatMap((c) => c.wiring)
    .flatMap((w): readonly Reason[] => {
      if (w.vehiclePlugs.length === 0) return [reason('proof-unmapped', { position: w.position })];
      const loose = plugs.filter((p) => p.position === w.position && !isRight(p));
      const unread = unreadChecks(w.checks);
      return [
        ...(loose.length === 0
          ? []
          : [
              reason('proof-plug', {
                position: w.position,
                plugs: loose.map((p) => p.plug),
                count: loose.length,
              }),
            ]),
        ...(unread === 0 ? [] : [reason('proof-readings', { position: w.position, count: unread })]),
      ];
    });
}

function lightWants(input: StageInput): readonly Reason[] {
  const unknown = input.checks.flatMap((c) => c.wiring).filter((w) => w.state === 'plug-unknown');
  return [
    ...choiceWants(input),
    ...unknown.map((w) => reason('wire-plug-unknown', { position: w.position })),
    ...unwatched(input),
  ];
}

/** Swaps of which nobody has watched the light, with the lamps that are chosen now. */
function unwatched({ checks, record }: StageInput): readonly Reason[] {
  return checks.flatMap(({ swap }): readonly Reason[] =>
    swap.choice && !watchedNow(swap, record)
      ? [reason('light-unwatched', { positions: swap.positions })]
      : [],
  );
}

function benchWants(input: StageInput): readonly Reason[] {
  const unread = input.checks
    .flatMap((c) => c.wiring)
    .flatMap((w) => {
      const count = w.bench.filter((l) => l.read === null).length;
      return count > 0 ? [reason('bench-unread', { position: w.position, count })] : [];
    });
  return [...choiceWants(input), ...unread];
}

function benchProof({ checks }: StageInput): readonly Reason[] {
  return checks
    .flatMap((c) => c.wiring)
    .flatMap((w): readonly Reason[] =>
      w.bench.length === 0
        ? [reason('bench-no-sequence', { position: w.position })]
        : w.bench
            .filter((l) => l.read && !l.read.verdict.passes)
            .map((l) => reason('bench-failing', { position: w.position, does: l.step.does })),
    );
}

/** A sheet for every swap and every step on the way out ticked. */
function stripWants(input: StageInput): readonly Reason[] {
  const { strip } = input;
  return [
    ...choiceWants(input),
    ...sheetWants(input),
    ...leftToDo(strip.out.filter((l) => l.tick === null).length, 'out'),
  ];
}

function mountWants(input: StageInput): readonly Reason[] {
  const { strip } = input;
  const due = strip.back.filter((l) => l.tick === null && isDue(l, strip.out));
  return [...choiceWants(input), ...sheetWants(input), ...leftToDo(due.length, 'back')];
}

const leftToDo = (count: number, way: 'out' | 'back'): readonly Reason[] =>
  count > 0 ? [reason('strip-steps-left', { count, way })] : [];

function sheetWants({ strip, items }: StageInput): readonly Reason[] {
  if (strip.fault)
    return [
      reason('strip-plan-fault', {
        steps: stuckSteps(strip.fault.fault),
      }),
    ];
  return strip.uses.flatMap((u): readonly Reason[] => {
    if (u.state === 'unknown') return [reason('strip-sheet-unknown', { positions: u.positions })];
    const settled = items.some((i) => i.id === `no-sheet:${u.swap}` && i.closed !== null);
    return u.state === 'none' && !settled ? [reason('strip-no-sheet', { positions: u.positions })] : [];
  });
}

/** Fasteners counted, not only steps ticked: everything out by the sheet, and in what came out. */
function countProof({ strip }: StageInput, way: 'out' | 'in'): readonly Reason[] {
  if (strip.uses.some((u) => u.state === 'none')) return [reason('proof-no-sheet')];
  const uncounted = strip.out
    .filter(isDone)
    .flatMap((l) => l.fasteners)
    .reduce((n, g) => n + g.stillIn, 0);
  const { holes, leftOver } = strip.total;
  if (way === 'out') return uncounted > 0 ? [reason('proof-count-out', { count: uncounted })] : [];
  return holes > 0 || leftOver > 0 ? [reason('proof-count-in', { holes, left: leftOver })] : [];
}

function proveWants(input: StageInput): readonly Reason[] {
  const cells = input.checks.flatMap((c) => proofCells(c.proofs));
  const unseen = cells.filter((c) => c.state === 'unproven').length;
  return [
    ...choiceWants(input),
    ...(unseen > 0 ? [reason('prove-unseen', { count: unseen, all: cells.length })] : []),
  ];
}

function proveProof({ checks }: StageInput): readonly Reason[] {
  const bad = checks.flatMap((c) => notProven(c.proofs));
  if (checks.every((c) => c.proofs.length === 0)) return [reason('prove-nothing')];
  return bad.length > 0 ? [reason('prove-mismatch', { count: bad.length })] : [];
}
