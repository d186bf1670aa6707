'use client';
import { type ChangeEvent, type FormEvent, useState } from 'react';
import { type ConnectorHalf, seenFrom } from '@/core/harness';
import { type FactView, plugChoices } from '@/core/job';
import { UNKNOWN_PLUG } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { useBusy, useJob } from './JobContext';
import type { Said } from './said';
import { useKeepPhoto } from './photos/PhotoSource';

type Save = (said: readonly Said[]) => Promise<boolean>;

/** Plugs as they look from the front: those of the vehicle line first, then the shelf’s others, or none of them. */
export function PlugPicker({ facts, onSave }: { facts: readonly FactView[]; onSave: Save }) {
  const { job, words } = useJob();
  const { t } = words;
  const [which, setWhich] = useState<readonly string[] | null>(null);
  const [more, setMore] = useState(false);
  const [unknown, setUnknown] = useState(false);
  const { connectors, family } = job.pack;
  const { own: first, others: rest } = plugChoices(
    family.body,
    connectors,
    facts.map((f) => f.subject),
  );
  const chosen = which ? facts.filter((f) => which.includes(f.subject)) : facts;
  const take = (c: ConnectorHalf) => void onSave(chosen.map((fact) => ({ fact, value: c.family })));
  return (
    <div className="grid gap-2" data-plug-picker>
      {facts.length > 1 && <Sides facts={facts} which={which} onWhich={setWhich} />}
      <div className="flex flex-wrap gap-3">
        {(more || first.length === 0 ? [...first, ...rest] : first).map((c) => (
          <PlugChoice key={c.id} half={c} onTake={() => take(c)} />
        ))}
      </div>
      <div className="flex flex-wrap gap-x-4">
        {!more && first.length > 0 && rest.length > 0 && (
          <button type="button" className={BUTTON.quiet} onClick={() => setMore(true)} data-more-plugs>
            {t('plug-pick.more', { count: rest.length })}
          </button>
        )}
        <button
          type="button"
          className={BUTTON.quiet}
          aria-expanded={unknown}
          onClick={() => setUnknown(!unknown)}
          data-unknown-plug
        >
          {t('plug-pick.unknown')}
        </button>
      </div>
      {unknown && <UnknownPlug facts={chosen} onSave={onSave} />}
    </div>
  );
}

function Sides({
  facts,
  which,
  onWhich,
}: {
  facts: readonly FactView[];
  which: readonly string[] | null;
  onWhich: (which: readonly string[] | null) => void;
}) {
  const { words, say } = useJob();
  const chip =
    'rounded-sm border border-outline px-2 py-0.5 text-sm aria-pressed:border-petrol aria-pressed:bg-petrol-wash aria-pressed:font-semibold';
  return (
    <div className="flex flex-wrap gap-2" role="group">
      <button type="button" className={chip} aria-pressed={which === null} onClick={() => onWhich(null)}>
        {words.t('facts.both')}
      </button>
      {facts.map((f) => (
        <button
          key={f.subject}
          type="button"
          className={chip}
          aria-pressed={which?.includes(f.subject) === true}
          onClick={() => onWhich([f.subject])}
          data-side={f.subject}
        >
          {say.position(f.subject)}
        </button>
      ))}
    </div>
  );
}

function PlugChoice({ half, onTake }: { half: ConnectorHalf; onTake: () => void }) {
  const { words } = useJob();
  const busy = useBusy();
  const { t } = words;
  const seen = seenFrom(half, 'mating');
  const said = t('plug-pick.plug', { family: half.family, cavities: half.cavities.length });
  return (
    <button
      type="button"
      className="grid justify-items-center gap-1 rounded-sm border border-outline bg-raised p-2 hover:border-ink disabled:opacity-60"
      disabled={busy}
      onClick={onTake}
      aria-label={said}
      data-answer={half.family}
    >
      <ConnectorFace
        rows={half.rows}
        columns={half.columns}
        latch={seen.latch}
        label={t('plug-pick.face', { family: half.family })}
        cavities={seen.cavities.map((c) => ({ ...c, filled: false, marked: false }))}
      />
      <span className="text-sm">
        <b className="font-mono">{half.family}</b>{' '}
        <span className="text-soft">{t('plug-pick.ways', { cavities: half.cavities.length })}</span>
      </span>
    </button>
  );
}

/** A plug that the shelf does not have: cavities counted, a picture where one is taken, words. */
function UnknownPlug({ facts, onSave }: { facts: readonly FactView[]; onSave: Save }) {
  const { words, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [count, setCount] = useState('');
  const [text, setText] = useState('');
  const [photo, setPhoto] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const keep = useKeepPhoto();
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    const outcome = await keep(file);
    if ('fault' in outcome) return setFault(tCode(`photo.fault.${outcome.fault}`));
    setFault(null);
    setPhoto(outcome.id);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const cavities = Number(count.trim());
    if (!/^\d{1,3}$/.test(count.trim()) || cavities < 1 || cavities > 200)
      return setFault(t('plug-pick.count-wanted'));
    setFault(null);
    const typed = text.trim();
    if (photo)
      await sender.sendAll(
        facts.map((f) => ({
          type: 'photo-added' as const,
          body: {
            photo,
            stage: 'fit' as const,
            position: f.subject,
            ...(typed ? { words: typed } : {}),
          },
        })),
      );
    await onSave(facts.map((fact) => ({ fact, value: UNKNOWN_PLUG, cavities, ...(typed ? { typed } : {}) })));
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="flex flex-wrap items-end gap-3 bg-raised p-3"
      data-unknown-form
    >
      <label className="grid w-28 gap-1 text-sm font-semibold">
        {t('plug-pick.count')}
        <input
          className={`${FIELD} font-mono`}
          inputMode="numeric"
          value={count}
          onChange={(e) => setCount(e.target.value)}
          autoFocus
          aria-invalid={fault !== null}
        />
      </label>
      <label className="grid min-w-48 flex-1 gap-1 text-sm font-semibold">
        {t('plug-pick.words')}
        <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} maxLength={200} />
      </label>
      <label className={`${BUTTON.plain} cursor-pointer focus-within:outline-2`}>
        {photo ? t('plug-pick.photo-taken') : t('photo.take')}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(e) => void take(e)}
        />
      </label>
      <button type="submit" className={BUTTON.main} disabled={busy}>
        {t('plug-pick.save')}
      </button>
      <p className="w-full text-sm text-soft">{t('plug-pick.about')}</p>
      <p role="alert" className="w-full text-sm text-plum empty:hidden">
        {fault}
      </p>
    </form>
  );
}
