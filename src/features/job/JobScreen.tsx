'use client';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { type JobView, type PositionView, type Stage, STAGES } from '@/core/job';
import { KeyHelp } from '@/ui/KeyHelp';
import { Key } from '@/ui/KeyHint';
import { Loom } from '@/ui/Loom';
import { PlanView } from '@/ui/PlanView';
import { useKeys } from '@/ui/useKeys';
import { WarningMark } from '@/ui/marks';
import type { Rights } from './acts';
import { FactsHere } from './FactsHere';
import { JobProvider, useJob } from './JobContext';
import { litAt } from './lightNow';
import { SendBar } from './SendBar';

/** The frame of every stage: loom on top, plan at the left, the stage with its Because beside it. */
export function JobScreen(props: { view: JobView; stage: Stage; rights: Rights; children: ReactNode }) {
  return (
    <JobProvider view={props.view} rights={props.rights}>
      <Frame stage={props.stage}>{props.children}</Frame>
    </JobProvider>
  );
}

function Frame({ stage, children }: { stage: Stage; children: ReactNode }) {
  const { view, words, focus, setFocus } = useJob();
  const { t, tCode } = words;
  const router = useRouter();
  const [help, setHelp] = useState(false);
  const href = (s: Stage) => `/jobs/${view.id}/${s}${focus ? `?pos=${focus.key}` : ''}`;

  const walk = (by: number) => {
    const at = view.positions.findIndex((p) => p.key === focus?.key);
    const next = view.positions[(at + by + view.positions.length) % view.positions.length];
    if (next) setFocus(next.key);
  };
  useKeys({
    ...Object.fromEntries(STAGES.map((s, i) => [String(i + 1), () => router.push(href(s))])),
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
      <Loom stages={stages} current={stage} label={t('loom.label')} />
      <div className="grid min-h-0 flex-1 lg:grid-cols-[15rem_minmax(0,1fr)_18rem]">
        <PlanColumn />
        {children}
      </div>
      <SendBar />
      <KeyHelp
        open={help}
        onOpenChange={setHelp}
        lines={[
          { keys: ['1', '…', '9'], does: t('keys.stage') },
          { keys: ['[', ']'], does: t('keys.position') },
          { keys: ['k', 'j'], does: t('keys.position-too') },
          { keys: ['?'], does: t('keys.help') },
        ]}
      />
    </div>
  );
}

/** The vehicle: who it is, where its lamps are, what must be minded about it. */
function PlanColumn() {
  const { view, words, say, focus, setFocus, controls, phaseOn } = useJob();
  const { t, tCode } = words;
  const { family, vehicle } = view;
  const lights = (p: PositionView) => {
    const lit = litAt(view, p, controls, phaseOn).filter((l) => l.bright > 0);
    return lit.length === 0
      ? undefined
      : lit.map((l) => ({ colour: l.colour, level: l.bright })).sort((a, b) => b.level - a.level);
  };
  const year = view.facts.find((f) => f.key.id === 'model-year')?.value;
  const identity = vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin;
  return (
    <section
      aria-label={t('plan.label')}
      className="flex flex-col gap-2 border-b border-line px-4 py-4 lg:border-b-0 lg:border-r lg:overflow-y-auto"
    >
      <div>
        <h1 className="text-xl">
          {family.maker} {family.name}
          {typeof year === 'number' ? `, ${year}` : ''}
        </h1>
        <p className="text-sm text-soft">
          {t('job.number', { number: String(view.number).padStart(4, '0') })} ·{' '}
          <span className="font-mono">{identity}</span>
        </p>
      </div>
      {family.hazards.map((h) => (
        <p key={h} className="flex gap-2 text-sm">
          <WarningMark /> {tCode(`hazard.${h}`)}
        </p>
      ))}
      <div className="min-h-0 flex-1">
        <PlanView
          bodyStyle={family.bodyStyle}
          lengthMm={family.lengthMm}
          widthMm={family.widthMm}
          label={t('plan.label')}
          focus={focus?.key ?? null}
          onFocus={setFocus}
          positions={view.positions.map((p) => ({
            key: p.key,
            code: p.code,
            name: t('plan.position', {
              name: say.position(p.key),
              found:
                p.found.length === 0
                  ? t('found.unseen')
                  : words.list(p.found.map((f) => tCode(`found.${f}`))),
            }),
            place: p.place,
            light: lights(p),
            swapped: p.swap !== null,
            found: p.found.length === 0 ? 'unseen' : p.found.every((f) => f === 'sound') ? 'sound' : 'fault',
          }))}
        />
      </div>
      {focus && (
        <p className="text-sm" aria-live="polite">
          <b className="font-mono">{focus.code}</b> {say.position(focus.key)}
          <br />
          <span className="text-soft">
            {words.list([...new Set(focus.place.functions.map((f) => say.does(f.does)))])}
          </span>
        </p>
      )}
      <FactsHere />
      <p className="text-sm text-soft">
        <Key>[</Key> <Key>]</Key> {t('keys.position')} · <Key>?</Key> {t('keys.help')}
      </p>
    </section>
  );
}
