'use client';
import { type ProofLine, stripView } from '@/core/job';
import { Because, type BecauseEntry } from '@/ui/Because';
import { WarningMark } from '@/ui/marks';
import { useJob, useView } from '../job/JobContext';

/** What a find would cost now, why these settings, what is still open. */
export function ProveBecause({ line }: { line: ProofLine | null }) {
  const { view, words, say, swap } = useJob();
  const strip = useView(stripView);
  const { t, tCode } = words;
  const stage = view.stages.find((s) => s.stage === 'prove');
  const dash = <span aria-hidden>–</span>;
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => ({
    mark: dash,
    text: say.reason(r).text,
  }));
  const cost: BecauseEntry[] = (swap?.positions ?? []).flatMap((p) => {
    const late = strip.lateFind[p];
    return late && late.steps.length > 0
      ? [
          {
            mark: <WarningMark />,
            text: t('prove.late', {
              position: say.position(p),
              steps: late.steps.length,
              minutes: late.minutes,
            }),
          },
        ]
      : [];
  });
  const early: BecauseEntry[] =
    swap?.choice && cost.length === 0
      ? [{ mark: dash, text: t('prove.early'), detail: t('prove.early-detail') }]
      : [];
  const items: BecauseEntry[] = view.items
    .filter((i) => i.stage === 'prove' && i.closed === null)
    .map((i) => ({
      mark: <WarningMark />,
      text: say.item(i),
      detail: tCode(`origin.${i.origin}`),
    }));
  const how: BecauseEntry[] = line
    ? [
        { mark: dash, text: t('prove.because-settings'), detail: t('prove.because-settings-detail') },
        { mark: dash, text: t('prove.because-record') },
      ]
    : [];
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.prove'), state: tCode(`seat.${stage?.state ?? 'open'}`) })}
      entries={[...missing, ...cost, ...early, ...items, ...how]}
    >
      <p className="border-t border-line py-3 text-sm text-soft">{t('prove.aim')}</p>
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}
