'use client';
import { type FormEvent, useState } from 'react';
import type { StepLine, StepOutcome } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob } from '../job/JobContext';
import { FastenerCounter } from './FastenerCounter';
import { StepPhoto } from './StepPhoto';
import { BreakageForm, ChangeForm } from '../job/DamageForm';
import { StepDrawing } from '../job/StepDrawing';
import { StepLooks, StepNeeds, StepNotes, StepWaits } from '../job/StepExtras';
import { stepPlace, stepTitle, stillToCount } from '../job/stepWords';

/** One step, large: what departs from the usual right under the title, then how, then the count. */
export function StepPanel({ line, onDone }: { line: StepLine; onDone: () => void }) {
  const { words, say, sender, rights } = useJob();
  const { t, tCode, prose } = words;
  const { step } = line;
  const out = step.way === 'out';
  const back = step.step.back;
  const detail = out ? step.step.detail : (back?.detail ?? (isBackOnly(line) ? step.step.detail : undefined));
  return (
    <section
      aria-label={stepTitle(step, words, say)}
      className="flex min-h-0 flex-col gap-3 lg:scroll-pb-24 lg:overflow-y-auto"
      data-step={step.id}
      data-ticked={line.tick?.outcome ?? 'open'}
    >
      <div>
        <h3 className="text-[1.7rem]">{stepTitle(step, words, say)}</h3>
        <p className="text-soft">{stepPlace(step, words, say)}</p>
      </div>
      {(step.step.cautions ?? []).map((c) => (
        <p
          key={c}
          className="flex items-baseline gap-2 border-l-4 border-plum pl-3 text-[1.1rem] font-semibold text-plum"
        >
          <WarningMark className="translate-y-0.5" /> {tCode(`step-caution.${c}`)}
        </p>
      ))}
      {out && step.step.exception && (
        <p className="border-l-4 border-petrol pl-3 text-[1.1rem] font-semibold text-petrol" data-exception>
          {prose(step.step.exception)}
        </p>
      )}
      <StepNotes line={line} />
      {line.holds.length > 0 && (
        <p className="border-l-4 border-indigo pl-3 text-indigo" data-hold>
          {t('mount.hold', {
            positions: say.positions(line.holds.map((h) => h.position)),
            before: line.holds[0]?.minutesBefore ?? 0,
            after: line.holds[0]?.minutesAfter ?? 0,
          })}
        </p>
      )}
      <StepWaits line={line} />
      {detail && <p>{prose(detail)}</p>}
      {!out && back?.torque && (
        <p className="text-soft">{t('mount.torque', { torque: prose(back.torque) })}</p>
      )}
      {line.fasteners.map((g) => (
        <FastenerCounter key={g.group} balance={g} way={step.way} />
      ))}
      <StepLooks line={line} />
      <StepNeeds line={line} />
      <StepDrawing line={line} className="h-40 shrink-0" />
      <StepPhoto line={line} />
      {rights.workAtVehicle ? (
        line.tick ? (
          <Ticked line={line} onUndo={() => void sender.send('void', { target: line.tick?.event ?? '' })} />
        ) : (
          <TickForm line={line} onDone={onDone} />
        )
      ) : (
        <p className="text-soft">{t('strip.technician-only')}</p>
      )}
    </section>
  );
}

const isBackOnly = (line: StepLine) => line.step.step.way === 'back' || line.step.step.kind === 'transfer';

function Ticked({ line, onUndo }: { line: StepLine; onUndo: () => void }) {
  const { view, words } = useJob();
  const { t, tCode } = words;
  if (!line.tick) return null;
  return (
    <div className="mt-auto border-t border-line pt-3">
      <p>
        <b>{tCode(`tick.${line.tick.outcome}`)}</b> · {view.names[line.tick.by] ?? ''}
        {line.tick.words && ` – ${line.tick.words}`}
      </p>
      <button className={`${BUTTON.plain} mt-2`} onClick={onUndo}>
        {t('strip.undo')}
      </button>
    </div>
  );
}

function TickForm({ line, onDone }: { line: StepLine; onDone: () => void }) {
  const { words, sender } = useJob();
  const sending = useBusy();
  const { t } = words;
  const [otherwise, setOtherwise] = useState(false);
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const [damage, setDamage] = useState<'broke' | 'change' | null>(null);
  const still = stillToCount(line);
  const unseen = line.looks.filter((k) => k.seen === null).length;
  const tick = async (outcome: StepOutcome) => {
    const said = text.trim();
    if (outcome !== 'done' && said === '') return setFault(true);
    const kept = await sender.send('step-ticked', {
      step: line.step.id,
      way: line.step.way,
      outcome,
      ...(outcome === 'done' ? {} : { words: said }),
    });
    if (kept) onDone();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void tick('differs');
  };
  const busy = sending;
  if (damage === 'broke') return <BreakageForm line={line} onClose={() => setDamage(null)} />;
  if (damage === 'change') return <ChangeForm line={line} onClose={() => setDamage(null)} />;
  return (
    // What ends the step is always in view; the rest goes by behind it.
    <div
      className={`mt-auto grid gap-3 border-t border-line bg-paper pt-3 ${otherwise ? '' : 'sticky bottom-0 max-lg:bottom-12'}`}
    >
      <div className="flex flex-wrap gap-3">
        <button
          className={`${BUTTON.main} min-w-56 py-3 text-[1.1rem]`}
          disabled={still + unseen > 0 || busy}
          onClick={() => void tick('done')}
          data-act
          data-tick-button
        >
          {still === 0
            ? unseen === 0
              ? t('strip.done')
              : t('strip.still-look', { count: unseen })
            : t(line.step.way === 'out' ? 'strip.still-out' : 'strip.still-in', { count: still })}
        </button>
        <button
          type="button"
          className={BUTTON.plain}
          aria-expanded={otherwise}
          onClick={() => setOtherwise(!otherwise)}
        >
          {t('strip.otherwise')}
        </button>
      </div>
      {otherwise && (
        <form onSubmit={submit} noValidate className="grid gap-2 bg-raised p-3">
          <label className="grid gap-1 text-sm font-semibold">
            {t('strip.otherwise-words')}
            <input
              className={FIELD}
              value={text}
              onChange={(e) => setText(e.target.value)}
              aria-invalid={fault && text.trim() === ''}
              autoFocus
            />
          </label>
          <div className="flex flex-wrap items-center gap-3">
            <button type="submit" className={BUTTON.plain} disabled={busy}>
              {t('strip.done-differently')}
            </button>
            <button
              type="button"
              className={BUTTON.plain}
              disabled={busy}
              onClick={() => void tick('not-needed')}
            >
              {t('strip.not-needed')}
            </button>
            <button
              type="button"
              className={BUTTON.plain}
              onClick={() => setDamage('broke')}
              data-damage-open="broke"
            >
              {t('tablet.broke-it')}
            </button>
            <button
              type="button"
              className={BUTTON.plain}
              onClick={() => setDamage('change')}
              data-damage-open="change"
            >
              {t('tablet.changed')}
            </button>
            <p role="alert" className="text-sm text-plum">
              {fault && text.trim() === '' && t('strip.words-wanted')}
            </p>
          </div>
        </form>
      )}
    </div>
  );
}
