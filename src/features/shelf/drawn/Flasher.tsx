'use client';
import { FLASHERS } from '@/core/electric/formulas';
import { useWords } from '@/ui/WordsContext';
import { type Column, type DrawnProps, figure, type Item, number, text, whole, within } from './columns';
import { JsonTable } from './JsonTable';

const SENSED: Column = {
  name: 'senses',
  // `mean`, or the moment of the lit phase at which it looks, ms.
  get: (i) => {
    const senses = i.senses as 'mean' | { atMs: number } | undefined;
    return senses === undefined ? '' : senses === 'mean' ? 'mean' : String(senses.atMs);
  },
  set: (i, typed) => {
    const plain = typed.trim();
    const ms = /^\d+(\.\d+)?$/.test(plain) ? { atMs: Number(plain) } : plain;
    return { ...i, senses: plain === '' ? 'mean' : ms };
  },
};

const COLUMNS: readonly Column[] = [
  figure('perMinute'),
  figure('onShare'),
  within('lowLoad', { ...number('belowA'), name: 'low-below' }),
  within('lowLoad', { ...number('perMinute'), name: 'low-rate' }),
  within('lowLoad', SENSED),
  within('lock', { ...number('flashes'), name: 'lock-flashes' }),
  within('lock', { ...number('onMs'), name: 'lock-on' }),
  within('lock', { ...number('offMs'), name: 'lock-off' }),
  text('kind', { options: Object.keys(FLASHERS) }),
];

/** How a vehicle line flashes, and what it does when it misses a lamp. */
export function Flasher({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const known = JSON.parse(value || 'null') as Item | null;
  return (
    <>
      <JsonTable
        label={t('column.flasher')}
        items={known ? [known] : []}
        columns={COLUMNS}
        fresh={() => ({ perMinute: null, onShare: null })}
        readOnly={readOnly}
        onChange={([next]) => onChange(next ? whole(next) : '')}
      />
      <p className="text-sm text-soft">{t('draw.flasher-about')}</p>
    </>
  );
}
