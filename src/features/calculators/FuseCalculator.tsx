'use client';
import { useState } from 'react';
import { feedFuse, WIRES, WIRE_SIZES, type WireSize } from '@/core/electric/formulas';
import { useWords } from '@/ui/WordsContext';
import { ChoiceField, Figure, NumberField, readNumber, Sheet } from './fields';
import { useFigures } from './FiguresContext';

/** The fuse of an added feed, and what its crimps must hold. */
export function FuseCalculator() {
  const { t, decimal } = useWords();
  const figures = useFigures();
  const sign = (s: string) => (decimal === ',' ? s.replace('.', ',') : s);
  const [amps, setAmps] = useState(sign('1.1'));
  const [wire, setWire] = useState<WireSize>('AWG 18');
  const currentA = readNumber(amps, decimal);
  const fuse = currentA === null ? null : feedFuse(currentA, wire, figures);
  const { crimpN } = WIRES[wire];
  const maxFuseA = figures.maxFuseA[wire];
  return (
    <Sheet
      fields={
        <>
          <NumberField label={t('calc.current')} unit="A" typed={amps} onTyped={setAmps} />
          <ChoiceField label={t('calc.wire')} value={wire} of={WIRE_SIZES} name={(w) => w} onPick={setWire} />
        </>
      }
      result={
        fuse?.kind === 'fuse' ? (
          <Figure value={sign(String(fuse.fuseA))} unit="A">
            {t('calc.fuse-good', { least: sign(fuse.leastA.toFixed(2)), most: sign(String(maxFuseA)) })}
          </Figure>
        ) : (
          fuse && (
            <Figure value="–" unit="A" tone="bad">
              {t('calc.fuse-bad', { least: sign(fuse.leastA.toFixed(2)), most: sign(String(maxFuseA)) })}{' '}
              {fuse.wire ? t('calc.take-wire', { wire: fuse.wire }) : t('calc.no-wire')}
            </Figure>
          )
        )
      }
      chart={<p>{crimpN === null ? t('calc.crimp-unknown') : t('calc.crimp', { n: crimpN })}</p>}
      formula={`I_fuse ≥ I ÷ ${figures.fuseShare}`}
      noted={
        fuse
          ? {
              inputs: [
                { name: t('calc.current'), typed: `${amps} A` },
                { name: t('calc.wire'), typed: wire },
              ],
              result: fuse.kind === 'fuse' ? `${sign(String(fuse.fuseA))} A` : (fuse.wire ?? '–'),
            }
          : null
      }
      source={t('calc.fuse-source')}
    />
  );
}
