'use client';
import { Because, type BecauseEntry } from '@/ui/Because';
import { WarningMark } from '@/ui/marks';
import { arriveView, factsView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';

/** Why Arrive stands where it stands: contradictions first, then what is wanting, then what the VIN says. */
export function ArriveBecause() {
  const { view, words, say } = useJob();
  const facts = useView(factsView);
  const arrive = useView(arriveView);
  const { t, tCode } = words;
  const stage = view.stages.find((s) => s.stage === 'arrive');
  const dash = <span aria-hidden>–</span>;

  const contradictions: BecauseEntry[] = facts
    .filter((f) => f.contradictedBy.length > 0 && f.decidedBy)
    .map((f) => ({
      mark: <WarningMark />,
      text: t('because.contradiction', { fact: say.fact(f.key.id), value: say.value(f.key.id, f.value) }),
      detail: t('because.contradiction-detail', {
        others: words.list(
          f.contradictedBy.map((s) => `${say.value(f.key.id, s.value)} (${tCode(`source.${s.source}`)})`),
        ),
        source: tCode(`source.${f.decidedBy?.source ?? ''}`),
      }),
      source: t('because.source-order', {
        order: f.key.sources.map((s) => tCode(`source.${s}`)).join(' › '),
      }),
    }));
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => {
    const said = say.reason(r);
    return { mark: dash, text: said.text, detail: said.detail };
  });
  const vin: BecauseEntry[] = [];
  if (arrive.vin?.checkDigit) {
    const { passes, found, expected } = arrive.vin.checkDigit;
    vin.push({
      mark: passes ? dash : <WarningMark />,
      text: passes ? t('vin.passes') : t('vin.fails', { found, expected }),
      detail: passes ? null : t('vin.fails-detail'),
      source: 'ISO 3779 · 49 CFR 565',
    });
    const years = arrive.vin.modelYears;
    vin.push({
      mark: dash,
      text:
        years.length === 1
          ? t('vin.year', { year: String(years[0]) })
          : years.length === 2
            ? t('vin.years', { a: String(years[0]), b: String(years[1]) })
            : t('vin.no-year'),
      source: '49 CFR 565.15(d)',
    });
  } else if (view.vehicle.vin === null) {
    vin.push({ mark: dash, text: t('vin.none'), detail: t('vin.none-detail') });
  }
  const state = stage?.state ?? 'open';
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.arrive'), state: tCode(`seat.${state}`) })}
      entries={[...contradictions, ...missing, ...vin]}
    >
      {state === 'locked' && <p className="pt-3 text-soft">{t('because.arrive-locked')}</p>}
    </Because>
  );
}
