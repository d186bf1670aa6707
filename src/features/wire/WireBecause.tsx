'use client';
import { feedOf as feedKey } from '@/core/kernel/ids';
import { type PositionWiring, wireView } from '@/core/job';
import type { Part } from '@/core/catalogue';
import { Because, type BecauseEntry } from '@/ui/Because';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useJob, useView } from '../job/JobContext';

/** Why the map is as it is: what is wanting, conflicts, adapters, what the flasher will miss, cautions. */
export function WireBecause({ wiring, parts }: { wiring: PositionWiring | null; parts: readonly Part[] }) {
  const { view, words, say } = useJob();
  const wire = useView(wireView);
  const { t, tCode } = words;
  const partName = (id: string) => {
    const part = parts.find((p) => p.id === id);
    return part ? words.prose(part.name) : id;
  };
  const cured = (circuit: string) =>
    wire.swaps.flatMap((s) => s.matters.cures).find((c) => c.circuit === circuit && c.chosen);
  const cures: BecauseEntry[] = (wiring?.map?.circuits ?? []).flatMap((c): readonly BecauseEntry[] => {
    const cure = cured(c.circuit);
    return cure
      ? [
          {
            mark: <VerdictMark verdict="fits-with-parts" />,
            text: t('wire.because-cured', {
              circuit: say.circuit(c.circuit),
              cure: tCode(`cure.${cure.chosen ?? ''}`),
            }),
            detail: [
              t('wire.because-cured-detail', { missingA: say.number(c.missingA) }),
              ...(cure.chosen === 'resistor'
                ? (cure.options.find((o) => o.cure === 'resistor')?.against ?? []).map(
                    (r) => say.reason(r).text,
                  )
                : []),
            ].join(' '),
          },
        ]
      : [];
  });
  const feedOf = (does: string) =>
    wire.feeds.find((f) =>
      wire.swaps.some((s) => f.at === feedKey(s.id, does) && s.positions.includes(wiring?.position ?? '')),
    );
  const fed: BecauseEntry[] = (wiring?.map?.inputs ?? []).flatMap((i): readonly BecauseEntry[] => {
    const feed = i.verdict === 'extra-feed' ? feedOf(i.input.does) : undefined;
    return feed
      ? [
          {
            mark: <VerdictMark verdict="fits-with-parts" />,
            text: t('wire.because-fed', {
              does: say.does(i.input.does),
              words: feed.place ? say.place(feed.place) : feed.words,
            }),
            source: `${tCode(`feed.${feed.school}`)}, ${view.names[feed.by] ?? ''}`,
          },
        ]
      : [];
  });
  const dash = <span aria-hidden>–</span>;
  const stage = view.stages.find((s) => s.stage === 'wire');
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => ({
    mark: dash,
    text: say.reason(r).text,
  }));
  const conflicts: BecauseEntry[] = (wiring?.map?.conflicts ?? []).map((c) => ({
    mark: <WarningMark />,
    text: say.reason(c).text,
    source: t('wire.source-map'),
  }));
  const adapters: BecauseEntry[] = (wiring?.map?.adapters ?? []).map((part) => ({
    mark: <VerdictMark verdict="fits-with-parts" />,
    text: t('wire.because-adapter', { part: partName(part) }),
    detail: t('wire.because-adapter-detail'),
    source: t('wire.source-map'),
  }));
  const extra: BecauseEntry[] = (wiring?.map?.inputs ?? [])
    .filter((i) => i.verdict === 'extra-feed' && !feedOf(i.input.does))
    .map((i) => ({
      mark: <VerdictMark verdict="check-first" />,
      text: t('wire.because-extra', { does: say.does(i.input.does), currentA: say.number(i.input.currentA) }),
      detail: t('wire.because-extra-detail'),
    }));
  const loaded: BecauseEntry[] = (wiring?.map?.circuits ?? [])
    .filter((c) => c.outcome === 'loaded' && !cured(c.circuit))
    .map((c) => ({
      mark: <WarningMark />,
      text: t('wire.because-loaded', {
        circuit: say.circuit(c.circuit),
        missingA: say.number(c.missingA),
        drawnA: say.number(c.drawnA),
      }),
      detail: t('wire.because-loaded-detail'),
    }));
  const capped: BecauseEntry[] = (wiring?.map?.circuits ?? [])
    .filter((c) => c.outcome === 'capped')
    .map((c) => ({
      mark: dash,
      text: t('wire.because-capped', { circuit: say.circuit(c.circuit), cavity: c.cavity }),
    }));
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.wire'), state: tCode(`seat.${stage?.state ?? 'open'}`) })}
      entries={[...conflicts, ...adapters, ...extra, ...fed, ...loaded, ...cures, ...capped, ...missing]}
    >
      {view.family.hazards.includes('high-voltage') && (
        <p className="border-t border-line py-3 text-sm">{t('hazard.high-voltage')}</p>
      )}
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}
