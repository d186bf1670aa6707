'use client';
import type { Candidate, FunctionRow } from '@/core/fitment';
import { useJob } from '../job/JobContext';

/** Old lamp against new, function by function: kept, gained, lost, and whether the rule set asks for it. */
export function FunctionTable({ candidate }: { candidate: Candidate }) {
  const { words } = useJob();
  const { t } = words;
  return (
    <section>
      <h3 className="mb-1 text-lg">{t('functions.title')}</h3>
      <table className="w-full border-collapse text-[0.94rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">{t('functions.function')}</th>
            <th className="font-semibold">{t('functions.old')}</th>
            <th className="font-semibold">{t('functions.new')}</th>
            <th className="font-semibold">{t('functions.change')}</th>
            <th className="font-semibold">{t('functions.required')}</th>
          </tr>
        </thead>
        <tbody>
          {candidate.judgement.functions.map((row) => (
            <Row key={row.does} row={row} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Row({ row }: { row: FunctionRow }) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const side = (colours: readonly string[], sides: readonly string[]) => {
    if (sides.length === 0) return '–';
    const one = sides.length === 1 && sides[0] !== 'centre' ? tCode(`side.${sides[0]}`) : '';
    return (
      [words.list(colours.map((c) => tCode(`colour.${c}`))), one].filter(Boolean).join(', ') ||
      t('functions.yes')
    );
  };
  const lost = row.change === 'lost' || row.change === 'colour-changed';
  const bad = row.change === 'lost' && row.required === 'yes' && row.stillMet === 'no';
  return (
    <tr className="border-b border-line" data-function={row.does} data-change={row.change}>
      <th scope="row" className="py-1 text-left font-normal">
        {say.does(row.does)}
      </th>
      <td>
        {row.change === 'unknown' && row.oldSides.length > 0
          ? t('functions.perhaps')
          : side(row.oldColours, row.oldSides)}
      </td>
      <td>{side(row.newColours, row.newSides)}</td>
      <td
        className={
          bad
            ? 'font-semibold text-plum'
            : row.change === 'gained'
              ? 'font-semibold text-petrol'
              : lost
                ? 'font-semibold'
                : ''
        }
      >
        {tCode(`change.${row.change}`)}
      </td>
      <td className={bad ? 'font-semibold text-plum' : 'text-soft'}>
        {row.required === 'no'
          ? t('required.no')
          : row.required === 'unknown'
            ? t('required.unknown')
            : tCode(`required.met-${row.stillMet}`)}
      </td>
    </tr>
  );
}
