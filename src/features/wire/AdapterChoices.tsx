'use client';
import { useMemo } from 'react';
import { chainChoices } from '@/core/harness';
import { BUTTON } from '@/ui/classes';
import { mapOtherwise } from '@/core/job';
import { useJob } from '../job/JobContext';
import type { PanelProps } from './wireScope';

/** The chains that set the map right, cheapest first, and the lead that can be made instead: one is taken. */
export function AdapterChoices({
  wiring,
  swap,
  data,
  partName,
}: PanelProps & { partName: (id: string) => string }) {
  const { job, words, say, sender, rights } = useJob();
  const { t } = words;
  const choices = useMemo(() => {
    return chainChoices(
      data.parts.flatMap((p) => (p.adapter ? [p.id] : [])),
      (allowed) =>
        mapOtherwise(
          job,
          wiring,
          data.parts.filter((p) => allowed.includes(p.id)),
        ),
    );
  }, [job, wiring, data]);
  if (choices.length === 0 && !wiring.adapterChoice) return null;
  const present = wiring.adapterChoice?.choice ?? wiring.map?.adapters.join('+') ?? '';
  const take = (choice: string) =>
    void sender.send('wire-decided', {
      swap: swap.id,
      matter: `adapters/${wiring.position}`,
      choice,
    });
  const currency = data.parts[0]?.price.currency ?? 'EUR';
  return (
    <table className="w-full border-collapse text-[0.92rem]" data-chains={choices.length}>
      <caption className="pb-1 text-left text-sm text-soft">{t('wire.choices')}</caption>
      <tbody>
        {choices.map((c) => (
          <Line
            key={c.parts.join('+')}
            id={c.parts.join('+')}
            name={words.list(c.parts.map(partName))}
            about={t('wire.choice-cost', {
              cost: say.money(c.costMinor, currency),
              joints: c.joints,
              stock: Math.min(...c.parts.map((p) => data.stock[p] ?? 0)),
            })}
          />
        ))}
        <Line id="none" name={t('wire.choice-none')} about={t('wire.choice-none-about')} />
      </tbody>
    </table>
  );

  function Line({ id, name, about }: { id: string; name: string; about: string }) {
    const taken = present === id;
    return (
      <tr
        className={`border-b border-line ${taken ? 'bg-petrol-wash' : ''}`}
        data-chain={id}
        data-taken={taken}
      >
        <th scope="row" className="py-1 text-left font-semibold">
          {name}
        </th>
        <td className="text-soft">{about}</td>
        <td className="text-right">
          {rights.workAtVehicle && (
            <button className={`${BUTTON.plain} px-2.5 py-1`} disabled={taken} onClick={() => take(id)}>
              {taken ? t('feed.taken') : t('cure.choose')}
            </button>
          )}
        </td>
      </tr>
    );
  }
}
