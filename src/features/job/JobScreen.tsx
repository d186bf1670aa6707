'use client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import {
  type JobPack,
  type PositionView,
  type Role,
  type Stage,
  STAGES,
  factsView,
  scoreView,
  stripView,
} from '@/core/job';
import { KeyHelp } from '@/ui/KeyHelp';
import { Key } from '@/ui/KeyHint';
import { Loom, Unfolds } from '@/ui/Loom';
import { bodyPicture } from '@/core/body';
import { PlanView } from '@/ui/PlanView';
import { useKeys } from '@/ui/useKeys';
import { WarningMark } from '@/ui/marks';
import { FactsHere } from './FactsHere';
import { JobProvider, useJob, useView } from './JobContext';
import { litAt } from './lightNow';
import { StandingBar } from './StandingBar';
import { StageBar } from './StageBar';
import { SendBar } from './SendBar';
import { useFlashPhase } from './useFlasher';
import { useStage } from './useStage';

/** The frame of every stage: loom on top, plan at the left, the stage with its Because beside it. */
export function JobScreen(props: {
  pack: JobPack;
  role: Role;
  /** The stage of an address; the frame stays where it is while stages change in it. */
  children: (stage: Stage) => ReactNode;
}) {
  return (
    <QueryClientProvider client={useQueries()}>
      <JobProvider key={props.pack.id} pack={props.pack} role={props.role}>
        <Frame>{props.children}</Frame>
      </JobProvider>
    </QueryClientProvider>
  );
}

/** What is asked of the server beside the job: kept while the job is on the screen. */
function useQueries(): QueryClient {
  const [client] = useState(
    () => new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: 1 } } }),
  );
  return client;
}

function Frame({ children }: { children: (stage: Stage) => ReactNode }) {
  const { view, words, focus, setFocus } = useJob();
  const { t, tCode } = words;
  const stage = useStage();
  const [help, setHelp] = useState(false);
  const href = (s: Stage) => `/jobs/${view.id}/${s}${focus ? `?pos=${focus.key}` : ''}`;
  // The address changes and nothing is fetched: the job is here.
  const open = (s: Stage) => s !== stage && window.history.pushState(null, '', href(s));

  const walk = (by: number) => {
    const at = view.positions.findIndex((p) => p.key === focus?.key);
    const next = view.positions[(at + by + view.positions.length) % view.positions.length];
    if (next) setFocus(next.key);
  };
  useKeys({
    ...Object.fromEntries(STAGES.map((s, i) => [String(i + 1), () => open(s)])),
    '[': () => walk(-1),
    k: () => walk(-1),
    ']': () => walk(1),
    j: () => walk(1),
    '?': () => setHelp(true),
  });

  const stages = view.stages.map((s) => ({
    ...s,
    name: tCode(`stage.${s.stage}`),
    spoken: t('loom.spoken', {
      stage: tCode(`stage.${s.stage}`),
      state: tCode(`seat.${s.state}`),
      tags: s.tags,
    }),
    href: href(s.stage),
  }));
  return (
    <div className="flex flex-col lg:h-[calc(100dvh-3rem-var(--bar,0px))]">
      <Loom
        stages={stages}
        current={stage}
        label={t('loom.label')}
        folded={t('loom.folded', { number: STAGES.indexOf(stage) + 1, stage: tCode(`stage.${stage}`) })}
        onOpen={(s) => open(s as Stage)}
      />
      <StandingBar />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[12rem_minmax(0,1fr)_14rem] xl:grid-cols-[15rem_minmax(0,1fr)_18rem]">
        <PlanColumn />
        {children(stage)}
      </div>
      <StageBar stage={stage} key={stage} />
      <SendBar />
      <KeyHelp
        open={help}
        onOpenChange={setHelp}
        lines={[
          { keys: ['1', '…', '9'], does: t('keys.stage') },
          { keys: ['[', ']'], does: t('keys.position') },
          { keys: ['k', 'j'], does: t('keys.position-too') },
          { keys: ['Ctrl', 'z'], does: t('keys.undo') },
          { keys: ['/'], does: t('find.title-any') },
          { keys: ['?'], does: t('keys.help') },
        ]}
      />
    </div>
  );
}

/** The vehicle: who it is, where its lamps are, what must be minded about it. */
function PlanColumn() {
  const { view, words, say, focus } = useJob();
  const facts = useView(factsView);
  const { t, tCode } = words;
  const { family, vehicle } = view;
  const year = facts.find((f) => f.key.id === 'model-year')?.value;
  const identity = vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin;
  const [open, setOpen] = useState(false);
  // On a small screen the plan folds to a line: the stage’s work comes first.
  const folds = open ? '' : 'max-lg:hidden';
  return (
    <section
      aria-label={t('plan.label')}
      className="flex flex-col gap-2 border-b border-line px-4 py-1.5 lg:overflow-y-auto lg:border-b-0 lg:border-r lg:py-4"
    >
      <div className="flex items-center gap-3">
        <div className="min-w-0 flex-1 max-lg:flex max-lg:items-baseline max-lg:gap-2">
          <h1 className="text-xl max-lg:truncate max-lg:text-base">
            {family.maker} {family.name}
            {typeof year === 'number' ? `, ${year}` : ''}
          </h1>
          <p className="shrink-0 text-sm text-soft">
            {t('job.number', { number: String(view.number).padStart(4, '0') })}
            <span className="max-lg:hidden">
              {' '}
              · <span className="font-mono">{identity}</span>
            </span>
          </p>
        </div>
        <button
          type="button"
          className="inline-flex shrink-0 items-center gap-2 rounded-sm border border-outline bg-raised px-2.5 py-1 font-semibold lg:hidden"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          data-plan-folds
        >
          <span className="font-mono">{focus?.code ?? t('plan.show')}</span>{' '}
          <span className="sr-only">{t('plan.label')}</span> <Unfolds open={open} />
        </button>
      </div>
      {family.hazards.map((h) => (
        <p key={h} className="flex gap-2 text-sm">
          <WarningMark /> {tCode(`hazard.${h}`)}
        </p>
      ))}
      <div className={`min-h-0 flex-1 ${folds}`}>
        <LitPlan />
      </div>
      {focus && (
        <p className={`text-sm ${folds}`} aria-live="polite">
          <b className="font-mono">{focus.code}</b> {say.position(focus.key)}
          <br />
          <span className="text-soft">
            {words.list([...new Set(focus.place.functions.map((f) => say.does(f.does)))])}
          </span>
        </p>
      )}
      <div className={folds}>
        <FactsHere />
      </div>
      <p className="text-sm text-soft max-lg:hidden">
        <Key>[</Key> <Key>]</Key> {t('keys.position')} · <Key>?</Key> {t('keys.help')}
      </p>
    </section>
  );
}

/** The plan with its lamps as they are lit now: it alone is drawn anew while something flashes. */
function LitPlan() {
  const { job, view, words, say, focus, setFocus, controls } = useJob();
  const light = useView(scoreView);
  const { t, tCode } = words;
  const { family } = view;
  const phaseOn = useFlashPhase(controls, job);
  const strip = useView(stripView);
  const out = new Set(strip.parking?.lampsOut ?? []);
  const lights = (p: PositionView) => {
    if (out.has(p.key)) return undefined;
    const lit = litAt(light, p, controls, phaseOn).filter((l) => l.bright > 0);
    return lit.length === 0
      ? undefined
      : lit.map((l) => ({ colour: l.colour, level: l.bright })).sort((a, b) => b.level - a.level);
  };
  return (
    <PlanView
      picture={bodyPicture(family, 'plan')}
      label={t('plan.label')}
      focus={focus?.key ?? null}
      onFocus={setFocus}
      positions={view.positions.map((p) => ({
        key: p.key,
        code: p.code,
        name: t('plan.position', {
          name: say.position(p.key),
          found: out.has(p.key)
            ? t('plan.out')
            : p.found.length === 0
              ? t('found.unseen')
              : words.list(p.found.map((f) => tCode(`found.${f}`))),
        }),
        place: p.place,
        light: lights(p),
        swapped: p.swap !== null,
        out: out.has(p.key),
        found: p.found.length === 0 ? 'unseen' : p.found.every((f) => f === 'sound') ? 'sound' : 'fault',
      }))}
    />
  );
}
