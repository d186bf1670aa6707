'use client';
import { useState } from 'react';
import { BODY_STYLES } from '@/core/catalogue';
import {
  DUTIES,
  ENDS,
  LAMP_FUNCTIONS,
  LAYERS,
  LIGHT_COLOURS,
  type Position,
  POSITION_ROLES,
  positionCode,
  positionKey,
  SIDES,
} from '@/core/vehicle';
import { PlanView } from '@/ui/PlanView';
import { useWords } from '@/ui/WordsContext';
import { wording } from '@/words';
import {
  type Column,
  type DrawnProps,
  inner,
  listOf,
  number,
  numberOf,
  text,
  whole,
  within,
} from './columns';
import { JsonTable } from './JsonTable';

/** A position of the vehicle as columns. */
export const POSITION: readonly Column[] = [
  within('position', text('role', { options: POSITION_ROLES })),
  within('position', text('end', { options: ENDS })),
  within('position', text('side', { options: SIDES })),
  within('position', number('ordinal')),
  within('position', text('layer', { options: LAYERS })),
];

/** The lamp positions of a vehicle line on its plan, and what the factory lamp does at the one in focus. */
export function Places({ value, cells, readOnly, onChange }: DrawnProps) {
  const words = useWords();
  const { t } = words;
  const say = wording(words, { label: () => null, unit: () => null });
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const place = items[line];
  const positions = items.flatMap((i, n) => {
    const position = (i.position ?? {}) as Position;
    return position.role && position.side && position.end ? [{ n, position, item: i }] : [];
  });
  return (
    <div className="grid gap-4 lg:grid-cols-[13rem_minmax(0,1fr)]">
      <PlanView
        bodyStyle={BODY_STYLES.find((b) => b === cells.bodyStyle) ?? 'van'}
        lengthMm={Number(cells.lengthMm) || 5000}
        widthMm={Number(cells.widthMm) || 2000}
        label={t('column.places')}
        focus={place ? `${line}` : null}
        onFocus={(key) => setLine(Number(key))}
        positions={positions.map(({ n, position, item }) => ({
          key: String(n),
          code: positionCode(position),
          name: say.position(positionKey(position)),
          place: { xMm: numberOf(item.xMm, 0), yMm: numberOf(item.yMm, 0), position },
          swapped: false,
          found: 'sound',
        }))}
      />
      <div className="grid content-start gap-3">
        <JsonTable
          label={t('column.places')}
          items={items}
          columns={[...POSITION, number('xMm'), number('yMm')]}
          fresh={() => ({
            position: { role: 'marker', end: 'side', side: 'left' },
            xMm: 0,
            yMm: 0,
            functions: [],
          })}
          readOnly={readOnly}
          onChange={(next) => onChange(whole(next))}
          picked={line}
          onPick={setLine}
        />
        {place && (
          <>
            <b>{t('draw.does')}</b>
            <JsonTable
              label={t('draw.does')}
              items={inner(place, 'functions')}
              columns={[
                text('does', { options: [...LAMP_FUNCTIONS, ...DUTIES] }),
                text('colour', { options: LIGHT_COLOURS }),
              ]}
              fresh={() => ({ does: 'position', colour: 'white' })}
              readOnly={readOnly}
              onChange={(functions) =>
                onChange(whole(items.map((p, i) => (i === line ? { ...p, functions } : p))))
              }
            />
          </>
        )}
      </div>
    </div>
  );
}
