'use client';
import { useState } from 'react';
import { bodyMeasures, bodyPicture, placeOn } from '@/core/body';
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
import { BodyView } from '@/ui/BodyView';
import { BUTTON } from '@/ui/classes';
import { PlanView } from '@/ui/PlanView';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import {
  type Column,
  type DrawnProps,
  inner,
  type Item,
  listOf,
  number,
  numberOf,
  text,
  whole,
  within,
} from './columns';
import { lineOf } from './Body';
import { JsonTable } from './JsonTable';

const FACINGS = ['front', 'rear', 'left', 'right', 'up'] as const;

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
  const say = plainWording(words);
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const place = items[line];
  const drawn = lineOf(cells);
  const measures = bodyMeasures(drawn.bodyStyle, drawn.lengthMm, drawn.widthMm, drawn.body);
  const positions = items.flatMap((i, n) => {
    const position = (i.position ?? {}) as Position;
    return position.role && position.side && position.end ? [{ n, position, item: i }] : [];
  });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[13rem_minmax(0,1fr)]">
      <div className="grid content-start gap-2">
        <PlanView
          picture={bodyPicture(drawn, 'plan')}
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
        {(['front', 'rear'] as const).map((view) => (
          <div key={view} className="h-28">
            <BodyView picture={bodyPicture(drawn, view)} label={words.tCode(`body.view.${view}`)}>
              {positions.map(({ n, position, item }) => {
                const at = placeOn(
                  {
                    xMm: numberOf(item.xMm, 0),
                    yMm: numberOf(item.yMm, 0),
                    ...(typeof item.zMm === 'number' ? { zMm: item.zMm } : {}),
                    ...(FACINGS.includes(item.facing as never)
                      ? { facing: item.facing as (typeof FACINGS)[number] }
                      : {}),
                    position,
                  },
                  measures,
                  view,
                );
                return at.seen ? (
                  <rect
                    key={n}
                    x={at.x - 150}
                    y={at.y - 75}
                    width="300"
                    height="150"
                    rx="40"
                    fill="var(--glass)"
                    stroke={n === line ? 'var(--petrol)' : 'var(--glass)'}
                    strokeWidth="40"
                    onClick={() => setLine(n)}
                  />
                ) : null;
              })}
            </BodyView>
          </div>
        ))}
      </div>
      <div className="grid content-start gap-3">
        <JsonTable
          label={t('column.places')}
          items={items}
          columns={[
            ...POSITION,
            number('xMm'),
            number('yMm'),
            number('zMm'),
            text('facing', { options: FACINGS }),
          ]}
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
        {place && !readOnly && (
          <MirrorPlace items={items} place={place} onChange={(next) => onChange(whole(next))} />
        )}
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

/** The same lamp on the other side, by one click: as far out, as far back, as high. */
function MirrorPlace({
  items,
  place,
  onChange,
}: {
  items: readonly Item[];
  place: Item;
  onChange: (next: readonly Item[]) => void;
}) {
  const { t } = useWords();
  const position = (place.position ?? {}) as Partial<Position>;
  const other = position.side === 'left' ? 'right' : position.side === 'right' ? 'left' : null;
  if (!other) return null;
  const pair: Item = { ...place, position: { ...position, side: other }, xMm: -numberOf(place.xMm, 0) };
  const same = (i: Item) => JSON.stringify(i.position) === JSON.stringify(pair.position);
  return (
    <button
      type="button"
      className={`${BUTTON.quiet} justify-self-start`}
      onClick={() => onChange(items.some(same) ? items.map((i) => (same(i) ? pair : i)) : [...items, pair])}
      data-mirror-place
    >
      {t('draw.mirror-place')}
    </button>
  );
}
