'use client';
import { isFed, isTwoInOne, liveCases } from '@/core/harness';
import { lightView } from '@/core/job';
import { Because, type BecauseEntry } from '@/ui/Because';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useZone } from '@/ui/WordsContext';
import type { LightFinding } from '@/core/light/judge/finding';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { findingText, noteText } from './findingWords';
import type { Scene } from './useScene';

/** Why a lamp shows what it shows: the circuit behind each function, the lamp's own ways, feeds that are still open. */
export function LightBecause({
  scene,
  findings,
  position,
}: {
  scene: Scene;
  findings: readonly LightFinding[];
  position: string | null;
}) {
  const { view, words, say, focus, rights } = useJob();
  const zone = useZone();
  const wiring = useSwapIn(useView(lightView))?.wiring;
  const { t, tCode } = words;
  const stage = view.stages.find((s) => s.stage === 'light');
  const w = wiring?.find((x) => x.position === focus?.key) ?? wiring?.[0];
  const undecided: BecauseEntry[] = (w?.undecided ?? []).map((does) => ({
    mark: <WarningMark />,
    text: t('light.because-unfed', { does: say.does(does) }),
    detail: t('light.because-unfed-detail'),
  }));
  const fed: BecauseEntry[] = (w?.map?.inputs ?? []).flatMap((i): BecauseEntry[] => {
    if (i.input.does === 'ground' || i.input.does === 'mode') return [];
    const own = i.input.does === 'supply' || isTwoInOne(i.input.does);
    const does = own ? tCode(`circuit.${i.input.does}`) : say.does(i.input.does);
    if (i.from && isFed(i.verdict))
      return [
        {
          mark: <VerdictMark verdict={i.verdict === 'direct' ? 'fits' : 'fits-with-parts'} />,
          text: t('light.because-circuit', { does, circuit: say.circuit(i.from.circuit) }),
          source: t('light.because-cavity', { from: i.from.cavity, to: i.cavity }),
        },
      ];
    const feed = w?.feeds.find((f) => f.does === i.input.does);
    if (!feed) return [];
    const live = liveCases(feed)
      .map((c) => say.when(c.when))
      .join(', ');
    return [
      {
        mark: <VerdictMark verdict="fits-with-parts" />,
        text: t('light.because-feed', { does, school: tCode(`feed.${feed.school}`) }),
        detail: t('light.because-feed-detail', { live }),
      },
    ];
  });
  const timed: BecauseEntry[] = findings.map((f) => ({
    mark: f.state === 'broken' ? <WarningMark /> : <span aria-hidden>{f.state === 'open' ? '?' : '–'}</span>,
    text: tCode(`timed.${f.kind === 'alike' ? 'sides' : f.kind}`),
    detail: findingText(f, words),
    ...(f.source ? { source: f.check ? `${f.source} · ${t('timed.check')}` : f.source } : {}),
  }));
  const notes: BecauseEntry[] = scene.played.notes
    .filter((n) => n.position === null || n.position === position)
    .map((n) => ({
      mark: <span aria-hidden>–</span>,
      text: noteText(n, words, n.does ? say.does(n.does) : '', n.position ? say.position(n.position) : ''),
    }));
  const measured: BecauseEntry[] = scene.view.timed
    .filter((m) => m.what === 'flash' || m.position === position)
    .map((m) => ({
      mark: <VerdictMark verdict="fits" />,
      text: t(`measured.${m.what}`, { from: tenth(m.from), to: tenth(m.to) }),
      detail: t('measured.by', { by: view.names[m.by] ?? '', at: say.date(m.at, zone) }),
      act: rights.editShelf && (
        <Link
          className={BUTTON.quiet}
          href={`/shelf/${m.what === 'flash' ? `family/${view.family.id}` : `lamp/${m.lamp}`}?job=${view.id}&timed=${m.event}`}
          data-offer={m.what}
        >
          {t('measured.offer')}
        </Link>
      ),
    }));
  const ways: BecauseEntry[] = (w?.lamp.behaviour ?? []).map((b) => ({
    mark: <span aria-hidden>–</span>,
    text: t('light.because-way', { does: say.does(b.does) }),
    source: b.cases
      .map(
        (c) =>
          `${say.when(c.when)} → ${c.level.kind === 'pulsed' ? `${Math.round(c.level.duty * 100)} %` : tCode(`level.${c.level.kind}`)}`,
      )
      .join(' · '),
  }));
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.light'), state: tCode(`seat.${stage?.state ?? 'open'}`) })}
      entries={[...undecided, ...sorted(timed, findings), ...measured, ...notes, ...fed, ...ways]}
    >
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}

const tenth = (x: number): number => Math.round(x * 10) / 10;

const FIRST = { broken: 0, open: 1, kept: 2 } as const;

/** What is broken first, then what nobody knows. */
const sorted = (
  entries: readonly BecauseEntry[],
  findings: readonly LightFinding[],
): readonly BecauseEntry[] =>
  entries
    .map((entry, i) => ({ entry, state: findings[i]?.state ?? 'kept' }))
    .sort((a, b) => FIRST[a.state] - FIRST[b.state])
    .map((x) => x.entry);
