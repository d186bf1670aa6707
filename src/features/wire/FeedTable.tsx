'use client';
import { feedOf } from '@/core/kernel/ids';
import { type FormEvent, useState } from 'react';
import { type PositionWiring, wireView } from '@/core/job';
import { FEED_SCHOOLS, type FeedSchool } from '@/core/harness';
import type { LampFunction } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useJob, useView } from '../job/JobContext';

/** Where an input gets what the vehicle's plug never had: the four schools with what speaks for and against each. */
export function FeedTable({ wiring }: { wiring: PositionWiring }) {
  const functions = [...wiring.undecided, ...wiring.feeds.map((f) => f.does)];
  return (
    <>
      {functions.map((does) => (
        <Feed key={does} does={does} />
      ))}
    </>
  );
}

function Feed({ does }: { does: LampFunction }) {
  const { view, words, say, sender, swap } = useJob();
  const wire = useView(wireView);
  const { t, tCode } = words;
  const present = wire.feeds.find((f) => f.at === feedOf(swap?.id ?? '', does));
  const [school, setSchool] = useState<FeedSchool>(present?.school ?? 'plug-in-lead');
  const [where, setWhere] = useState(present?.place ? '' : (present?.words ?? ''));
  const [fault, setFault] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault(where.trim() === '');
    if (where.trim() === '' || !swap) return;
    await sender.send('feed-chosen', {
      swap: swap.id,
      does,
      school,
      words: where.trim(),
    });
  };
  return (
    <form onSubmit={submit} noValidate data-feed={does} data-decided={present !== undefined}>
      <h3 className="text-lg">{t('feed.title', { does: say.does(does) })}</h3>
      <p className="text-sm text-soft">
        {present
          ? t('feed.decided', {
              school: tCode(`feed.${present.school}`),
              words: present.place ? say.place(present.place) : present.words,
              by: view.names[present.by] ?? '',
            })
          : t('feed.undecided')}
      </p>
      <fieldset className="mt-2">
        <legend className="sr-only">{t('feed.schools')}</legend>
        <table className="w-full border-collapse text-[0.92rem]">
          <thead className="text-left text-sm text-soft">
            <tr className="border-b border-line">
              <th className="py-1 pl-2 font-semibold">{t('feed.school')}</th>
              <th className="font-semibold">{t('feed.speaks-for')}</th>
              <th className="font-semibold">{t('feed.speaks-against')}</th>
            </tr>
          </thead>
          <tbody>
            {FEED_SCHOOLS.map((s) => (
              <tr
                key={s}
                className={`border-b border-line align-top ${school === s ? 'bg-petrol-wash' : ''}`}
              >
                <th scope="row" className="w-52 py-1.5 pl-2 text-left font-semibold">
                  <label className="flex gap-2">
                    <input
                      type="radio"
                      name={`school-${does}`}
                      value={s}
                      checked={school === s}
                      onChange={() => setSchool(s)}
                      className="accent-petrol"
                    />
                    {tCode(`feed.${s}`)}
                  </label>
                </th>
                <td className="w-[34%] py-1.5 pr-3">{tCode(`feed.for.${s}`)}</td>
                <td className="py-1.5 pr-2 text-soft">{tCode(`feed.against.${s}`)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </fieldset>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label className="grid flex-1 gap-1 text-sm font-semibold">
          {t('feed.where')}
          <input
            className={FIELD}
            value={where}
            onChange={(e) => setWhere(e.target.value)}
            placeholder={t('feed.example')}
            aria-invalid={fault}
          />
        </label>
        <button type="submit" className={BUTTON.main}>
          {present ? t('feed.change') : t('feed.decide')}
        </button>
      </div>
      <p role="alert" className="text-sm text-plum">
        {fault && t('feed.where-wanted')}
      </p>
    </form>
  );
}
