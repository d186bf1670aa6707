'use client';
import { feedOf } from '@/core/kernel/ids';
import { Fragment, useState } from 'react';
import { type FeedCandidate, sourceId } from '@/core/harness';
import { type FeedMatter, wireView, feedPlace } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { VerdictMark } from '@/ui/marks';
import { useJob, useView } from '../job/JobContext';
import { FeedTable } from './FeedTable';
import { Named } from './feedNames';
import { LegRoutes } from './LegRoutes';
import { Legs } from './Legs';
import { SlotPicker } from './SlotPicker';
import type { PanelProps, WireData } from './wireScope';

const MARK = { suits: 'fits', care: 'check-first', not: 'does-not-fit' } as const;

/** Where each input gets what the plug never had: every place on this vehicle ranked, the fuse box drawn. */
export function FeedsPanel({ wiring, swap, data }: PanelProps) {
  const { words, say } = useJob();
  const { t } = words;
  const feeds = swap.feedMatters;
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
  const { words, say, sender, rights } = useJob();
  const wire = useView(wireView);
  const { t } = words;
  const decided = wire.feeds.find((f) => f.at === feedOf(swapId, matter.does));
  const taken = decided?.source ? sourceId(decided.source) : null;
  // While nothing is decided the best one stands open, its button in it.
  const [open, setOpen] = useState<string | null>(taken ? null : (matter.candidates[0]?.id ?? null));
  const [slot, setSlot] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const name = (c: FeedCandidate) => say.place(feedPlace(c.source, data));
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
      source: c.source,
    });
  return (
    <div className="grid gap-3">
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
                            m: l.lengthM,
                            known: l.known,
                          }),
                        ),
                        c.drainDays === null ? '' : t('feed.drain-days', { days: Math.round(c.drainDays) }),
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </p>
                    <LegRoutes candidate={c} data={data} />
                    {rights.workAtVehicle && (
                      <button
                        className={`${BUTTON.main} mt-2`}
                        disabled={c.id === taken}
                        data-act={taken === null ? '' : undefined}
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
      <SlotPicker data={data} slot={slot} onSlot={setSlot} taken={decided?.source ?? null} />
    </div>
  );
}
