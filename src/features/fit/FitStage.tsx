'use client';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useEffect, useRef, useState } from 'react';
import { AIMS, type Candidate, isOffRoadOnly, type LookPlan } from '@/core/fitment';
import { fitView, isSettled, lampChoice } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { Key } from '@/ui/KeyHint';
import { useKeys } from '@/ui/useKeys';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { ChooseSheet } from './ChooseSheet';
import { CompareSheet } from './CompareSheet';
import { DescribeLamp } from './DescribeLamp';
import { FitBecause } from './FitBecause';
import type { FitData } from './fitData';
import { FunctionTable } from './FunctionTable';
import { BoxPanel } from './BoxPanel';
import { NextLook } from './NextLook';
import { PartsPanel } from './PartsPanel';
import { QuotePanel } from './QuotePanel';
import { ScopePanel } from './ScopePanel';
import { ShortlistTable } from './ShortlistTable';
import { SwapTabs } from './SwapTabs';

const PARTS = ['lamps', 'quote', 'boxes'] as const;
const MOST_COMPARED = 3;
const NO_LOOKS: LookPlan = { looks: [], expectedMinutes: 0, method: 'exact', open: 0 };

/** Fit: which assembly goes into this very vehicle, with what else, and why. */
export function FitStage({ data }: { data: FitData }) {
  const { words, say, swap, sender } = useJob();
  const sending = useBusy();
  const orders = useSwapIn(useView(fitView))?.orders;
  const { t, tCode } = words;
  const [pickedBySwap, setPicked] = useState<Readonly<Record<string, string>>>({});
  const [choosing, setChoosing] = useState(false);
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [comparing, setComparing] = useState(false);
  const [part, setPart] = useQueryState(
    'part',
    parseAsStringLiteral(PARTS).withDefault('lamps').withOptions({ history: 'replace' }),
  );
  const [, setAim] = useQueryState(
    'aim',
    parseAsStringLiteral(AIMS).withDefault('find-one').withOptions({ history: 'replace' }),
  );
  // Lamps that were just added are not worked out yet: that is not the same as none.
  const worked = swap ? data.shortlists[swap.id] : undefined;
  const list = worked ?? [];
  const byHand = swap ? (pickedBySwap[swap.id] ?? swap.choice?.application) : undefined;
  // What somebody picked stays; else it is the best of the list, in which wishes come first.
  const picked = list.find((c) => c.judgement.application === byHand) ?? list[0] ?? null;
  const pick = (application: string) => swap && setPicked({ ...pickedBySwap, [swap.id]: application });
  const walk = (by: number) => {
    const at = list.findIndex((c) => c === picked);
    const next = list[Math.min(Math.max(at + by, 0), list.length - 1)];
    if (next) pick(next.judgement.application);
  };
  const settled = picked !== null && isSettled(picked.judgement.verdict);
  const chosen = swap?.choice && picked && swap.choice.application === picked.judgement.application;

  const take = async (override: { words: string; consent: string } | null) => {
    const revisions = swap && data.revisions[swap.id];
    if (!swap || !picked || !revisions) return false;
    return sender.send('lamp-chosen', lampChoice(swap.id, picked.judgement, revisions, override));
  };
  const choose = () => (settled ? void take(null) : setChoosing(true));
  const compare = (application: string) =>
    setCompared((now) =>
      now.includes(application)
        ? now.filter((a) => a !== application)
        : [...now, application].slice(-MOST_COMPARED),
    );
  useKeys({
    ArrowDown: () => walk(1),
    ArrowUp: () => walk(-1),
    Enter: choose,
    '=': () => picked && compare(picked.judgement.application),
  });

  const focusRow = useRef<string | null>(null);
  useEffect(() => {
    const id = picked?.judgement.application;
    if (id && focusRow.current !== null && focusRow.current !== id)
      document.querySelector(`[data-application="${id}"]`)?.scrollIntoView({ block: 'nearest' });
    focusRow.current = id ?? null;
  }, [picked]);

  if (!swap) return <NoSwap />;
  return (
    <>
      <main id="main" tabIndex={-1} className="flex min-w-0 flex-col gap-4 px-6 py-4 lg:overflow-y-auto">
        <header className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h2 className="text-2xl first-letter:uppercase">{say.positions(swap.positions)}</h2>
          <p className="text-soft">{worked ? t('fit.count', { count: list.length }) : ''}</p>
        </header>
        <SwapTabs />
        <div
          className="flex flex-wrap gap-x-5 border-b border-line"
          role="tablist"
          aria-label={t('stage.fit')}
        >
          {PARTS.map((p) => (
            <button
              key={p}
              role="tab"
              id={`fit-tab-${p}`}
              aria-selected={part === p}
              onClick={() => void setPart(p)}
              className="-mb-px border-b-3 border-transparent pb-1.5 text-soft aria-selected:border-petrol aria-selected:font-semibold aria-selected:text-ink"
              data-fit-part={p}
            >
              {t(`fit.part.${p}`)}
            </button>
          ))}
        </div>
        {part !== 'lamps' &&
          (orders ? (
            <>
              {part === 'quote' && <QuotePanel orders={orders} data={data} />}
              {part === 'quote' && <PartsPanel orders={orders} data={data} />}
              {part === 'quote' && <ScopePanel />}
              {part === 'boxes' && <BoxPanel orders={orders} data={data} />}
            </>
          ) : (
            <p className="text-soft">{t('quote.no-lamp')}</p>
          ))}
        {part === 'lamps' && (
          <>
            {list.length > 0 && (
              <NextLook
                plan={data.looks[swap.id] ?? NO_LOOKS}
                aim={data.aim}
                onAim={(a) => void setAim(a)}
                picked={picked}
                list={list}
                onAnswer={() => picked && pick(picked.judgement.application)}
              />
            )}
            {picked && (
              <div className="flex flex-wrap items-center gap-3" data-take-row>
                <button
                  className={settled && !chosen ? BUTTON.main : BUTTON.plain}
                  onClick={choose}
                  disabled={sending}
                  data-act={chosen ? undefined : ''}
                >
                  {chosen ? t('fit.take-again') : settled ? t('fit.take') : t('fit.take-anyway')}
                </button>
                {compared.length > 0 && (
                  <button className={BUTTON.plain} onClick={() => setComparing(true)} data-lay-side>
                    {t('compare.show', { count: compared.length })}
                  </button>
                )}
                <span className="min-w-0 flex-1">
                  {lampName(picked, data)}{' '}
                  <span className="text-soft">
                    {tCode(
                      isOffRoadOnly(picked.judgement)
                        ? `verdict.${picked.judgement.verdict}-not-road`
                        : `verdict.${picked.judgement.verdict}`,
                    )}
                  </span>
                </span>
                <span className="text-sm text-soft">
                  <Key>↑</Key> <Key>↓</Key> {t('fit.keys-pick')} · <Key>Enter</Key> {t('fit.keys-take')} ·{' '}
                  <Key>=</Key> {t('compare.keys')}
                </span>
              </div>
            )}
            {!worked ? (
              <p className="text-soft" role="status" data-working-out>
                {t('fit.working')}
              </p>
            ) : list.length === 0 ? (
              <p className="text-soft" data-no-lamp>
                {t('fit.empty')}
              </p>
            ) : (
              <ShortlistTable
                list={list}
                data={data}
                picked={picked}
                onPick={pick}
                chosen={swap.choice?.application ?? null}
                compared={compared}
                onCompare={compare}
              />
            )}
            {picked && <FunctionTable candidate={picked} />}
            <OwnLamp key={swap.id} none={worked?.length === 0} onKept={pick} />
          </>
        )}
        <CompareSheet
          open={comparing}
          onOpenChange={setComparing}
          list={list.filter((c) => compared.includes(c.judgement.application))}
          data={data}
        />
        <ChooseSheet open={choosing} onOpenChange={setChoosing} candidate={picked} onTake={take} />
      </main>
      <FitBecause candidate={picked} data={data} />
    </>
  );
}

/** A lamp of one’s own: the form stands open where the shelf has none, and a tap away everywhere else. */
function OwnLamp({ none, onKept }: { none: boolean; onKept: (application: string) => void }) {
  const { words } = useJob();
  const [wanted, setWanted] = useState(false);
  // A form that stands open stays so: what was typed is not lost to a lamp that came into the catalogue.
  if (none && !wanted) setWanted(true);
  if (none || wanted)
    return (
      <DescribeLamp
        onKept={(application) => {
          setWanted(false);
          onKept(application);
        }}
      />
    );
  return (
    <div>
      <button type="button" className={BUTTON.quiet} onClick={() => setWanted(true)} data-describe-lamp>
        {words.t('describe.open')}
      </button>
    </div>
  );
}

/** The lamp that is marked, by maker and name. */
function lampName(c: Candidate, data: FitData): string {
  const lamp = data.lamps[Object.values(c.judgement.lamps)[0] ?? ''];
  return lamp ? `${lamp.maker} ${lamp.name}` : c.judgement.application;
}

function NoSwap() {
  const { words } = useJob();
  return (
    <main id="main" tabIndex={-1} className="px-6 py-4">
      <h2 className="text-2xl">{words.t('stage.fit')}</h2>
      <p className="mt-2 text-soft">{words.t('fit.no-swap')}</p>
    </main>
  );
}
