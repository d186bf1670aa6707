'use client';
import { type FormEvent, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { HAND_STEPS, type HandStep, stripView } from '@/core/job';
import { FASTENER_KINDS, type Zone, ZONES } from '@/core/work';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';

const NO_FASTENERS = { kind: 'screw' as (typeof FASTENER_KINDS)[number], count: '' };
const MINUTES = 2;

/** A step that no sheet has, written down as it is done: what, where, how many fasteners. The next is typed at once. */
export function StepWriter() {
  const { view, words, say, swap, sender } = useJob();
  const strip = useView(stripView);
  const busy = useBusy();
  const { t } = words;
  const use = strip.uses.find((u) => u.swap === swap?.id) ?? strip.uses[0];
  const end = view.positions.find((p) => use?.positions.includes(p.key))?.place.position.end ?? 'front';
  const [text, setText] = useState('');
  const [kind, setKind] = useState<HandStep>('remove');
  const [zone, setZone] = useState<Zone>(end);
  const [fasteners, setFasteners] = useState(NO_FASTENERS);
  const [each, setEach] = useState(false);
  const [lampOut, setLampOut] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const first = useRef<HTMLInputElement>(null);
  if (!use) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const count = fasteners.count.trim();
    if (text.trim() === '') return setFault(t('write-step.wants-words'));
    if (count !== '' && !/^[1-9]\d?$/.test(count)) return setFault(t('write-step.wants-count'));
    setFault(null);
    const kept = await sender.send('step-added', {
      swap: use.swap,
      step: uuidv7(),
      words: text.trim(),
      kind,
      zone,
      minutes: MINUTES,
      each: each || lampOut,
      lampOut,
      ...(count === '' ? {} : { fasteners: { kind: fasteners.kind, count: Number(count) } }),
    });
    if (!kept) return;
    setText('');
    setKind('remove');
    setFasteners({ ...NO_FASTENERS, kind: fasteners.kind });
    setLampOut(false);
    first.current?.focus();
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="flex flex-wrap items-end gap-x-3 gap-y-2 bg-raised p-3"
      data-write-step
      aria-label={t('write-step.title', { positions: say.positions(use.positions) })}
    >
      <label className="grid min-w-60 flex-1 gap-1 text-sm font-semibold">
        {t('write-step.what', { positions: say.positions(use.positions) })}
        <input
          ref={first}
          className={FIELD}
          name="step-words"
          data-act
          value={text}
          maxLength={500}
          autoComplete="off"
          placeholder={t('write-step.example')}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault !== null}
        />
      </label>
      <Pick label={t('write-step.kind')} value={kind} of={HAND_STEPS} name="hand-step" onPick={setKind} />
      <Pick label={t('write-step.zone')} value={zone} of={ZONES} name="zone" onPick={setZone} />
      <span className="flex items-end gap-1.5">
        <label className="grid w-16 gap-1 text-sm font-semibold">
          {t('write-step.count')}
          <input
            className={`${FIELD} font-mono`}
            name="step-count"
            inputMode="numeric"
            value={fasteners.count}
            onChange={(e) => setFasteners({ ...fasteners, count: e.target.value })}
          />
        </label>
        <Pick
          label={t('write-step.fastener')}
          value={fasteners.kind}
          of={FASTENER_KINDS}
          name="fastener"
          onPick={(k) => setFasteners({ ...fasteners, kind: k })}
        />
      </span>
      <span className="flex flex-wrap gap-x-4 gap-y-1 pb-2 text-sm">
        {use.positions.length > 1 && (
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-petrol"
              checked={each || lampOut}
              disabled={lampOut}
              onChange={(e) => setEach(e.target.checked)}
            />
            {t('write-step.each')}
          </label>
        )}
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-petrol"
            name="step-lamp-out"
            checked={lampOut}
            onChange={(e) => setLampOut(e.target.checked)}
          />
          {t('write-step.lamp-out')}
        </label>
      </span>
      <button type="submit" className={BUTTON.main} disabled={busy}>
        {t('write-step.add')}
      </button>
      <p role="alert" className="w-full text-sm text-plum empty:hidden">
        {fault}
      </p>
    </form>
  );
}

function Pick<T extends string>(p: {
  label: string;
  value: T;
  of: readonly T[];
  /** Also where its words stand in the catalogue. */
  name: 'hand-step' | 'zone' | 'fastener';
  onPick: (value: T) => void;
}) {
  const { tCode } = useJob().words;
  return (
    <label className="grid gap-1 text-sm font-semibold">
      {p.label}
      <select className={FIELD} name={p.name} value={p.value} onChange={(e) => p.onPick(e.target.value as T)}>
        {p.of.map((v) => (
          <option key={v} value={v}>
            {tCode(`${p.name}.${v}`)}
          </option>
        ))}
      </select>
    </label>
  );
}
