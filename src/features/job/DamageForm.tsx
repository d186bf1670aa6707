'use client';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import { v7 as uuidv7 } from 'uuid';
import {
  BREAKAGE_COSTS,
  type BreakageCost,
  type Consent,
  SPARE_STATES,
  type SpareState,
  type StepLine,
} from '@/core/job';
import { FRAGILE_KINDS, type FragileKind } from '@/core/work';
import { FIELD } from '@/ui/classes';
import { useBusy, useJob } from './JobContext';

const BIG =
  'min-h-14 rounded-sm border border-outline bg-raised px-4 text-[1.05rem] font-semibold disabled:text-faint';
const SELECT = `${FIELD} min-h-14`;

/** Something broke at a step: what it was, at whose cost, whether the customer knows, and what replaces it. */
export function BreakageForm({ line, onClose }: { line: StepLine; onClose: () => void }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [kind, setKind] = useState<FragileKind>('clip');
  const [text, setText] = useState('');
  const [cost, setCost] = useState<BreakageCost>('shop');
  const [spare, setSpare] = useState<SpareState>('to-order');
  const [told, setTold] = useState(false);
  const [fault, setFault] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return setFault(true);
    const { id, position } = line.step;
    const kept = await sender.send('breakage-noted', {
      breakage: uuidv7(),
      kind,
      words: text.trim(),
      ...(position ? { position } : {}),
      step: id.slice(0, 120),
      cost,
      told,
      spare,
    });
    if (kept) onClose();
  };
  return (
    <form
      onSubmit={(e) => void submit(e)}
      noValidate
      className="grid gap-3 border-t-2 border-line bg-sunk px-5 py-3 sm:grid-cols-2"
      data-damage="broke"
    >
      <Pick name={t('damage.kind')} value={kind} of={FRAGILE_KINDS} word="fragile-kind" onPick={setKind} />
      <label className="grid gap-1 font-semibold">
        {t('damage.words')}
        <input
          className={SELECT}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault && text.trim() === ''}
          autoFocus
        />
      </label>
      <Pick name={t('damage.cost')} value={cost} of={BREAKAGE_COSTS} word="breakage-cost" onPick={setCost} />
      <Pick name={t('damage.spare')} value={spare} of={SPARE_STATES} word="spare-state" onPick={setSpare} />
      <label className="flex min-h-14 items-center gap-3 font-semibold">
        <input
          type="checkbox"
          className="size-6 accent-petrol"
          checked={told}
          onChange={(e) => setTold(e.target.checked)}
        />
        {t('damage.told')}
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <button type="submit" className={`${BIG} border-2 border-ink`} disabled={busy} data-damage-save>
          {t('damage.save')}
        </button>
        <button type="button" className={BIG} onClick={onClose}>
          {t('close')}
        </button>
        <p role="alert" className="text-plum empty:hidden">
          {fault && text.trim() === '' && tCode('strip.words-wanted')}
        </p>
      </div>
    </form>
  );
}

function Pick<T extends string>({
  name,
  value,
  of,
  word,
  onPick,
}: {
  name: string;
  value: T;
  of: readonly T[];
  word: string;
  onPick: (v: T) => void;
}) {
  const { words } = useJob();
  return (
    <label className="grid gap-1 font-semibold">
      {name}
      <select
        className={SELECT}
        value={value}
        onChange={(e) => {
          const found = of.find((o) => o === e.target.value);
          if (found) onPick(found);
        }}
      >
        {of.map((o) => (
          <option key={o} value={o}>
            {words.tCode(`${word}.${o}`)}
          </option>
        ))}
      </select>
    </label>
  );
}

const CONSENT: readonly Consent[] = ['signed', 'told', 'open'];

/** A lasting change that nobody foresaw: the customer signs here, agreed in words, or it stays open. */
export function ChangeForm({ line, onClose }: { line: StepLine; onClose: () => void }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [text, setText] = useState('');
  const [hole, setHole] = useState(false);
  const [consent, setConsent] = useState<Consent>('signed');
  const [by, setBy] = useState('');
  const [strokes, setStrokes] = useState('');
  const [fault, setFault] = useState<'words-wanted' | 'by-wanted' | 'sign-wanted' | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return setFault('words-wanted');
    if (consent !== 'open' && by.trim() === '') return setFault('by-wanted');
    if (consent === 'signed' && strokes === '') return setFault('sign-wanted');
    const { position } = line.step;
    const kept = await sender.send('change-noted', {
      change: uuidv7(),
      words: text.trim(),
      ...(position ? { position } : {}),
      hole,
      sealed: false,
      consent,
      ...(consent === 'open' ? {} : { by: by.trim() }),
      ...(consent === 'signed' ? { signature: strokes } : {}),
    });
    if (kept) onClose();
  };
  return (
    <form
      onSubmit={(e) => void submit(e)}
      noValidate
      className="grid gap-3 border-t-2 border-line bg-sunk px-5 py-3"
      data-damage="change"
    >
      <p className="text-soft">{t('damage.change-about')}</p>
      <label className="grid gap-1 font-semibold">
        {t('damage.change')}
        <input
          className={SELECT}
          value={text}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={fault === 'words-wanted'}
          autoFocus
        />
      </label>
      <label className="flex min-h-12 items-center gap-3 font-semibold">
        <input
          type="checkbox"
          className="size-6 accent-petrol"
          checked={hole}
          onChange={(e) => setHole(e.target.checked)}
        />
        {t('damage.hole')}
      </label>
      <div className="grid gap-3 sm:grid-cols-2">
        <Pick name={t('damage.consent')} value={consent} of={CONSENT} word="consent" onPick={setConsent} />
        {consent !== 'open' && (
          <label className="grid gap-1 font-semibold">
            {t(consent === 'signed' ? 'damage.by' : 'damage.by-how')}
            <input
              className={SELECT}
              value={by}
              onChange={(e) => setBy(e.target.value)}
              aria-invalid={fault === 'by-wanted'}
            />
          </label>
        )}
      </div>
      {consent === 'signed' && <SignHere onStrokes={setStrokes} />}
      <div className="flex flex-wrap items-center gap-3">
        <button type="submit" className={`${BIG} border-2 border-ink`} disabled={busy} data-damage-save>
          {t('damage.save')}
        </button>
        <button type="button" className={BIG} onClick={onClose}>
          {t('close')}
        </button>
        <p role="alert" className="text-plum empty:hidden">
          {fault && tCode(`damage.${fault}`)}
        </p>
      </div>
    </form>
  );
}

/** Thousandths of the field's width: the same signature on every device. */
const UNITS = 1000;
/** Strokes that are kept at the most, as text. */
const LONGEST = 24_000;

/** A field that is signed by finger, pen or mouse. */
function SignHere({ onStrokes }: { onStrokes: (path: string) => void }) {
  const { words } = useJob();
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  useEffect(() => {
    const el = canvas.current;
    if (!el) return;
    const box = el.getBoundingClientRect();
    const ratio = window.devicePixelRatio || 1;
    [el.width, el.height] = [box.width * ratio, box.height * ratio];
    el.getContext('2d')?.scale(ratio, ratio);
    const ink = getComputedStyle(el).color;
    const made = new SignaturePad(el, { penColor: ink, minWidth: 1.2, maxWidth: 2.6 });
    const end = () => onStrokes(pathOf(made, box.width));
    made.addEventListener('endStroke', end);
    pad.current = made;
    return () => {
      made.removeEventListener('endStroke', end);
      made.off();
    };
  }, [onStrokes]);
  return (
    <div className="grid gap-1">
      <span className="flex items-baseline justify-between font-semibold">
        {words.t('damage.sign')}
        <button
          type="button"
          className="text-sm font-normal underline underline-offset-3"
          onClick={() => {
            pad.current?.clear();
            onStrokes('');
          }}
        >
          {words.t('damage.sign-anew')}
        </button>
      </span>
      <canvas
        ref={canvas}
        className="h-40 w-full touch-none rounded-sm border-2 border-outline bg-paper text-ink"
        aria-label={words.t('damage.sign')}
        role="img"
        data-sign
      />
    </div>
  );
}

/** What was signed as a path; strokes that would make it too long are thinned out. */
function pathOf(pad: SignaturePad, width: number): string {
  const scale = UNITS / width;
  const clip = (v: number) => Math.max(0, Math.min(9999, Math.round(v * scale)));
  for (let every = 1; every < 64; every *= 2) {
    const path = pad
      .toData()
      .map(({ points }) =>
        points
          .filter((_, i) => i % every === 0 || i === points.length - 1)
          .map((p, i) => `${i === 0 ? 'M' : 'L'}${clip(p.x)} ${clip(p.y)}`)
          .join(''),
      )
      .join('');
    if (path.length <= LONGEST) return path;
  }
  return '';
}
