'use client';
import { type FormEvent, useState } from 'react';
import type { StepLine, StepOutcome } from '@/core/job';
import { FIELD } from '@/ui/classes';
import { useBusy, useJob } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';
import { BreakageForm, ChangeForm } from '../job/DamageForm';
import { PhotoTaker } from './PhotoTaker';

/** What is said beside the work. */
export type AsideKind = 'photo' | 'note' | 'differs' | 'stop' | 'broke' | 'change';

const BIG =
  'min-h-14 rounded-sm border border-outline bg-raised px-4 text-[1.05rem] font-semibold disabled:text-faint';

/** A note, what is otherwise than the sheet says, a stop, or a photo: written at once, sent when it can be. */
export function Aside({
  kind,
  line,
  onDiffers,
  onKind,
  onClose,
}: {
  kind: AsideKind;
  line: StepLine;
  onDiffers: (outcome: StepOutcome, said: string) => Promise<void>;
  /** To another kind: what differs may have broken, or be changed for good. */
  onKind: (kind: AsideKind) => void;
  onClose: () => void;
}) {
  const { words, say, sender, view } = useJob();
  const busy = useBusy();
  const { t } = words;
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const title = stepTitle(line.step, words, say);
  const said = text.trim();
  const need = (work: () => Promise<unknown>) => (said === '' ? setFault(true) : void work());
  const raise = async (origin: 'unsafe' | 'other') => {
    const kept = await sender.send('item-raised', {
      item: crypto.randomUUID(),
      origin,
      words: `${title}: ${said}`,
      stage: line.step.way === 'out' ? 'strip' : 'mount',
    });
    if (kept) onClose();
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (kind === 'differs') need(() => onDiffers('differs', said));
    else if (kind === 'stop') need(() => raise('unsafe'));
    else need(() => raise('other'));
  };
  if (kind === 'photo') return <PhotoTaker line={line} onClose={onClose} />;
  if (kind === 'broke') return <BreakageForm line={line} onClose={onClose} />;
  if (kind === 'change') return <ChangeForm line={line} onClose={onClose} />;
  return (
    <form
      onSubmit={submit}
      noValidate
      className={`grid gap-2 border-t-2 bg-sunk px-5 py-3 ${kind === 'stop' ? 'border-plum' : 'border-line'}`}
      data-aside-open={kind}
    >
      <label className="grid gap-1 text-[1.05rem] font-semibold">
        {t(`tablet.aside.${kind}`)}
        <input
          className={`${FIELD} min-h-14 text-[1.15rem]`}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault && said === ''}
          autoFocus
        />
      </label>
      {kind === 'stop' && <p className="text-plum">{t('tablet.stop-about', { number: view.number })}</p>}
      <div className="flex flex-wrap items-center gap-3">
        <button type="submit" className={`${BIG} border-2 border-ink`} disabled={busy} data-aside-save>
          {t(`tablet.aside-save.${kind}`)}
        </button>
        {kind === 'differs' && (
          <button
            type="button"
            className={BIG}
            disabled={busy}
            onClick={() => need(() => onDiffers('not-needed', said))}
          >
            {t('strip.not-needed')}
          </button>
        )}
        {kind === 'differs' && (
          <>
            <button type="button" className={BIG} onClick={() => onKind('broke')} data-aside="broke">
              {t('tablet.broke-it')}
            </button>
            <button type="button" className={BIG} onClick={() => onKind('change')} data-aside="change">
              {t('tablet.changed')}
            </button>
          </>
        )}
        <button type="button" className={BIG} onClick={onClose}>
          {t('close')}
        </button>
        {fault && said === '' && (
          <p role="alert" className="text-plum">
            {t('strip.words-wanted')}
          </p>
        )}
      </div>
    </form>
  );
}
