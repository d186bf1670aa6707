'use client';
import { useState } from 'react';
import { useWords } from '@/ui/WordsContext';
import { Cases } from './Cases';
import { type DrawnProps, listOf, MONITORING, number, text, whole } from './columns';
import { JsonTable } from './JsonTable';

/** The circuits of a vehicle line, and when the one in focus is live. */
export function Circuits({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const circuit = items[line];
  return (
    <>
      <JsonTable
        label={t('column.circuits')}
        items={items}
        columns={[
          text('id'),
          text('switched', { options: ['supply', 'ground'] }),
          number('minV'),
          number('maxV'),
          number('fuseA'),
          number('steadyA'),
          MONITORING,
        ]}
        fresh={() => ({
          id: '',
          cases: [{ when: 'key=on', level: { kind: 'on' } }],
          switched: 'supply',
          minV: 10.5,
          maxV: 15.5,
          fuseA: 10,
          steadyA: 0,
          monitoring: { kind: 'none' },
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {circuit && (
        <Cases
          of={circuit}
          title={t('draw.circuit', { id: String(circuit.id ?? '') })}
          readOnly={readOnly}
          onChange={(next) => onChange(whole(items.map((c, i) => (i === line ? next : c))))}
        />
      )}
    </>
  );
}
