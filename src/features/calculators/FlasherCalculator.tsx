'use client';
import { useState } from 'react';
import { FLASHERS, type FlasherKind, flashRate, RATE_WINDOW } from '@/core/electric/formulas';
import { useWords } from '@/ui/WordsContext';
import { CalcChart } from './CalcChart';
import { ChoiceField, Figure, NumberField, readNumber, Sheet } from './fields';

const KINDS = Object.keys(FLASHERS) as readonly FlasherKind[];
const POINTS = 60;
const REACH_A = 6;

/** How fast a flasher goes at a load. */
export function FlasherCalculator() {
  const { t, tCode, decimal } = useWords();
  const [kind, setKind] = useState<FlasherKind>('load-sensing');
  const [amps, setAmps] = useState('1');
  const loadA = readNumber(amps, decimal);
  const rate = loadA === null ? null : flashRate(kind, loadA);
  return (
    <Sheet
      fields={
        <>
          <ChoiceField
            label={t('calc.flasher-kind')}
            value={kind}
            of={KINDS}
            name={(k) => tCode(`flasher.${k}`)}
            onPick={setKind}
          />
          <NumberField label={t('calc.load')} unit="A" typed={amps} onTyped={setAmps} />
        </>
      }
      result={
        rate && (
          <Figure
            value={String(Math.round(rate.perMinute))}
            unit={t('calc.per-minute')}
            {...(rate.within ? {} : { tone: 'bad' as const })}
          >
            {rate.or === null ? tCode(`flash.${rate.what}`) : t('flash.either', { or: Math.round(rate.or) })}
          </Figure>
        )
      }
      chart={
        loadA !== null && (
          <CalcChart
            label={t('calc.flasher-chart')}
            points={Array.from({ length: POINTS + 1 }, (_, i) => {
              const x = (REACH_A * i) / POINTS;
              return {
                x: Math.round(x * 100) / 100,
                [tCode(`flasher.${kind}`)]: Math.round(flashRate(kind, x).perMinute),
              };
            })}
            series={[tCode(`flasher.${kind}`)]}
            x={t('calc.load-a')}
            y={t('calc.per-minute')}
            limits={[RATE_WINDOW.min, RATE_WINDOW.max]}
            at={loadA}
          />
        )
      }
      formula="60 … 120 min⁻¹"
      noted={
        rate
          ? {
              inputs: [
                { name: t('calc.flasher'), typed: tCode(`flasher.${kind}`) },
                { name: t('calc.load'), typed: `${amps} A` },
              ],
              result: `${[rate.perMinute, rate.or]
                .flatMap((r) => (r === null ? [] : Math.round(r)))
                .join(' / ')} ${t('calc.per-minute')}`,
            }
          : null
      }
      source={t('calc.flasher-source')}
    />
  );
}
