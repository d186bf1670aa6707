'use client';
import { useState } from 'react';
import { foundHere, isDue, type JobHere, type StepHere, stripView } from '@/core/job';
import { matchesWords } from '@/core/catalogue';
import type { PackHere } from '@/device';
import { FIELD } from '@/ui/classes';
import { FindButton } from '@/ui/FindButton';
import { Sheet } from '@/ui/Sheet';
import { useWords } from '@/ui/WordsContext';
import { useJob, useView } from '../job/JobContext';
import { ScanButton } from '../job/scan/ScanButton';
import { scannedText } from '../job/scan/scannedText';
import { stepPlace, stepTitle } from '../job/stepWords';
import { type BayPlace, TABS } from './usePlace';

interface Line {
  readonly key: string;
  readonly name: string;
  readonly detail: string;
  readonly to: BayPlace;
}

/** What is found by: a step, and on which way it is worked. */
type StepOnWay = StepHere & { readonly tab: 'strip' | 'mount'; readonly place: string };
const NO_STEPS: readonly StepOnWay[] = [];

/** Finds a job, a step or a part of the job among what is on this device, by words, keys or camera; no network is asked. */
export function BayFind({
  jobs,
  here = null,
  steps = NO_STEPS,
  onGo,
}: {
  jobs: readonly PackHere[];
  /** The job that is open; null: none is. */
  here?: string | null;
  steps?: readonly StepOnWay[];
  onGo: (to: BayPlace) => void;
}) {
  const { t } = useWords();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const lines = useLines(text, jobs, here, steps);
  const close = () => {
    setOpen(false);
    setText('');
  };
  const go = (to: BayPlace) => {
    close();
    onGo(to);
  };
  return (
    <>
      <FindButton className="min-h-12 px-3 font-semibold" onOpen={() => setOpen(true)} />
      <Sheet open={open} onOpenChange={(o) => !o && close()} title={t('tablet.find')} close={t('close')} wide>
        <form
          className="flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (lines[0]) go(lines[0].to);
          }}
        >
          <input
            className={FIELD}
            value={text}
            onChange={(e) => setText(e.target.value)}
            aria-label={t('tablet.find-what')}
            placeholder={t('tablet.find-what')}
            maxLength={60}
            autoComplete="off"
            autoFocus
            data-find-field
          />
          <ScanButton
            what={t('scan.any')}
            onScan={(scan) => {
              if (scan.kind === 'nothing') return t('scan.hint');
              if (scan.kind !== 'label') {
                setText(scannedText(scan));
                return null;
              }
              if (!jobs.some((j) => j.id === scan.job)) return t('tablet.find-not-here');
              const tab = TABS.find((x) => x === scan.stage) ?? 'strip';
              go({ job: scan.job, tab, step: scan.step ?? null });
              return null;
            }}
          />
        </form>
        <p role="status" className="my-2 min-h-6 text-soft" data-find-state={lines.length}>
          {text.trim() === ''
            ? t('tablet.find-start', { count: jobs.length })
            : lines.length === 0 && t('tablet.find-nothing')}
        </p>
        <ul>
          {lines.map((l) => (
            <li key={l.key}>
              <button
                type="button"
                className="grid min-h-14 w-full border-b border-line px-2 py-1.5 text-left hover:bg-petrol-wash"
                onClick={() => go(l.to)}
                data-found={l.key}
              >
                <span className="text-lg font-semibold first-letter:uppercase">{l.name}</span>
                <span className="text-soft">{l.detail}</span>
              </button>
            </li>
          ))}
        </ul>
      </Sheet>
    </>
  );
}

/** The same within a job: its steps are found as well. */
export function BayFindInJob({ jobs, onGo }: { jobs: readonly PackHere[]; onGo: (to: BayPlace) => void }) {
  const { view, words, say } = useJob();
  const strip = useView(stripView);
  const steps = (['strip', 'mount'] as const).flatMap((tab) =>
    (tab === 'strip' ? strip.out : strip.back.filter((l) => isDue(l, strip.out))).map(
      ({ step }): StepOnWay => ({
        id: step.id,
        tab,
        title: stepTitle(step, words, say),
        place: stepPlace(step, words, say),
      }),
    ),
  );
  return <BayFind jobs={jobs} here={view.id} steps={steps} onGo={onGo} />;
}

/** What a text leads to: parts of the open job, its steps, other jobs. */
function useLines(
  text: string,
  jobs: readonly PackHere[],
  here: string | null,
  steps: readonly StepOnWay[],
): readonly Line[] {
  const { t, tCode } = useWords();
  const named = (tab: BayPlace['tab']) => (tab === 'items' ? t('tablet.items') : tCode(`stage.${tab}`));
  const tabs = here === null || text.trim() === '' ? [] : TABS.filter((x) => matchesWords(named(x), text));
  const found = foundHere(text, jobs.map(jobHere), steps);
  return [
    ...tabs.map((tab) => ({
      key: `tab/${tab}`,
      name: named(tab),
      detail: t('tablet.find-part'),
      to: { job: here, tab, step: null },
    })),
    ...found.steps.map((s) => ({
      key: `${s.tab}/${s.id}`,
      name: s.title,
      detail: `${tCode(`stage.${s.tab}`)} · ${s.place}`,
      to: { job: here, tab: s.tab, step: s.id },
    })),
    ...found.jobs.map((j) => ({
      key: `job/${j.number}`,
      name: `${String(j.number).padStart(4, '0')} ${j.vehicle}`,
      detail: j.identities[0] ?? '',
      to: { job: j.id, tab: 'strip' as const, step: null },
    })),
  ];
}

const jobHere = ({ id, pack: { number, family, vehicle } }: PackHere): JobHere => ({
  id,
  number,
  vehicle: `${family.body.maker} ${family.body.name}`,
  identities: [vehicle.plate, vehicle.fleet, vehicle.serial, vehicle.vin].flatMap((x) => (x ? [x] : [])),
});
