'use client';
import { useState } from 'react';
import { dropLimitV, sizesLike, voltageDrop, WIRE_SIZES, type WireSize } from '@/core/electric/formulas';
import { typedAs, UNITS } from '@/core/quantity';
import { useWords } from '@/ui/WordsContext';
import { CalcChart } from './CalcChart';
import { ChoiceField, Figure, NumberField, readNumber, Sheet } from './fields';
import { useFigures } from './FiguresContext';

const RETURNS = ['two-wire', 'chassis'] as const;
const LAMPS = ['other', 'headlamp'] as const;
const STEPS = 20;

/** Voltage drop on the way to a lamp and back. */
export function DropCalculator() {
  const { t, tCode, decimal, units } = useWords();
  const figures = useFigures();
  const sign = (s: string) => (decimal === ',' ? s.replace('.', ',') : s);
  const [amps, setAmps] = useState(sign('5.2'));
  const [metres, setMetres] = useState(() => typedAs('distance', 3.2, { decimal, units }));
  const [temp, setTemp] = useState('60');
  const [chassis, setChassis] = useState(sign('0.02'));
  const [wire, setWire] = useState<WireSize>('AWG 18');
  const [back, setBack] = useState<(typeof RETURNS)[number]>('two-wire');
  const [lamp, setLamp] = useState<(typeof LAMPS)[number]>('other');
  const currentA = readNumber(amps, decimal);
  const length = readNumber(metres, decimal);
  // Runs are typed in the units of the language, and worked out in metres.
  const { is: metresOf, name: unitOf } = UNITS.distance[units];
  const lengthM = length === null ? null : length * metresOf;
  const tempC = readNumber(temp, decimal);
  const chassisOhm = readNumber(chassis, decimal);
  const all =
    currentA !== null && lengthM !== null && tempC !== null && (back === 'two-wire' || chassisOhm !== null);
  const limitV = dropLimitV(lamp, figures);
  const dropOver = (length: number, size: WireSize) =>
    voltageDrop(
      {
        currentA: currentA ?? 0,
        lengthM: length,
        wire: size,
        tempC: tempC ?? 20,
        return: back,
        chassisOhm: chassisOhm ?? 0,
      },
      13.5,
      9,
      limitV,
    );
  const drop = dropOver(lengthM ?? 0, wire);
  const sizes = sizesLike(wire);
  const three = sizes.slice(Math.max(0, Math.min(sizes.indexOf(wire), sizes.length - 3))).slice(0, 3);
  const reach = Math.max(1, (lengthM ?? 1) * 1.6);
  const number = (n: number, digits: number) => sign(n.toFixed(digits));
  return (
    <Sheet
      fields={
        <>
          <NumberField label={t('calc.current')} unit="A" typed={amps} onTyped={setAmps} />
          <NumberField label={t('calc.length-one-way')} unit={unitOf} typed={metres} onTyped={setMetres} />
          <ChoiceField label={t('calc.wire')} value={wire} of={WIRE_SIZES} name={(w) => w} onPick={setWire} />
          <NumberField label={t('calc.temperature')} unit="°C" typed={temp} onTyped={setTemp} />
          <ChoiceField
            label={t('calc.return')}
            value={back}
            of={RETURNS}
            name={(r) => tCode(`return.${r}`)}
            onPick={setBack}
          />
          {back === 'chassis' && (
            <NumberField label={t('calc.chassis-ohm')} unit="Ω" typed={chassis} onTyped={setChassis} />
          )}
          <ChoiceField
            label={t('calc.feeds')}
            value={lamp}
            of={LAMPS}
            name={(l) => tCode(`calc.feeds-${l}`)}
            onPick={setLamp}
          />
        </>
      }
      result={
        all && (
          <Figure value={number(drop.dropV, 3)} unit="V" {...(drop.within ? {} : { tone: 'bad' as const })}>
            {t(drop.within ? 'calc.drop-good' : 'calc.drop-bad', {
              limit: number(limitV, 1),
              ohm: number(drop.loopOhm, 3),
            })}{' '}
            {!drop.within && (drop.thicker ? t('calc.take-wire', { wire: drop.thicker }) : t('calc.no-wire'))}
          </Figure>
        )
      }
      chart={
        all && (
          <CalcChart
            label={t('calc.drop-chart')}
            points={Array.from({ length: STEPS + 1 }, (_, i) => {
              const x = (reach * i) / STEPS;
              return {
                x: Math.round((x / metresOf) * 100) / 100,
                ...Object.fromEntries(three.map((s) => [s, Math.round(dropOver(x, s).dropV * 1000) / 1000])),
              };
            })}
            series={three}
            x={t('measure.label', { label: t('calc.length-one-way'), unit: unitOf })}
            y="V"
            limits={[limitV]}
            at={length ?? 0}
          />
        )
      }
      formula="U = I · R · (1 + 0.00393 · (ϑ − 20 °C)) · l"
      noted={
        all
          ? {
              inputs: [
                { name: t('calc.current'), typed: `${amps} A` },
                { name: t('calc.length-one-way'), typed: `${metres} ${unitOf}` },
                { name: t('calc.wire'), typed: wire },
                { name: t('calc.temperature'), typed: `${temp} °C` },
                { name: t('calc.return'), typed: tCode(`return.${back}`) },
              ],
              result: `${number(drop.dropV, 3)} V`,
            }
          : null
      }
      source={t('calc.drop-source')}
    />
  );
}
