'use client';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import type { PanelProps } from './wireScope';

/** Mode plugs, and what is to be done about circuits that take the lamp for dead. */
export function ChoicesPanel({ swap }: PanelProps) {
  const { words, say, sender, rights, view } = useJob();
  const { t, tCode, prose } = words;
  const { modes, cures } = swap.matters;
  const decide = (matters: readonly string[], choice: string) =>
    void sender.sendAll(
      matters.map((matter) => ({
        type: 'wire-decided' as const,
        body: { swap: swap.id, matter, choice },
      })),
    );
  if (modes.length === 0 && cures.length === 0) return <p className="text-soft">{t('wire.choices-none')}</p>;
  const differ = view.items.some((i) => i.origin === 'mode' && !i.closed);
  return (
    <div className="grid gap-5">
      {modes.length > 0 && (
        <section className="grid gap-2">
          {modes.map((m) => (
            <fieldset
              key={m.matter}
              className="grid gap-1 border-b border-line pb-2 md:grid-cols-[20rem_1fr]"
              data-mode={m.matter}
              data-chosen={m.chosen ?? 'none'}
            >
              <legend className="contents">
                <span className="font-semibold">
                  {t('mode.title', { plug: m.plug, position: say.position(m.position) })}
                </span>
              </legend>
              <div className="grid gap-0.5">
                {(['open', 'closed'] as const).map((choice) => (
                  <label key={choice} className="flex min-h-7 items-center gap-2">
                    <input
                      type="radio"
                      className="accent-petrol"
                      name={m.matter}
                      disabled={!rights.workAtVehicle}
                      checked={m.chosen === choice}
                      onChange={() => decide([m.matter], choice)}
                    />
                    <span>
                      {t(`mode.${choice}`)}
                      {m.mode && <span className="text-soft">: {prose(m.mode[choice])}</span>}
                    </span>
                  </label>
                ))}
              </div>
            </fieldset>
          ))}
          <p
            className={`flex gap-2 text-sm ${differ ? 'text-plum' : 'text-soft'}`}
            data-modes-differ={differ}
          >
            {differ && <WarningMark />} {t('mode.same')}
          </p>
        </section>
      )}
      <SameForAll cures={cures} onDecide={decide} />
      {cures.map((c) => (
        <section key={c.matter} data-cure={c.circuit} data-chosen={c.chosen ?? 'none'}>
          <h3 className="text-lg">{t('cure.title', { circuit: say.circuit(c.circuit) })}</h3>
          <p className="text-sm text-soft">
            {t('cure.about', { belowA: say.number(c.belowA), drawnA: say.number(c.drawnA) })}
          </p>
          <table className="w-full border-collapse text-[0.92rem]">
            <thead className="text-left text-sm text-soft">
              <tr className="border-b border-line">
                <th className="py-1 font-semibold">{t('feed.school')}</th>
                <th className="font-semibold">{t('feed.speaks-for')}</th>
                <th className="font-semibold">{t('feed.speaks-against')}</th>
                <th className="text-right font-semibold">{t('cure.act')}</th>
              </tr>
            </thead>
            <tbody>
              {c.options.map((o) => (
                <tr
                  key={o.cure}
                  className={`border-b border-line align-top ${c.chosen === o.cure ? 'bg-petrol-wash' : ''}`}
                >
                  <th scope="row" className="w-52 py-1.5 text-left font-semibold">
                    {tCode(`cure.${o.cure}`)}
                    {o.resistor && (
                      <span className="block font-mono text-sm font-normal">
                        {o.resistor.kind === 'resistor'
                          ? t('cure.resistor-figure', {
                              ohm: say.number(o.resistor.ohm),
                              ratingW: say.number(Math.ceil(o.resistor.ratingW)),
                            })
                          : t('cure.none-in-stock')}
                      </span>
                    )}
                  </th>
                  <td className="w-[28%] py-1.5 pr-3">{o.for.map((r) => say.reason(r).text).join(' ')}</td>
                  <td className="py-1.5 pr-2 text-soft">
                    {o.against.map((r) => say.reason(r).text).join(' ')}
                  </td>
                  <td className="py-1.5 text-right">
                    {rights.workAtVehicle && (
                      <button
                        className={BUTTON.plain}
                        disabled={c.chosen === o.cure}
                        data-choose={o.cure}
                        onClick={() => decide([c.matter], o.cure)}
                      >
                        {c.chosen === o.cure ? t('cure.chosen') : t('cure.choose')}
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>
  );
}

/** Circuits that ask for the same cure, left and right as a rule, answered in one go. */
function SameForAll({
  cures,
  onDecide,
}: {
  cures: PanelProps['swap']['matters']['cures'];
  onDecide: (matters: readonly string[], choice: string) => void;
}) {
  const { words, say, rights } = useJob();
  const { t, tCode } = words;
  const open = cures.filter((c) => c.chosen === null);
  const common = (open[0]?.options ?? []).filter((o) =>
    open.every((c) => c.options.some((x) => x.cure === o.cure)),
  );
  if (open.length < 2 || common.length === 0 || !rights.workAtVehicle) return null;
  return (
    <section className="border-l-4 border-indigo bg-indigo-wash px-4 py-2" data-same-cure>
      <p className="font-semibold">
        {t('cure.same', { circuits: words.list(open.map((c) => say.circuit(c.circuit))) })}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {common.map((o) => (
          <button
            key={o.cure}
            type="button"
            className={BUTTON.plain}
            onClick={() =>
              onDecide(
                open.map((c) => c.matter),
                o.cure,
              )
            }
            data-choose-all={o.cure}
          >
            {tCode(`cure.${o.cure}`)}
          </button>
        ))}
      </div>
    </section>
  );
}
