'use client';
import type { StepLine, StepLooked } from '@/core/job';
import { useBusy, useJob } from './JobContext';

/** What a step wants besides its fasteners: what is used up, what may break, what is taken over, which way it comes off. */
export function StepNeeds({ line }: { line: StepLine }) {
  const { words, say } = useJob();
  const { t, tCode, prose } = words;
  const { step } = line.step;
  const out = line.step.way === 'out';
  const rows: (readonly [string, string])[] = [];
  if (out && step.pull) rows.push([t('step.pull'), tCode(`pull.${step.pull}`)]);
  if (step.consumables?.length)
    rows.push([t('step.consumables'), words.list(step.consumables.map((c) => tCode(`consumable.${c}`)))]);
  if (step.transfers?.length)
    rows.push([t('step.transfers'), words.list(step.transfers.map((x) => tCode(`transfer.${x}`)))]);
  if (rows.length === 0 && !(out && step.fragile?.length)) return null;
  return (
    <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1" data-step-needs>
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
      {out &&
        (step.fragile ?? []).map((f, i) => (
          <div key={i} className="contents">
            <dt className="text-soft">{t('step.fragile')}</dt>
            <dd className="text-plum">
              {t('step.fragile-of', {
                what: prose(f.what),
                percent: Math.round(f.chance * 100),
                price: f.price ? say.money(f.price.minor, f.price.currency) : 'none',
              })}
            </dd>
          </div>
        ))}
    </dl>
  );
}

/** What the plan makes of a step that its sheet does not say: the way of a lead, a test at a bench supply. */
export function StepNotes({ line }: { line: StepLine }) {
  const { say } = useJob();
  return (line.step.notes ?? []).map((n, i) => (
    <p key={i} className="border-l-4 border-petrol pl-3" data-note={n.code}>
      {say.reason(n).text}
    </p>
  ));
}

const SEEN: readonly StepLooked[] = ['yes', 'no', 'none'];

/** What is looked at when a step goes back: each answered by itself. */
export function StepLooks({ line, large = false }: { line: StepLine; large?: boolean }) {
  const { words, sender, rights } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  if (line.looks.length === 0) return null;
  return (
    <fieldset className="grid gap-2 border-t border-line pt-3" data-step-looks>
      <legend className="float-left font-semibold">{t('step.looks')}</legend>
      {line.looks.map(({ look, seen }) => (
        <div key={look} className="clear-both flex flex-wrap items-center gap-x-4 gap-y-1" data-look={look}>
          <span className={`min-w-0 flex-1 ${large ? 'text-[1.15rem]' : ''}`}>
            {tCode(`step-look.${look}`)}
          </span>
          <span className="flex gap-2" role="group" aria-label={tCode(`step-look.${look}`)}>
            {SEEN.map((value) => (
              <button
                key={value}
                type="button"
                aria-pressed={seen?.value === value}
                disabled={busy || !rights.workAtVehicle}
                className={`${large ? 'min-h-14 px-4 text-[1.1rem]' : 'px-3 py-1'} rounded-sm border border-outline bg-raised font-semibold aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-sunk disabled:text-faint`}
                onClick={() => void sender.send('step-looked', { step: line.step.id, look, seen: value })}
                data-seen={value}
              >
                {tCode(`step-looked.${value}`)}
              </button>
            ))}
          </span>
        </div>
      ))}
    </fieldset>
  );
}

/** Half and half: this lamp stays until the other is in and seen beside it. */
export function StepWaits({ line }: { line: StepLine }) {
  const { words, say } = useJob();
  if (!line.waits) return null;
  return (
    <p
      className="border-l-[6px] border-indigo pl-3 font-semibold text-indigo"
      data-waits={line.waits.met ? 'met' : 'open'}
    >
      {words.t(line.waits.met ? 'step.waits-met' : 'step.waits', {
        positions: say.positions(line.waits.positions),
      })}
    </p>
  );
}
