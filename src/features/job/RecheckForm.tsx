'use client';
import { useState } from 'react';
import { type OpenItem, RECHECK_OUTCOMES, type RecheckOutcome } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob } from './JobContext';

/** What a recheck showed: right, not right (then in words), or no such thing on this vehicle. */
export function RecheckForm({ item, onDone }: { item: OpenItem; onDone: () => void }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [text, setText] = useState('');
  const [fault, setFault] = useState(false);
  const save = async (outcome: RecheckOutcome) => {
    const said = text.trim();
    if (outcome === 'fails' && said === '') return setFault(true);
    if (await sender.send('recheck-seen', { item: item.id, outcome, ...(said ? { words: said } : {}) }))
      onDone();
  };
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3 bg-raised p-3" data-recheck={item.id}>
      <label className="grid flex-1 gap-1 text-sm font-semibold">
        {t('recheck.words')}
        <input
          className={FIELD}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault && text.trim() === ''}
        />
      </label>
      {RECHECK_OUTCOMES.map((o) => (
        <button
          key={o}
          type="button"
          className={o === 'passes' ? BUTTON.main : BUTTON.plain}
          disabled={busy}
          onClick={() => void save(o)}
        >
          {tCode(`recheck-outcome.${o}`)}
        </button>
      ))}
      <p role="alert" className="w-full text-sm text-plum">
        {fault && text.trim() === '' && t('recheck.words-wanted')}
      </p>
    </div>
  );
}
