'use client';
import { useState } from 'react';
import { loadResistor } from '@/core/electric/formulas';
import { WarningMark } from '@/ui/marks';
import { useWords } from '@/ui/WordsContext';
import { ChoiceField, Figure, NumberField, readNumber, Sheet } from './fields';
import { useFigures } from './FiguresContext';

const SYSTEMS = ['12', '24'] as const;
const STAYS = ['flashes', 'stays'] as const;

/** A load resistor that keeps a monitor quiet, and what it costs in heat and truth. */
export function ResistorCalculator() {
  const { t, tCode, decimal } = useWords();
  const figures = useFigures();
  const sign = (s: string) => (decimal === ',' ? s.replace('.', ',') : s);
  const [bulb, setBulb] = useState(sign('1.556'));
  const [share, setShare] = useState('60');
  const [lamp, setLamp] = useState(sign('0.25'));
  const [system, setSystem] = useState<(typeof SYSTEMS)[number]>('12');
  const [stays, setStays] = useState<(typeof STAYS)[number]>('flashes');
  const bulbA = readNumber(bulb, decimal);
  const percent = readNumber(share, decimal);
  const lampA = readNumber(lamp, decimal);
  const r =
    bulbA === null || percent === null || lampA === null
      ? null
      : loadResistor(
          {
            bulbA,
            threshold: percent / 100,
            lampA,
            systemV: system === '12' ? 12 : 24,
            steady: stays === 'stays',
          },
          figures,
        );
  const n = (x: number, digits: number) => sign(x.toFixed(digits));
  return (
    <Sheet
      fields={
        <>
          <NumberField label={t('calc.bulb-current')} unit="A" typed={bulb} onTyped={setBulb} />
          <NumberField label={t('calc.threshold')} unit="%" typed={share} onTyped={setShare} />
          <NumberField label={t('calc.lamp-current')} unit="A" typed={lamp} onTyped={setLamp} />
          <ChoiceField
            label={t('calc.system')}
            value={system}
            of={SYSTEMS}
            name={(s) => `${s} V`}
            onPick={setSystem}
          />
          <ChoiceField
            label={t('calc.circuit')}
            value={stays}
            of={STAYS}
            name={(s) => tCode(`calc.${s}`)}
            onPick={setStays}
          />
        </>
      }
      result={
        r?.kind === 'resistor' ? (
          <Figure value={sign(String(r.ohm))} unit="Ω">
            {t('calc.result-resistor', {
              needed: n(r.neededA, 3),
              most: n(r.mostOhm, 1),
              heat: n(r.heatW, 1),
              rating: n(r.ratingW, 0),
            })}{' '}
            {r.mostAtLowOhm !== null &&
              r.mostAtLowOhm < r.mostOhm &&
              t('calc.resistor-low', { volt: n(r.atLow.volt, 1), most: n(r.mostAtLowOhm, 1) })}
          </Figure>
        ) : r?.kind === 'none-needed' ? (
          <Figure value="0" unit="Ω">
            {t('calc.resistor-none')}
          </Figure>
        ) : (
          r && (
            <Figure value="–" unit="Ω" tone="bad">
              {t('calc.resistor-stock', { most: n(Math.min(r.mostOhm, r.mostAtLowOhm ?? r.mostOhm), 1) })}
            </Figure>
          )
        )
      }
      chart={
        r?.kind === 'resistor' && (
          <ul className="grid gap-1.5">
            <li className="flex gap-2">
              <WarningMark className="translate-y-0.5" /> {t('calc.resistor-hides')}
            </li>
            {r.hot && (
              <li className="flex gap-2">
                <WarningMark className="translate-y-0.5" /> {t('calc.resistor-hot')}
              </li>
            )}
          </ul>
        )
      }
      formula={`I_R = ${figures.resistorMargin} · t · I_bulb − I_lamp,  R ≤ U ÷ I_R`}
      noted={
        r && r.kind !== 'none-in-stock'
          ? {
              inputs: [
                { name: t('calc.bulb-current'), typed: `${bulb} A` },
                { name: t('calc.threshold'), typed: `${share} %` },
                { name: t('calc.lamp-current'), typed: `${lamp} A` },
                { name: t('calc.system'), typed: `${system} V` },
                { name: t('calc.circuit'), typed: tCode(`calc.${stays}`) },
              ],
              result: r.kind === 'resistor' ? `${sign(String(r.ohm))} Ω, ${n(r.ratingW, 0)} W` : '0 Ω',
            }
          : null
      }
      source={t('calc.resistor-source')}
    />
  );
}
