'use client';
import { factRef } from '@/core/kernel/ids';
import { useState } from 'react';
import { type FactView, factsView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import { FactEditor } from '../job/FactEditor';
import { useJob, useView } from '../job/JobContext';
import { CorrectJob } from './CorrectJob';
import { IdentityEditor } from './IdentityEditor';

const rowKey = (f: FactView) => factRef(f.key.id, f.subject);

/** Identity and facts, each with how it is known. What is unknown stands there as unknown. */
export function VehiclePanel() {
  const { words } = useJob();
  const facts = useView(factsView);
  const { t } = words;
  const [editing, setEditing] = useState<string | null>(null);
  const onVehicle = facts.filter((f) => f.subject === 'vehicle');
  const onPositions = facts.filter((f) => f.subject !== 'vehicle');
  const rows = (facts: readonly FactView[]) =>
    facts.map((f) => (
      <FactRow
        key={rowKey(f)}
        fact={f}
        editing={editing === rowKey(f)}
        onEdit={(on) => setEditing(on ? rowKey(f) : null)}
      />
    ));
  return (
    <div className="grid gap-5">
      <IdentityEditor />
      <table className="w-full border-collapse">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1.5 font-semibold">{t('facts.fact')}</th>
            <th className="font-semibold">{t('facts.value')}</th>
            <th className="font-semibold">{t('facts.known-by')}</th>
            <th>
              <span className="sr-only">{t('facts.record')}</span>
            </th>
          </tr>
        </thead>
        <tbody>{rows(onVehicle)}</tbody>
        {onPositions.length > 0 && (
          <tbody>
            <tr>
              <th
                colSpan={4}
                scope="rowgroup"
                className="pb-1 pt-4 text-left font-head text-base font-semibold"
              >
                {t('facts.at-lamps')}
              </th>
            </tr>
            {rows(onPositions)}
          </tbody>
        )}
      </table>
      <CorrectJob />
    </div>
  );
}

function FactRow({
  fact: f,
  editing,
  onEdit,
}: {
  fact: FactView;
  editing: boolean;
  onEdit: (on: boolean) => void;
}) {
  const { view, words, say } = useJob();
  const { t, tCode } = words;
  const place = view.positions.find((p) => p.key === f.subject);
  const name = `${say.fact(f.key.id)}${place ? ` · ${place.code}` : ''}`;
  return (
    <>
      <tr className="border-b border-line align-baseline" data-fact={rowKey(f)}>
        <th scope="row" className="w-2/5 py-1.5 pr-3 text-left font-normal">
          {say.fact(f.key.id)} {place && <span className="font-mono text-sm text-soft">{place.code}</span>}
        </th>
        <td className={f.value === null ? 'text-faint' : 'font-semibold'}>
          <span className="inline-flex items-center gap-1.5">
            {say.value(f.key.id, f.value)}
            {f.contradictedBy.length > 0 && (
              <span className="inline-flex items-center gap-1 text-sm font-normal text-plum">
                <WarningMark />
                {t('facts.also', {
                  others: words.list(
                    f.contradictedBy.map(
                      (s) => `${say.value(f.key.id, s.value)} ${tCode(`source.${s.source}`)}`,
                    ),
                  ),
                })}
              </span>
            )}
          </span>
        </td>
        <td className="text-sm text-soft">
          {f.decidedBy
            ? `${tCode(`source.${f.decidedBy.source}`)}${view.names[f.decidedBy.by] ? ` · ${view.names[f.decidedBy.by]}` : ''}`
            : lookOf(f, t('facts.look-minutes', { minutes: f.key.look?.minutes ?? 0 }))}
        </td>
        <td className="text-right">
          <button
            className={BUTTON.quiet}
            aria-expanded={editing}
            aria-label={t('facts.record-named', { name })}
            onClick={() => onEdit(!editing)}
          >
            {t('facts.record')}
          </button>
        </td>
      </tr>
      {editing && (
        <tr className="border-b border-line bg-raised">
          <td colSpan={4} className="p-4">
            <FactEditor facts={[f]} onDone={() => onEdit(false)} />
          </td>
        </tr>
      )}
    </>
  );
}

const lookOf = (f: FactView, minutes: string) => (f.key.look && f.key.look.minutes > 0 ? minutes : '');
