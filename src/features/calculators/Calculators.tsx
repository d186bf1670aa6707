'use client';
import { Tabs } from 'radix-ui';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import type { ReactNode } from 'react';
import type { Figures } from '@/core/electric/formulas';
import { useWords } from '@/ui/WordsContext';
import { DrainCalculator } from './DrainCalculator';
import { DropCalculator } from './DropCalculator';
import { FiguresContext } from './FiguresContext';
import { FlasherCalculator } from './FlasherCalculator';
import { FuseCalculator } from './FuseCalculator';
import { IntoJobContext, type OpenJob } from './IntoJob';
import { ResistorCalculator } from './ResistorCalculator';

const KINDS = ['drop', 'fuse', 'resistor', 'flasher', 'drain'] as const;

/** The small calculators, each with its formula and where it comes from. */
export function Calculators({
  jobs,
  mayNote,
  figures,
}: {
  jobs: readonly OpenJob[];
  mayNote: boolean;
  figures: Figures;
}) {
  const { t } = useWords();
  const [kind, setKind] = useQueryState(
    'kind',
    parseAsStringLiteral(KINDS).withDefault('drop').withOptions({ history: 'replace' }),
  );
  const panels: Record<(typeof KINDS)[number], ReactNode> = {
    drop: <DropCalculator />,
    fuse: <FuseCalculator />,
    resistor: <ResistorCalculator />,
    flasher: <FlasherCalculator />,
    drain: <DrainCalculator />,
  };
  return (
    <FiguresContext.Provider value={figures}>
      <main id="main" tabIndex={-1} className="mx-auto max-w-[70rem] px-6 py-5">
        <h1 className="mb-3 text-3xl">{t('calc.title')}</h1>
        <Tabs.Root value={kind} onValueChange={(v) => void setKind(v as (typeof KINDS)[number])}>
          <Tabs.List aria-label={t('calc.title')} className="flex flex-wrap gap-x-5 border-b border-line">
            {KINDS.map((k) => (
              <Tabs.Trigger
                key={k}
                value={k}
                className="-mb-px border-b-3 border-transparent pb-1.5 text-soft data-[state=active]:border-petrol data-[state=active]:font-semibold data-[state=active]:text-ink"
              >
                {t(`calc.${k}`)}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {KINDS.map((k) => (
            <Tabs.Content key={k} value={k} className="pt-4" tabIndex={-1} data-calc={k}>
              <IntoJobContext.Provider value={{ jobs, calculator: k, mayNote }}>
                {panels[k]}
              </IntoJobContext.Provider>
            </Tabs.Content>
          ))}
        </Tabs.Root>
      </main>
    </FiguresContext.Provider>
  );
}
