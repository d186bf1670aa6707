'use client';
import type { Reason } from '@/core/reason';
import type { PositionWiring } from '@/core/job';
import { Because, type BecauseEntry } from '@/ui/Because';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';

/** Why the map is as it is: what is wanting, conflicts, adapters, what the flasher will miss, cautions. */
export function WireBecause({ wiring }: { wiring: PositionWiring | null }) {
  const { view, words, say } = useJob();
  const { t, tCode } = words;
  const dash = <span aria-hidden>–</span>;
  const stage = view.stages.find((s) => s.stage === 'wire');
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => ({
    mark: dash,
    text: say.reason(r).text,
  }));
  const conflicts: BecauseEntry[] = (wiring?.map?.conflicts ?? []).map((c) => ({
    mark: <WarningMark />,
    text: say.reason(worded(c, tCode)).text,
    source: t('wire.source-map'),
  }));
  const adapters: BecauseEntry[] = (wiring?.map?.adapters ?? []).map((part) => ({
    mark: <VerdictMark verdict="fits-with-parts" />,
    text: t('wire.because-adapter', { part }),
    detail: t('wire.because-adapter-detail'),
    source: t('wire.source-map'),
  }));
  const extra: BecauseEntry[] = (wiring?.map?.inputs ?? [])
    .filter((i) => i.verdict === 'extra-feed')
    .map((i) => ({
      mark: <VerdictMark verdict="check-first" />,
      text: t('wire.because-extra', { does: say.does(i.input.does), currentA: String(i.input.currentA) }),
      detail: t('wire.because-extra-detail'),
    }));
  const loaded: BecauseEntry[] = (wiring?.map?.circuits ?? [])
    .filter((c) => c.outcome === 'loaded')
    .map((c) => ({
      mark: <WarningMark />,
      text: t('wire.because-loaded', {
        circuit: tCode(`circuit.${c.circuit}`),
        missingA: String(c.missingA),
        drawnA: String(c.drawnA),
      }),
      detail: t('wire.because-loaded-detail'),
    }));
  const capped: BecauseEntry[] = (wiring?.map?.circuits ?? [])
    .filter((c) => c.outcome === 'capped')
    .map((c) => ({
      mark: dash,
      text: t('wire.because-capped', { circuit: tCode(`circuit.${c.circuit}`), cavity: c.cavity }),
    }));
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.wire'), state: tCode(`seat.${stage?.state ?? 'open'}`) })}
      entries={[...conflicts, ...adapters, ...extra, ...loaded, ...capped, ...missing]}
    >
      {view.family.hazards.includes('high-voltage') && (
        <p className="border-t border-line py-3 text-sm">{t('hazard.high-voltage')}</p>
      )}
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}

/** Circuits and inputs by their names. */
function worded(c: Reason, tCode: (k: string) => string): Reason {
  const facts = { ...c.facts } as Record<string, string | number>;
  if (typeof facts.circuit === 'string') facts.circuit = tCode(`circuit.${facts.circuit}`);
  if (typeof facts.input === 'string')
    facts.input = facts.input === 'ground' ? tCode('circuit.ground') : tCode(`does.${facts.input}`);
  return { code: c.code, facts };
}
