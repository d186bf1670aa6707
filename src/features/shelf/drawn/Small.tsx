'use client';
import { useState } from 'react';
import { LAMP_FUNCTIONS } from '@/core/vehicle';
import { useWords } from '@/ui/WordsContext';
import { Cases } from './Cases';
import { type DrawnProps, listOf, text, VALUE, whole } from './columns';
import { JsonTable } from './JsonTable';

/** What a lamp makes of a live feed, function by function. */
export function Behaviour({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const one = items[line];
  return (
    <>
      <JsonTable
        label={t('column.behaviour')}
        items={items}
        columns={[text('does', { options: LAMP_FUNCTIONS })]}
        fresh={() => ({ does: 'drl', cases: [{ when: 'lights=low', level: { kind: 'off' } }] })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {one && (
        <Cases
          of={one}
          title={t('draw.behaviour')}
          readOnly={readOnly}
          onChange={(next) => onChange(whole(items.map((x, i) => (i === line ? next : x))))}
        />
      )}
    </>
  );
}

/** Facts that hold for a vehicle line unless somebody looks. */
export function Assumes({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  return (
    <JsonTable
      label={t('column.assumes')}
      items={listOf(value)}
      columns={[text('fact', { wide: true }), VALUE]}
      fresh={() => ({ fact: '', value: true })}
      readOnly={readOnly}
      onChange={(next) => onChange(whole(next))}
    />
  );
}
