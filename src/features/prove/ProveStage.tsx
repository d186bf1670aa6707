'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useState } from 'react';
import { looksView, plainLamps, type ProofLine, proofSaid, proveView, unseenLamps } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { AimPanel } from './AimPanel';
import { LampProof } from './LampProof';
import { ProofMatrix } from './ProofMatrix';
import { ProveBecause } from './ProveBecause';

/** A look at how a function moves, not at one setting. */
const isOverTime = (id: string): boolean => id === 'over-time';

const PARTS = ['functions', 'aim'] as const;

/** Prove: every setting that matters, every function of every lamp, expected against seen. */
export function ProveStage() {
  const { view, words, say, swap } = useJob();
  const { t } = words;
  const lines = useSwapIn(useView(proveView))?.proofs ?? [];
  const looks = useSwapIn(useView(looksView));
  const beams = looks?.aimed === true && !!swap?.choice;
  // It opens at what is next: the functions first, the aim once they are seen.
  const [first] = useState<(typeof PARTS)[number]>(() =>
    beams && lines.length > 0 && lines.every((l) => unseenLamps(l).length === 0) ? 'aim' : 'functions',
  );
  const [asked, setPart] = useQueryState(
    'part',
    parseAsStringLiteral(PARTS).withOptions({ history: 'replace' }),
  );
  const part = beams ? (asked ?? first) : 'functions';
  const [picked, setPicked] = useState<string | null>(null);
  const open = (l: ProofLine) => l.lamps.some((x) => x.cells.some((c) => c.state !== 'proven'));
  const line =
    lines.find((l) => l.id === picked) ??
    lines.find((l) => unseenLamps(l).length > 0) ??
    lines.find(open) ??
    lines.at(-1) ??
    null;
  return (
    <>
      <main
        id="main"
        tabIndex={-1}
        className="relative flex min-w-0 flex-col gap-3 px-6 py-4 lg:overflow-y-auto"
      >
        <h2 className="text-2xl first-letter:uppercase">
          {swap ? t('prove.title', { positions: say.positions(swap.positions) }) : t('stage.prove')}
        </h2>
        {beams && (
          <div className="flex gap-x-5 border-b border-line" role="tablist" aria-label={t('stage.prove')}>
            {PARTS.map((p) => (
              <button
                key={p}
                type="button"
                role="tab"
                aria-selected={part === p}
                onClick={() => void setPart(p)}
                className="-mb-px border-b-3 border-transparent pb-1 text-soft aria-selected:border-petrol aria-selected:font-semibold aria-selected:text-ink"
                data-prove-part={p}
              >
                {t(`prove.part.${p}`)}
              </button>
            ))}
          </div>
        )}
        {part === 'functions' && !line && (
          <p className="text-soft">
            {view.swaps.length === 0
              ? t('fit.no-swap')
              : swap?.choice
                ? t('prove.nothing')
                : t('wire.no-choice')}
          </p>
        )}
        {part === 'functions' && line && (
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
                  ? t('prove.set-to', { setting: say.setting(line.state) })
                  : isOverTime(line.id)
                    ? t('prove.over-time')
                    : t('prove.by-itself', { does: say.does(line.id.split(':')[1] ?? '') })}
              </p>
              <AllAsExpected line={line} onSaved={() => setPicked(null)} />
              {isOverTime(line.id) && <p className="w-full text-sm text-soft">{t('prove.over-time-how')}</p>}
            </section>
            <div className="grid gap-6 md:grid-cols-2">
              {line.lamps.map((lamp) => (
                <LampProof
                  key={`${line.id}/${lamp.position}/${lamp.seenBy?.event ?? ''}`}
                  line={line}
                  lamp={lamp}
                  several={plainLamps(line).length > 1}
                  onSaved={() => setPicked(null)}
                />
              ))}
            </div>
            <ProofMatrix lines={lines} current={line} onPick={setPicked} />
          </>
        )}
        {part === 'aim' && <AimPanel key={swap?.id ?? ''} />}
      </main>
      <ProveBecause line={line} />
    </>
  );
}

/** One tap for a setting in which every lamp that is still to be looked at is as it should be. */
function AllAsExpected({ line, onSaved }: { line: ProofLine; onSaved: () => void }) {
  const { words, sender, rights } = useJob();
  const busy = useBusy();
  const unseen = plainLamps(line);
  if (!rights.workAtVehicle || unseen.length < 2) return null;
  return (
    <button
      type="button"
      className={`${BUTTON.main} ml-auto`}
      disabled={busy}
      onClick={() =>
        void sender
          .sendAll(unseen.map((lamp) => ({ type: 'proof-seen' as const, body: proofSaid(line, lamp) })))
          .then((kept) => kept && onSaved())
      }
      data-act
      data-all-just-so={unseen.length}
    >
      {words.t('prove.all-as-expected', { count: unseen.length })}
    </button>
  );
}
