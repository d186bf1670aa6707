import { isOwnRow } from '../byHand/handLamps';
import type { BenchReading } from '../../bench';
import type { Seen } from '../../prove';
import type { Prose, Reason } from '../../kernel/reason';
import type { LampFunction, PositionKey } from '../../vehicle';
import type { Looked, PlugCheck, StepOutcome } from '../events';
import type { JobReading } from '../readJob';
import { notProven, proofCells } from '../readings/proof';
import { isDone, isDue } from '../readings/stepLines';

/** What hands did, frozen with the rest of a job: steps, fasteners, plugs, readings, proofs. */
export interface ReleaseHands {
  readonly ways: readonly Prose[];
  readonly stepsOut: number;
  readonly stepsBack: number;
  readonly deviations: readonly {
    readonly step: Prose;
    /** Of a step that the wiring asked for. */
    readonly said?: Reason;
    readonly position: PositionKey | null;
    readonly way: 'out' | 'back';
    readonly outcome: StepOutcome;
    readonly words: string;
    readonly by: string;
  }[];
  readonly fasteners: {
    readonly out: number;
    readonly in: number;
    readonly open: readonly {
      readonly step: Prose | null;
      readonly group: string;
      readonly holes: number;
      readonly left: number;
    }[];
  };
  readonly plugs: readonly {
    readonly position: PositionKey;
    readonly plug: string;
    readonly checks: Readonly<Record<PlugCheck, Looked>>;
    readonly by: string;
  }[];
  readonly bench: readonly {
    readonly position: PositionKey;
    readonly does: LampFunction;
    readonly expectedA: number;
    readonly voltageV: number;
    readonly reading: BenchReading;
    /** Absent in documents of before: the figure was written down. */
    readonly asExpected?: boolean;
    readonly passes: boolean;
    readonly by: string;
  }[];
  readonly proofs: {
    readonly settings: number;
    readonly all: number;
    readonly proven: number;
    readonly otherwise: readonly {
      readonly position: PositionKey;
      readonly does: string;
      readonly setting: string;
      readonly seen: Seen | null;
    }[];
  };
}

/** Freezes what hands did. @param nameOf name of a person by user id */
export function releaseHands(reading: JobReading, nameOf: (user: string) => string): ReleaseHands {
  const { strip, record, checks } = reading;
  const lines = checks.flatMap((c) => c.proofs);
  return {
    ways: strip.uses.flatMap((u) => (u.sheet && !isOwnRow(u.sheet.id) ? [u.sheet.name] : [])),
    stepsOut: strip.out.filter(isDone).length,
    stepsBack: strip.back.filter((l) => isDone(l) && isDue(l, strip.out)).length,
    deviations: [...strip.out, ...strip.back].flatMap((l) =>
      l.tick && l.tick.outcome !== 'done'
        ? [
            {
              step: l.step.step.title,
              ...(l.step.said ? { said: l.step.said } : {}),
              position: l.step.position,
              way: l.step.way,
              outcome: l.tick.outcome,
              words: l.tick.words,
              by: nameOf(l.tick.by),
            },
          ]
        : [],
    ),
    fasteners: {
      out: strip.total.out,
      in: strip.total.in,
      open: strip.balance
        .filter((g) => !g.balanced)
        .map((g) => ({
          step: strip.out.find((l) => l.step.id === g.step)?.step.step.title ?? null,
          group: g.group,
          holes: g.holes,
          left: g.inHand,
        })),
    },
    plugs: [...record.plugs.values()].map(({ event: e }) => ({
      position: e.body.position,
      plug: e.body.plug,
      checks: e.body.checks,
      by: nameOf(e.user),
    })),
    bench: checks.flatMap((c) =>
      c.wiring.flatMap((w) =>
        w.bench.flatMap(({ step, read }) =>
          read
            ? [
                {
                  position: w.position,
                  does: step.does,
                  expectedA: step.expectedA,
                  voltageV: step.voltageV,
                  reading: read.reading,
                  asExpected: read.asExpected,
                  passes: read.verdict.passes,
                  by: nameOf(read.by),
                },
              ]
            : [],
        ),
      ),
    ),
    proofs: {
      settings: lines.length,
      all: proofCells(lines).length,
      proven: proofCells(lines).length - notProven(lines).length,
      otherwise: notProven(lines).map((c) => ({
        position: c.cell.position,
        does: c.cell.does,
        setting: c.step,
        seen: c.seen,
      })),
    },
  };
}
