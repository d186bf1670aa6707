'use client';
import { type FormEvent, Fragment, useState } from 'react';
import { readLengthRange } from '@/core/quantity';
import { BLADE_COLOURS, type FeedCandidate, neighbours } from '@/core/harness';
import type { FeedMatter } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { FuseBoxView } from '@/ui/FuseBoxView';
import { VerdictMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { FeedTable } from './FeedTable';
import { candidateId, type PanelProps, type WireData } from './wireScope';

const MARK = { suits: 'fits', care: 'check-first', not: 'does-not-fit' } as const;

/** Where each input gets what the plug never had: every place on this vehicle ranked, the fuse box drawn. */
export function FeedsPanel({ wiring, swap, data }: PanelProps) {
  const { words, say } = useJob();
  const { t } = words;
  const feeds = data.feeds[swap.id] ?? [];
  if (feeds.length === 0 && wiring.undecided.length === 0)
    return <p className="text-soft">{t('wire.choices-none')}</p>;
  return (
    <div className="grid gap-5">
      {feeds.map((f) => (
        <section key={f.does} data-feed-matter={f.does} className="grid gap-3">
          <h3 className="text-lg">
            {t('feed.title', { does: say.does(f.does) })}{' '}
            <span className="text-sm font-normal text-soft">
              {t('feed.need', { currentA: say.number(f.totalA), count: f.positions.length })}
            </span>
          </h3>
          <Ranking matter={f} data={data} swapId={swap.id} />
        </section>
      ))}
      <Legs matter={feeds[0]} swapId={swap.id} swap={swap} />
      <details>
        <summary className="cursor-pointer font-semibold">{t('feed.other')}</summary>
        <FeedTable wiring={wiring} />
      </details>
    </div>
  );
}

function Ranking({ matter, data, swapId }: { matter: FeedMatter; data: WireData; swapId: string }) {
  const { view, words, say, sender, rights } = useJob();
  const { t } = words;
  const decided = view.feeds.find((f) => f.at === `${swapId}/${matter.does}`);
  const taken = candidateId(decided?.source);
  const [open, setOpen] = useState<string | null>(null);
  const [slot, setSlot] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const name = (c: FeedCandidate) => sourceName(c, data, say, words);
  const mine = (c: FeedCandidate) =>
    slot === null || (c.source.kind === 'slot' && `${c.source.box}/${c.source.slot}` === slot);
  const usable = matter.candidates.filter((c) => c.verdict !== 'not' || c.id === taken);
  const shown = (all || slot !== null ? matter.candidates : usable).filter(mine);
  const rows = slot === null && !all ? shown.slice(0, 6) : shown;
  const take = (c: FeedCandidate) =>
    void sender.send('feed-chosen', {
      swap: swapId,
      does: matter.does,
      school: c.school,
      words: name(c),
      source: c.source,
      basis: decided?.event ?? null,
    });
  return (
    <div className="grid gap-3">
      <Boxes data={data} slot={slot} onSlot={setSlot} taken={taken} />
      <table className="w-full border-collapse text-[0.92rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">{t('feed.ranked')}</th>
            <th className="px-3 font-semibold">{t('feed.live')}</th>
            <th className="pl-3 text-right font-semibold">{t('feed.spare')}</th>
            <th className="pl-3 text-right font-semibold">{t('feed.fuse')}</th>
            <th className="pl-3 text-right font-semibold">{t('feed.drop')}</th>
            <th className="pl-4 font-semibold">{t('feed.speaks-against')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((c) => (
            <Fragment key={c.id}>
              <tr
                className={`border-b border-line align-top ${c.id === taken ? 'bg-petrol-wash' : ''}`}
                data-candidate={c.id}
                data-candidate-verdict={c.verdict}
                data-taken={c.id === taken}
              >
                <th scope="row" className="py-1 text-left font-semibold">
                  <button
                    className="flex items-center gap-2 text-left"
                    aria-expanded={open === c.id}
                    onClick={() => setOpen(open === c.id ? null : c.id)}
                  >
                    <VerdictMark verdict={MARK[c.verdict]} />
                    <Named name={name(c)} />
                  </button>
                </th>
                <td className="px-3 py-1 font-mono text-[0.82rem] whitespace-nowrap">
                  {c.live.map((x) => say.when(x.when)).join(', ')}
                </td>
                <td className="py-1 pl-3 text-right font-mono whitespace-nowrap">
                  {c.spareA === null ? t('feed.unknown') : t('wire.amp', { amp: say.number(c.spareA) })}
                </td>
                <td className="py-1 pl-3 text-right font-mono whitespace-nowrap">
                  {c.fuseA === null ? '–' : t('wire.amp', { amp: say.number(c.fuseA) })}
                </td>
                <td className="py-1 pl-3 text-right font-mono whitespace-nowrap">
                  {c.dropV === null
                    ? '–'
                    : t('wire.volt', { volt: say.number(Math.round(c.dropV * 100) / 100) })}
                </td>
                <td className="py-1 pl-4 text-soft">{c.against[0] ? say.reason(c.against[0]).text : '–'}</td>
              </tr>
              {open === c.id && (
                <tr className="border-b border-line bg-sunk">
                  <td colSpan={6} className="px-3 py-2">
                    <div className="grid gap-x-6 gap-y-1 md:grid-cols-2">
                      <ul className="list-disc pl-5 text-sm">
                        {c.for.map((r) => (
                          <li key={r.code}>{say.reason(r).text}</li>
                        ))}
                      </ul>
                      <ul className="list-disc pl-5 text-sm">
                        {c.against.map((r) => (
                          <li key={r.code}>{say.reason(r).text}</li>
                        ))}
                      </ul>
                    </div>
                    <p className="pt-1 font-mono text-[0.82rem] text-soft">
                      {[
                        c.wire ?? '',
                        ...c.legs.map((l) =>
                          t('feed.leg', {
                            position: say.position(l.position),
                            m: say.number(l.lengthM),
                            known: l.known,
                          }),
                        ),
                        c.drainDays === null ? '' : t('feed.drain-days', { days: c.drainDays }),
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </p>
                    {rights.workAtVehicle && (
                      <button
                        className={`${BUTTON.main} mt-2`}
                        disabled={c.id === taken}
                        onClick={() => take(c)}
                      >
                        {c.id === taken ? t('feed.taken') : t('feed.take')}
                      </button>
                    )}
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
      {slot === null && (
        <p className="text-sm">
          <button className={BUTTON.quiet} onClick={() => setAll(!all)}>
            {all
              ? t('feed.hide-not')
              : t('feed.show-not', { count: matter.candidates.length - usable.length })}
          </button>
        </p>
      )}
    </div>
  );
}

function Boxes({
  data,
  slot,
  onSlot,
  taken,
}: {
  data: WireData;
  slot: string | null;
  onSlot: (slot: string | null) => void;
  taken: string | null;
}) {
  const { words, say } = useJob();
  const { t, prose } = words;
  return (
    <div className="flex flex-wrap gap-6">
      {data.fuseBoxes.map((box) => {
        const chosen = slot?.startsWith(`${box.id}/`) ? slot.slice(box.id.length + 1) : null;
        const tapped = /^slot:([^/]+)\/([^/]+)\//.exec(taken ?? '');
        const picked = box.slots.find((s) => s.id === chosen);
        return (
          <figure key={box.id} className="grid gap-1">
            <figcaption className="text-sm">{t('feed.box', { name: prose(box.name) })}</figcaption>
            <FuseBoxView
              rows={box.rows}
              columns={box.columns}
              label={t('feed.box', { name: prose(box.name) })}
              chosen={chosen ?? (tapped?.[1] === box.id ? (tapped[2] ?? null) : null)}
              onPick={(id) => onSlot(slot === `${box.id}/${id}` ? null : `${box.id}/${id}`)}
              slots={box.slots.map((s) => ({
                id: s.id,
                row: s.row,
                column: s.column,
                ratingA: s.ratingA,
                colour: s.ratingA === null ? '' : (BLADE_COLOURS[s.ratingA] ?? ''),
                barred: s.protects !== undefined,
                name: s.ratingA === null ? t('feed.empty-slot') : prose(s.serves),
              }))}
            />
            {picked && (
              <p className="text-sm text-soft" data-slot-picked={picked.id}>
                <b className="text-ink">
                  {t('feed.slot-title', { slot: picked.id, serves: prose(picked.serves) })}
                </b>{' '}
                {t('feed.box-hint', {
                  names: words.list(
                    neighbours(box, picked).map(
                      (n) => `${n.id} ${n.ratingA === null ? t('feed.empty-slot') : say.number(n.ratingA)}`,
                    ),
                  ),
                })}
              </p>
            )}
          </figure>
        );
      })}
    </div>
  );
}

/** The measured length of each leg: an estimate from the plan stands until somebody has laid a string. */
function Legs({
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
  const [typed, setTyped] = useState(present ? `${say.number(present.mm / 1000)} m` : '');
  const [fault, setFault] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = readLengthRange(typed, decimal);
    if (read.kind === 'fault') return setFault(say.reason(read.reason).text);
    setFault(null);
    void sender.send('wire-decided', {
      swap: swapId,
      matter: `route/${position}`,
      // Of a span the longer end counts: the drop has to hold there too.
      choice: String(Math.round(read.toMm)),
      words: typed.trim(),
      basis: present?.event ?? null,
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
            placeholder="3.2 m"
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

/** A place in words: slot with what it serves and the way, lead, battery, wire. */
export function sourceName(
  c: FeedCandidate,
  data: Pick<WireData, 'fuseBoxes' | 'leads'>,
  say: ReturnType<typeof useJob>['say'],
  { t, tCode, prose }: ReturnType<typeof useJob>['words'],
): string {
  const { source } = c;
  switch (source.kind) {
    case 'slot': {
      const slot = data.fuseBoxes.find((b) => b.id === source.box)?.slots.find((s) => s.id === source.slot);
      return `${t('feed.source-slot', { slot: source.slot, serves: slot ? prose(slot.serves) : '' })}, ${tCode(`feed.way-${source.way}`)}`;
    }
    case 'lead':
      return prose(data.leads.find((l) => l.id === source.lead)?.name ?? { en: source.lead });
    case 'battery':
      return t('feed.source-battery');
    case 'wire':
      return t('feed.source-wire', { circuit: say.circuit(source.circuit) });
  }
}

/** A place, and under it in small how it is taken there. */
function Named({ name }: { name: string }) {
  const at = name.lastIndexOf(', ');
  if (at < 0) return <span>{name}</span>;
  return (
    <span>
      {name.slice(0, at)}
      <span className="block text-sm font-normal text-soft">{name.slice(at + 2)}</span>
    </span>
  );
}
