'use client';
import { useState } from 'react';
import { type ProofLine, proveView } from '@/core/job';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { AimPanel } from './AimPanel';
import { LampProof } from './LampProof';
import { ProofMatrix } from './ProofMatrix';
import { ProveBecause } from './ProveBecause';

/** A look at how a function moves, not at one setting. */
const isOverTime = (id: string): boolean => id === 'over-time';

/** Prove: every setting that matters, every function of every lamp, expected against seen. */
export function ProveStage() {
  const { view, words, say, swap } = useJob();
  const { t } = words;
  const lines = useSwapIn(useView(proveView))?.proofs ?? [];
  const [picked, setPicked] = useState<string | null>(null);
  const open = (l: ProofLine) => l.lamps.some((x) => x.cells.some((c) => c.state !== 'proven'));
  const unseen = (l: ProofLine) =>
    l.lamps.some((x) => x.cells.some((c) => c.state === 'unproven' || c.state === 'outdated'));
  const line =
    lines.find((l) => l.id === picked) ?? lines.find(unseen) ?? lines.find(open) ?? lines.at(-1) ?? null;
  return (
    <>
      <main className="relative flex min-w-0 flex-col gap-3 px-6 py-4 lg:overflow-y-auto">
        <h2 className="text-2xl first-letter:uppercase">
          {swap ? t('prove.title', { positions: say.positions(swap.positions) }) : t('stage.prove')}
        </h2>
        {!line && (
          <p className="text-soft">
            {view.swaps.length === 0
              ? t('fit.no-swap')
              : swap?.choice
                ? t('prove.nothing')
                : t('wire.no-choice')}
          </p>
        )}
        {line && (
          <>
            <section
              aria-label={t('prove.setting')}
              data-proof={line.id}
              className="flex flex-wrap items-baseline gap-x-3"
            >
              <p className="text-sm text-soft">
                {t('prove.set', { number: lines.indexOf(line) + 1, all: lines.length })}
              </p>
              <p className="font-head text-[1.5rem] font-semibold first-letter:uppercase">
                {line.state
                  ? say.setting(line.state)
                  : isOverTime(line.id)
                    ? t('prove.over-time')
                    : t('prove.by-itself', { does: say.does(line.id.split(':')[1] ?? '') })}
              </p>
              {isOverTime(line.id) && <p className="w-full text-sm text-soft">{t('prove.over-time-how')}</p>}
            </section>
            <div className="grid gap-6 md:grid-cols-2">
              {line.lamps.map((lamp) => (
                <LampProof
                  key={`${line.id}/${lamp.position}/${lamp.seenBy?.event ?? ''}`}
                  line={line}
                  lamp={lamp}
                  onSaved={() => setPicked(null)}
                />
              ))}
            </div>
            <ProofMatrix lines={lines} current={line} onPick={setPicked} />
          </>
        )}
        <AimPanel key={swap?.id ?? ''} />
      </main>
      <ProveBecause line={line} />
    </>
  );
}
