'use client';
import { useState } from 'react';
import { drainDays } from '@/core/electric/formulas';
import { useWords } from '@/ui/WordsContext';
import { Figure, NumberField, readNumber, Sheet } from './fields';
import { useFigures } from './FiguresContext';

/** How long a standing vehicle lasts with what was added. */
export function DrainCalculator() {
  const { t, decimal } = useWords();
  const { usableShare: usable } = useFigures();
  const [ah, setAh] = useState('60');
  const [own, setOwn] = useState('21');
  const [added, setAdded] = useState('9');
  const capacity = readNumber(ah, decimal);
  const ownMa = readNumber(own, decimal);
  const addedMa = readNumber(added, decimal);
  const good = capacity !== null && ownMa !== null && addedMa !== null;
  const days = good ? drainDays(capacity, ownMa, addedMa, usable) : 0;
  const before = good ? drainDays(capacity, ownMa, 0, usable) : 0;
  const whole = (d: number) => (Number.isFinite(d) ? String(Math.floor(d)) : '∞');
  return (
    <Sheet
      fields={
        <>
          <NumberField label={t('calc.capacity')} unit="Ah" typed={ah} onTyped={setAh} />
          <NumberField label={t('calc.own-drain')} unit="mA" typed={own} onTyped={setOwn} />
          <NumberField label={t('calc.added-drain')} unit="mA" typed={added} onTyped={setAdded} />
        </>
      }
      result={
        good && (
          <Figure value={whole(days)} unit={t('calc.days')}>
            {t('calc.result-drain', { before: whole(before), share: Math.round(usable * 100) })}
          </Figure>
        )
      }
      formula={`d = ${usable} · C · 1000 ÷ (I_own + I_added) ÷ 24`}
      noted={
        good
          ? {
              inputs: [
                { name: t('calc.capacity'), typed: `${ah} Ah` },
                { name: t('calc.own-drain'), typed: `${own} mA` },
                { name: t('calc.added-drain'), typed: `${added} mA` },
              ],
              result: `${whole(days)} ${t('calc.days')}`,
            }
          : null
      }
      source={t('calc.drain-source')}
    />
  );
}
