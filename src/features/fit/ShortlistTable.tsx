'use client';
import { type Candidate, isOffRoadOnly } from '@/core/fitment';
import { splitFactRef } from '@/core/vehicle';
import { LampFace } from '@/ui/LampFace';
import { RoadGlyph, VerdictMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import { minutesText } from './figures';
import type { FitData } from './fitData';
import { HistoryText } from './HistoryText';
import { WorkText } from './WorkText';

const TONE: Readonly<Record<string, string>> = {
  fits: 'text-petrol',
  'fits-with-parts': 'text-petrol',
  'check-first': 'text-indigo',
  'does-not-fit': 'text-plum',
};

/** The lamps of the shelf for this swap, ranked; the row that Because explains is marked. */
export function ShortlistTable({
  list,
  data,
  picked,
  onPick,
  chosen,
  compared,
  onCompare,
}: {
  list: readonly Candidate[];
  data: FitData;
  picked: Candidate | null;
  onPick: (application: string) => void;
  chosen: string | null;
  /** Applications to be laid side by side. */
  compared: readonly string[];
  onCompare: (application: string) => void;
}) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  return (
    <div className="relative shrink-0 overflow-x-auto">
      <table className="w-full border-collapse text-[0.94rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="w-36 py-1.5 pl-3 font-semibold">{t('fit.verdict')}</th>
            <th className="min-w-48 font-semibold" colSpan={2}>
              {t('fit.lamp')}
            </th>
            <th className="w-26 whitespace-nowrap font-semibold">{t('fit.to-add')}</th>
            <th className="w-16 font-semibold">{t('fit.minutes')}</th>
            <th className="w-20 text-right font-semibold">{t('fit.price')}</th>
            <th className="w-30 pl-3 font-semibold">{t('fit.here-before')}</th>
            <th className="w-6">
              <span className="sr-only">{t('compare.title')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {list.map((c) => {
            const { judgement: j } = c;
            const lamp = data.lamps[Object.values(j.lamps)[0] ?? ''];
            const marked = c === picked;
            return (
              <tr
                key={j.application}
                data-application={j.application}
                data-verdict-row={j.verdict}
                data-picked={marked}
                onClick={() => onPick(j.application)}
                className={`cursor-pointer border-b border-line align-top ${marked ? 'bg-petrol-wash shadow-[inset_4px_0_0_var(--petrol)]' : ''}`}
              >
                <td className="py-2.5 pl-3">
                  <span
                    className={`flex items-center gap-2 font-semibold ${isOffRoadOnly(j) ? 'text-plum' : TONE[j.verdict]}`}
                  >
                    <VerdictMark verdict={j.verdict} />{' '}
                    {tCode(isOffRoadOnly(j) ? `verdict.${j.verdict}-not-road` : `verdict.${j.verdict}`)}
                  </span>
                  <span className="mt-1 flex items-center gap-2 pl-1.5 text-sm text-soft">
                    <RoadGlyph mark={j.road.mark} /> {tCode(`road.${j.road.mark}`)}
                  </span>
                </td>
                <td className="w-px py-2.5 pr-3">
                  {lamp && <LampFace lamp={lamp} widthPx={lamp.face.aspect >= 1 ? 64 : 26} />}
                </td>
                <td className="min-w-36 py-2.5 pr-3">
                  <button
                    className="text-left font-semibold"
                    onClick={() => onPick(j.application)}
                    aria-pressed={marked}
                  >
                    {lamp ? `${lamp.maker} ${lamp.name}` : j.application}
                  </button>
                  {chosen === j.application && (
                    <span className="ml-2 text-sm font-semibold text-petrol">{t('fit.chosen')}</span>
                  )}
                  <span className="block text-sm text-soft">{lamp && words.prose(lamp.about)}</span>
                  {c.wishesMet.length + c.wishesMissed.length > 0 && (
                    <span className="block text-sm">
                      {c.wishesMet.length > 0 && (
                        <span className="text-petrol">
                          {t('fit.wishes-met', {
                            wishes: words.list(c.wishesMet.map((w) => tCode(`wish.${w}`))),
                          })}
                        </span>
                      )}
                      {c.wishesMet.length > 0 && c.wishesMissed.length > 0 && ' · '}
                      {c.wishesMissed.length > 0 && (
                        <span className="text-soft">
                          {t('fit.wishes-missed', {
                            wishes: words.list(c.wishesMissed.map((w) => tCode(`wish.${w}`))),
                          })}
                        </span>
                      )}
                    </span>
                  )}
                </td>
                <td className="py-2.5 pr-3 text-sm">
                  {j.parts.length === 0 && j.work.length === 0 && '–'}
                  {j.parts.map((p) => (
                    <PartText key={`${p.part}${p.certain}`} line={p} data={data} />
                  ))}
                  <WorkText judgement={j} />
                </td>
                <td className="py-2.5 font-mono text-sm">
                  {j.verdict === 'does-not-fit' ? '–' : minutesText(j.minutes)}
                </td>
                <td className="py-2.5 pl-3 text-right font-mono text-sm">
                  {j.price && j.verdict !== 'does-not-fit' ? say.money(j.price.minor, j.price.currency) : '–'}
                </td>
                <td className="py-2.5 pl-3 pr-2 text-sm">
                  <HistoryText history={data.histories[j.application] ?? null} />
                </td>
                <td className="py-2.5 pr-2 text-right">
                  <input
                    type="checkbox"
                    className="size-4 accent-petrol"
                    checked={compared.includes(j.application)}
                    onClick={(e) => e.stopPropagation()}
                    onChange={() => onCompare(j.application)}
                    aria-label={t('compare.add', {
                      lamp: lamp ? `${lamp.maker} ${lamp.name}` : j.application,
                    })}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function PartText({ line, data }: { line: Candidate['judgement']['parts'][number]; data: FitData }) {
  const { words, say } = useJob();
  const part = data.parts[line.part];
  const facts = [...new Set(line.open.map((ref) => say.fact(splitFactRef(ref).key)))];
  return (
    <span className={`block ${line.certain ? '' : 'text-soft'}`}>
      {line.quantity} × {part ? words.prose(part.name) : line.part}
      {!line.certain && (
        <span>
          {' '}
          (
          {facts.length > 0
            ? words.t('fit.perhaps-by', { facts: words.list(facts) })
            : words.t('fit.perhaps')}
          )
        </span>
      )}
    </span>
  );
}
