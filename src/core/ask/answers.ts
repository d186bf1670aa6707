import { movementsOf } from '../light/program/movements';
import { programOf } from '../light/program/usual';
import { type ControlState, stateText } from '../controls';
import { type JudgeContext, shortlist, swapLooks } from '../fitment';
import { contextOf, type Job, type JobReading, liveWiring, wireView, workView } from '../job';
import { systemVOf } from '../electric/formulas';
import { type JobLight, jobLight } from '../job/readings/jobLight';
import { checksWith } from './caseChecks';
import { networkFaults } from './caseFaults';
import { formulasAnswer } from './caseFormulas';
import { networkAnswer } from './caseNetwork';
import { reason } from '../kernel/reason';
import type { LightFinding } from '../light/judge/finding';
import { type Fault, liveHarness } from '../electric';
import { betweenFrames, tapped } from '../light/measure/taps';
import { scoreOf } from './caseScore';
import { crewOf, crewPlan } from '../work';
import { leastOrder } from '../work/leastOrder';
import { aimAnswer, beamAnswer } from './caseBeam';
import { timesAnswer } from './caseTimes';
import { fullTask } from './shorthandWork';
import { firstCause } from '../prove';
import type { LampFunction } from '../vehicle';
import type { AnswerKind, Case } from './case';
import { caseSettings, setting } from './caseControls';
import type { CaseFault } from './caseFault';
import { caseJob } from './caseJob';
import { levelsAt } from '../job/readings/proof';
import type { ReadySwap } from './caseSwaps';

/** What was asked, answered; or what leads nowhere in the case. */
export type Answered =
  | { readonly kind: 'answers'; readonly answers: Readonly<Partial<Record<AnswerKind, unknown>>> }
  | { readonly kind: 'faults'; readonly faults: readonly CaseFault[] };

/** What an answer is made from. */
interface Asked {
  readonly case: Case;
  readonly job: Job;
  readonly swaps: readonly ReadySwap[];
  readonly settings: readonly ControlState[];
  readonly faults: CaseFault[];
  /** What is wrong in the wiring, by swap. */
  readonly wrong: ReadonlyMap<string, readonly Fault[]>;
}

/** Whether an answer needs no vehicle: it is of what the case itself has. */
export const isFree = (kind: AnswerKind): boolean => kind in FREE;

/** Answers a case: codes, facts and units as data, figures unrounded. The same calls serve the screens. */
export function answer(c: Case, tell: (kind: AnswerKind, answer: unknown) => void = () => {}): Answered {
  const kinds = [...new Set(c.ask)];
  const wrong: CaseFault[] = [];
  const free = kinds.flatMap((kind) => {
    const of = FREE[kind];
    if (!of) return [];
    const found = of(c, wrong);
    tell(kind, found);
    return [[kind, found] as const];
  });
  if (free.length === kinds.length)
    return wrong.length > 0
      ? { kind: 'faults', faults: wrong }
      : { kind: 'answers', answers: Object.fromEntries(free) };
  const made = caseJob(c);
  const { settings, faults } = caseSettings(c.controls);
  const all = [...wrong, ...(made.kind === 'faults' ? made.faults : []), ...faults];
  if (made.kind === 'faults' || all.length > 0) return { kind: 'faults', faults: all };
  const asked: Asked = { case: c, job: made.job, swaps: made.swaps, settings, faults: [], wrong: new Map() };
  const broken = c.faults ? networkFaults(c.faults, made.job, asked.faults) : asked.wrong;
  if (asked.faults.length > 0) return { kind: 'faults', faults: asked.faults };
  const answers = Object.fromEntries([
    ...free,
    ...kinds.flatMap((kind) => {
      const of = ANSWER[kind];
      if (!of) return [];
      const found = of({ ...asked, wrong: broken });
      tell(kind, found);
      return [[kind, found] as const];
    }),
  ]);
  return asked.faults.length > 0 ? { kind: 'faults', faults: asked.faults } : { kind: 'answers', answers };
}

/** What was asked is not in the case. */
function missing(field: string, faults: CaseFault[]): null {
  faults.push({ path: `/${field}`, reason: reason('case-form', { expected: field }) });
  return null;
}

/** Answers that need no vehicle. */
const FREE: Partial<Record<AnswerKind, (c: Case, faults: CaseFault[]) => unknown>> = {
  measure: (c) => ({
    taps: c.taps ? tapped(c.taps.downMs, c.taps.upMs) : null,
    frames: (c.frames ?? []).map((f) => betweenFrames(f.first, f.last, f.perSecond)),
  }),
  times: (c) => timesAnswer(c.times ?? {}),
  beam: (c) => beamAnswer(c.beam ?? {}),
  network: (c, faults) => (c.network ? networkAnswer(c.network, faults) : missing('network', faults)),
  formulas: (c, faults) => (c.formulas ? formulasAnswer(c.formulas, c.figures) : missing('formulas', faults)),
};

const ANSWER: Partial<Record<AnswerKind, (a: Asked) => unknown>> = {
  vin: ({ job }) => job.reading.vin,
  facts: ({ job }) =>
    [...job.reading.facts.values()].map((f) => ({
      fact: f.key,
      at: f.subject,
      value: f.value,
      source: f.decidedBy?.source ?? null,
      contradictedBy: f.contradictedBy.map((s) => ({ value: s.value, source: s.source })),
    })),
  fit: ({ case: c, job, swaps }) =>
    swaps.map((s) => ({ swap: s.id, positions: s.positions, candidates: listOf(c, job, s) })),
  looks: ({ case: c, job, swaps }) =>
    swaps.map((s) => ({
      swap: s.id,
      ...swapLooks({
        applications: c.shelf.applications,
        family: job.pack.family.body,
        positions: s.positions,
        lamps: lampsOf(c),
        wishes: c.wishes ?? [],
        aim: c.aim ?? 'find-one',
        untold: untold(job.reading),
        context: contextOf(job.reading, s.id),
      }),
    })),
  wire: ({ job }) =>
    job.reading.checks.map(({ swap, wiring, matters, orders }) => ({
      swap: swap.id,
      lamps: wiring.map(({ position, lamp, state, asks, map, undecided, build, unknownPlug }) => ({
        position,
        lamp: lamp.id,
        state,
        asks,
        unknownPlug,
        map,
        undecided,
        build,
      })),
      modes: matters.modes,
      cures: matters.cures,
      routes: matters.routes,
      needs: (orders?.procured ?? []).map(({ id, kind, what, needed }) => ({ id, kind, what, needed })),
    })),
  live: ({ job, settings, wrong }) => {
    const view = wireView(job);
    const systemV = view.systemV;
    if (systemV === null) return [];
    return view.swaps.map((swap) => {
      const live = liveHarness(liveWiring(view, swap, systemV, wrong.get(swap.id)));
      return {
        swap: swap.id,
        settings: settings.map((s) => ({ setting: stateText(s), ...live.read(s) })),
        elements: live.network.elements.map(({ id, kind, from, to, about }) => ({
          id,
          kind,
          from,
          to,
          ...about,
        })),
      };
    });
  },
  light: ({ case: c, job, settings, faults, wrong }) => {
    const { wired } = wrong.size > 0 ? lightWith(job, wrong) : job.reading.light;
    const overTime = c.score ? scoreOf(c.score, job, wired, faults) : undefined;
    return job.reading.checks.map(({ swap, wiring, light }) => ({
      swap: swap.id,
      ...(overTime
        ? {
            overTime: {
              ...overTime,
              lamps: overTime.lamps.filter((l) => swap.positions.includes(l.position)),
              findings: overTime.findings.filter(
                (f) => f.position === null || swap.positions.includes(f.position),
              ),
            },
          }
        : {}),
      lamps: wiring.map((w) => ({
        position: w.position,
        lamp: w.lamp.id,
        findings: found(light, w.position),
        settings: w.map
          ? settings.map((s) => ({
              setting: stateText(s),
              functions: Object.fromEntries(levelsAt(wired, w.position, s)),
            }))
          : [],
      })),
    }));
  },
  feeds: ({ job }) => job.reading.checks.map((c) => ({ swap: c.swap.id, feeds: c.feeds })),
  checks: ({ case: c, job, faults }) => {
    const [first, second] = c.faults ?? [];
    if (second) faults.push({ path: '/faults/1', reason: reason('case-one-fault') });
    const seen = first ? checksWith(job, first) : null;
    return job.reading.checks.map((check) => ({
      swap: check.swap.id,
      lamps: check.wiring.map((w) => ({
        position: w.position,
        checks: w.checks,
        ...(seen
          ? {
              readings: seen
                .find((x) => x.swap === check.swap.id)
                ?.lamps.find((l) => l.position === w.position)?.readings,
            }
          : {}),
      })),
    }));
  },
  order: ({ case: c, job }) => {
    const { uses, fault, out, back, order, arranged, kept } = job.reading.strip;
    return {
      fault,
      sheets: uses.map((u) => ({ swap: u.swap, state: u.state, sheet: u.sheet?.id ?? null })),
      out: out.map((l) => l.step),
      back: back.map((l) => l.step),
      changeover: order,
      arranged,
      kept,
      ways: uses.map((u) => ({
        swap: u.swap,
        time: u.time && { p50: u.time.p50, p90: u.time.p90 },
        sharedMin: u.shared?.minutes ?? 0,
        again: (u.shared?.again ?? []).map((s) => s.id),
      })),
      ahead: ahead(job),
      ...(c.work ? { least: leastOrder(fullTask(c.work)) } : {}),
    };
  },
  crew: ({ case: c, job }) => {
    const { out, back } = job.reading.strip;
    const plan = (lines: typeof out) => crewPlan(crewOf(lines.map((l) => l.step)));
    return {
      out: plan(out),
      back: plan(back),
      ...(c.crew
        ? { free: crewPlan(c.crew.map((s) => ({ people: 1 as const, after: [], alone: null, ...s }))) }
        : {}),
    };
  },
  aim: ({ case: c, job }) => {
    const market = job.reading.facts.get('market@vehicle')?.value;
    return aimAnswer({ ...(typeof market === 'string' ? { market } : {}), ...c.wall });
  },
  bench: ({ job }) =>
    job.reading.checks.map((c) => ({
      swap: c.swap.id,
      lamps: c.wiring.map((w) => ({ position: w.position, steps: w.bench.map((b) => b.step) })),
    })),
  prove: ({ job }) =>
    job.reading.checks.map((c) => ({
      swap: c.swap.id,
      settings: c.proofs.map((p) => ({
        setting: p.id,
        lamps: p.lamps.map((l) => ({
          position: l.position,
          functions: Object.fromEntries(l.cells.map((x) => [x.cell.does, x.cell.level])),
        })),
      })),
    })),
  diagnose: ({ case: c, job, faults }) =>
    (c.seen ?? []).map((seen, i) => {
      const state = setting(seen.controls ?? {}, `/seen/${i}/controls`, faults);
      const lamp = job.reading.checks.flatMap((x) => x.wiring).find((w) => w.position === seen.position);
      const levels = lamp?.map ? levelsAt(job.reading.light.wired, lamp.position, state) : null;
      const level = [...(levels ?? [])].find(([does]) => does === seen.does)?.[1];
      if (!level) {
        const { position, does } = seen;
        faults.push({ path: `/seen/${i}`, reason: reason('case-no-cell', { position, does }) });
        return null;
      }
      const does = seen.does as LampFunction;
      const moves =
        lamp && seen.order !== undefined
          ? movementsOf(programOf(lamp.lamp), lamp.mode ?? 'open', does)
          : undefined;
      const cell = { position: seen.position, does, colour: null, level, ...(moves ? { moves } : {}) };
      return { ...seen, expected: level, first: firstCause(cell, seen.seen, seen.order) };
    }),
  quote: ({ job }) => job.reading.checks.map((c) => ({ swap: c.swap.id, orders: c.orders })),
  items: ({ job }) =>
    job.reading.items.map(({ id, origin, stage, what, closed }) => ({ id, origin, stage, what, closed })),
};

/** The work as a whole; what other lamps would cost is of the shop's shelf, not of a case. */
const ahead = (job: Job) => {
  const { whole, left, grade, spares, halves } = workView(job);
  return {
    whole,
    left,
    grade,
    spares: spares.map((s) => ({ step: s.step.id, group: s.group.id, count: s.count })),
    halves,
  };
};

/** The light of a job with something wrong in the wiring. */
const lightWith = ({ pack, reading }: Job, wrong: Asked['wrong']): JobLight =>
  jobLight(
    reading.checks.map((c) => ({ ...c, id: c.swap.id })),
    reading.record,
    pack.family.body,
    systemVOf(reading.context.known.get('system-voltage@vehicle')),
    wrong,
  );

/** What the rules of the market say of a lamp in every setting. */
const found = (findings: readonly LightFinding[], position: string) =>
  findings.flatMap(({ position: at, state, why }) =>
    at === position && why.code === 'in-setting'
      ? [{ rule: why.rule, kept: state === 'kept', state, broken: why.broken, states: why.states }]
      : [],
  );

const lampsOf = (c: Case) => new Map(c.shelf.lamps.map((l) => [l.id, l]));

/** Facts that somebody looked at and could not tell. */
const untold = (reading: JobReading): ReadonlySet<string> =>
  new Set(
    [...reading.facts.values()].flatMap((f) =>
      f.value === null && f.history.at(-1)?.value === null ? [f.ref] : [],
    ),
  );

function listOf(c: Case, job: Job, s: ReadySwap) {
  const context: JudgeContext = contextOf(job.reading, s.id);
  const family = job.pack.family.body;
  const list = shortlist(c.shelf.applications, family, s.positions, lampsOf(c), c.wishes ?? [], context);
  return list.map(({ judgement, ...wishes }) => ({ ...judgement, ...wishes }));
}
