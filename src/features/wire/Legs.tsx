'use client';
import { type FormEvent, useState } from 'react';
import type { FeedMatter } from '@/core/job';
import { isBare, readLengthRange } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { typedDistance } from '../job/beam/figureWords';
import { useJob } from '../job/JobContext';
import type { PanelProps } from './wireScope';

/** The measured length of each leg: an estimate from the plan stands until somebody has laid a string. */
export function Legs({
  matter,
  swapId,
  swap,
}: {
  matter: FeedMatter | undefined;
  swapId: string;
  swap: PanelProps['swap'];
}) {
  const { words, say, rights } = useJob();
  const { t } = words;
  if (!matter || matter.candidates.length === 0 || !rights.workAtVehicle) return null;
  return (
    <section className="grid gap-2">
      <p className="text-sm">{t('wire.legs-differ')}</p>
      <div className="flex flex-wrap gap-4">
        {matter.positions.map((p) => (
          <LegField
            key={p}
            position={p}
            swapId={swapId}
            present={swap.matters.routes[p] ?? null}
            name={say.position(p)}
          />
        ))}
      </div>
    </section>
  );
}

function LegField({
  position,
  swapId,
  present,
  name,
}: {
  position: string;
  swapId: string;
  present: { readonly mm: number; readonly event: string } | null;
  name: string;
}) {
  const { words, say, sender } = useJob();
  const { t, decimal } = words;
  const [typed, setTyped] = useState(present ? typedDistance(present.mm, words) : '');
  const [fault, setFault] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = readLengthRange(typed, decimal);
    if (read.kind === 'fault') return setFault(say.reason(read.reason).text);
    // Millimetres, metres, inches, feet: nobody can tell.
    if (isBare(typed))
      return setFault(t('feed.leg-unit', { typed: typed.trim(), unit: words.unit('distance') }));
    setFault(null);
    void sender.send('wire-decided', {
      swap: swapId,
      matter: `route/${position}`,
      // Of a span the longer end counts: the drop has to hold there too.
      choice: String(Math.round(read.toMm)),
      words: typed.trim(),
    });
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="grid gap-1"
      data-leg={position}
      data-measured={present?.mm ?? ''}
    >
      <label className="grid max-w-72 gap-1 text-sm font-semibold">
        {t('feed.leg-type', { position: name })}
        <span className="flex gap-2">
          <input
            className={`${FIELD} font-mono`}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            aria-invalid={fault !== null}
            placeholder={typedDistance(3200, words)}
          />
          <button type="submit" className={BUTTON.plain}>
            {t('feed.leg-save')}
          </button>
        </span>
      </label>
      <span role="alert" className="text-sm text-plum">
        {fault}
      </span>
    </form>
  );
}
