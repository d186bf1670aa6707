'use client';
import { useState } from 'react';
import { type BenchLine, benchView, type LampBench } from '@/core/job';
import { Because, type BecauseEntry } from '@/ui/Because';
import { LampFace } from '@/ui/LampFace';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { JointPulls } from '../job/JointPulls';
import { ReadingForm } from './ReadingForm';

/** Bench: every input of the new lamp fed by itself before it is mounted, what it draws and shows read and judged. */
export function BenchStage() {
  const { view, words, say, focus } = useJob();
  const { t } = words;
  const bench = useSwapIn(useView(benchView));
  const wirings = bench?.wiring;
  const wiring = wirings?.find((w) => w.position === focus?.key) ?? wirings?.[0] ?? null;
  return (
    <>
      <main id="main" tabIndex={-1} className="flex min-w-0 flex-col gap-4 px-6 py-4 lg:overflow-y-auto">
        <h2 className="text-2xl first-letter:uppercase">
          {wiring ? t('bench.title', { position: say.position(wiring.position) }) : t('stage.bench')}
        </h2>
        {!wiring && (
          <p className="text-soft">{view.swaps.length === 0 ? t('fit.no-swap') : t('wire.no-choice')}</p>
        )}
        {wiring && wiring.bench.length === 0 && <p className="text-soft">{t('bench.unmapped')}</p>}
        {wiring && wiring.bench.length > 0 && <Sequence key={wiring.position} wiring={wiring} />}
        {wiring && bench && (
          <JointPulls swap={bench.id} joints={bench.joints.filter((j) => j.position === wiring.position)} />
        )}
      </main>
      <BenchBecause wiring={wiring} />
    </>
  );
}

function Sequence({ wiring }: { wiring: LampBench }) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const [picked, setPicked] = useState<string | null>(null);
  // After a reading the next one is typed at once; on arrival the focus stays where it was.
  const [going, setGoing] = useState(false);
  const line =
    wiring.bench.find((l) => l.step.id === picked) ??
    wiring.bench.find((l) => l.read === null) ??
    wiring.bench.find((l) => !l.read?.verdict.passes) ??
    wiring.bench[0];
  if (!line) return null;
  const { step } = line;
  return (
    <>
      <div className="grid items-start gap-6 md:grid-cols-[15rem_1fr]">
        <LampFace
          lamp={wiring.lamp}
          levels={{ [step.does]: 1 }}
          widthPx={wiring.lamp.face.aspect < 1 ? 90 : 230}
          label={t('bench.face', { does: say.does(step.does) })}
        />
        <ReadingForm
          key={`${step.id}:${line.read?.event ?? ''}`}
          wiring={wiring}
          line={line}
          focus={going}
          onSaved={() => {
            setPicked(null);
            setGoing(true);
          }}
        />
      </div>
      <table className="w-full border-collapse text-[0.94rem]">
        <thead className="text-left text-sm text-soft">
          <tr className="border-b border-line">
            <th className="py-1 pl-2 font-semibold">{t('bench.feed')}</th>
            <th className="font-semibold">{t('functions.function')}</th>
            <th className="font-semibold">{t('bench.expected')}</th>
            <th className="font-semibold">{t('bench.read')}</th>
            <th className="font-semibold">{t('bench.result')}</th>
          </tr>
        </thead>
        <tbody>
          {wiring.bench.map((l) => (
            <tr
              key={l.step.id}
              data-bench={l.step.does}
              data-result={l.read === null ? 'unread' : l.read.verdict.passes ? 'pass' : 'fail'}
              className={`border-b border-line align-baseline ${l === line ? 'bg-petrol-wash shadow-[inset_4px_0_0_var(--petrol)]' : ''}`}
            >
              <td className="whitespace-nowrap py-1.5 pl-3 font-mono">
                {t('bench.cavities', { feed: l.step.feed, ground: l.step.ground ?? '–' })}
              </td>
              <td>
                <button
                  className="min-h-7 pr-3 text-left font-semibold"
                  aria-pressed={l === line}
                  onClick={() => setPicked(l.step.id)}
                >
                  {say.does(l.step.does)}
                </button>
              </td>
              <td className="whitespace-nowrap pr-4 font-mono">
                {l.step.colour && <span className="font-sans">{tCode(`colour.${l.step.colour}`)}, </span>}
                {t('bench.amps', { a: say.number(l.step.expectedA) })}
              </td>
              <td className="whitespace-nowrap pr-4 font-mono">
                {l.read
                  ? t(l.read.asExpected ? 'bench.amps-as-expected' : 'bench.amps', {
                      a: say.number(l.read.reading.currentA),
                    })
                  : '–'}
              </td>
              <td>
                <Result line={l} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Result({ line }: { line: BenchLine }) {
  const { words, say } = useJob();
  if (!line.read) return <span className="text-faint">{words.t('bench.unread')}</span>;
  const first = line.read.verdict.reasons[0];
  return (
    <span className={`flex gap-1.5 ${line.read.verdict.passes ? 'text-petrol' : 'text-plum'}`}>
      {!line.read.verdict.passes && <WarningMark />}
      {first && say.reason(first).text}
    </span>
  );
}

function BenchBecause({ wiring }: { wiring: LampBench | null }) {
  const { view, words, say } = useJob();
  const { t, tCode } = words;
  const stage = view.stages.find((s) => s.stage === 'bench');
  const dash = <span aria-hidden>–</span>;
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => ({
    mark: dash,
    text: say.reason(r).text,
  }));
  const step = wiring?.bench[0]?.step;
  const how: BecauseEntry[] = step
    ? [
        {
          mark: <VerdictMark verdict="check-first" />,
          text: t('bench.because-order'),
          detail: t('bench.because-order-detail'),
        },
        {
          mark: dash,
          text: t('bench.because-voltage', { voltage: say.number(step.voltageV) }),
          detail: t('bench.because-voltage-detail'),
          source: 'UN R148, R149',
        },
        ...(wiring.bench.some((l) => l.step.polar)
          ? [{ mark: dash, text: t('bench.because-polar'), detail: t('bench.because-polar-detail') }]
          : []),
      ]
    : [];
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', { stage: t('stage.bench'), state: tCode(`seat.${stage?.state ?? 'open'}`) })}
      entries={[...missing, ...how]}
    >
      <p className="flex gap-2 border-t border-line py-3 text-sm">
        <WarningMark /> {t('bench.eyes')}
      </p>
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}
