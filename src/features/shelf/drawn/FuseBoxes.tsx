'use client';
import { useState } from 'react';
import { BLADE_COLOURS, BLADES, ENVIRONMENTS, LIVE_SIDES, PROTECTED_SYSTEMS } from '@/core/harness';
import { FuseBoxView } from '@/ui/FuseBoxView';
import { useWords } from '@/ui/WordsContext';
import { Cases } from './Cases';
import {
  type DrawnProps,
  ids,
  inner,
  type Item,
  listOf,
  number,
  numberOf,
  prose,
  text,
  whole,
} from './columns';
import { JsonTable } from './JsonTable';

const PLACE = [number('xMm'), number('yMm'), text('environment', { options: ENVIRONMENTS })];
const ALWAYS_ON = [{ when: 'key=on', level: { kind: 'on' } }];

/** The fuse boxes of a vehicle line: the places as they are looked at, and when the one in focus is live. */
export function FuseBoxes({ value, readOnly, onChange }: DrawnProps) {
  const { t, locale } = useWords();
  const [line, setLine] = useState(0);
  const [at, setAt] = useState(0);
  const items = listOf(value);
  const box = items[line];
  const slots = inner(box, 'slots');
  const slot = slots[at];
  const put = (more: Item) => onChange(whole(items.map((b, i) => (i === line ? { ...b, ...more } : b))));
  return (
    <>
      <JsonTable
        label={t('column.fuseBoxes')}
        items={items}
        columns={[text('id'), prose('name', locale), number('rows'), number('columns'), ...PLACE]}
        fresh={() => ({
          id: '',
          name: { [locale]: '' },
          xMm: 0,
          yMm: 0,
          environment: 'cabin',
          rows: 1,
          columns: 1,
          slots: [],
          feeds: [],
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {box && (
        <>
          <FuseBoxView
            rows={numberOf(box.rows)}
            columns={numberOf(box.columns)}
            chosen={slot ? String(slot.id ?? '') : null}
            label={t('feed.box', { name: String(box.id ?? '') })}
            slots={slots.map((s) => ({
              id: String(s.id ?? ''),
              row: numberOf(s.row),
              column: numberOf(s.column),
              ratingA: typeof s.ratingA === 'number' ? s.ratingA : null,
              colour: BLADE_COLOURS[Number(s.ratingA)] ?? '',
              barred: s.protects !== undefined,
              name: String(s.id ?? ''),
            }))}
          />
          <JsonTable
            label={t('feed.box', { name: String(box.id ?? '') })}
            items={slots}
            columns={[
              text('id'),
              number('row'),
              number('column'),
              number('ratingA', 'null'),
              text('blade', { options: BLADES }),
              number('steadyA'),
              prose('serves', locale),
              ids('circuits'),
              text('liveSide', { options: LIVE_SIDES }),
              text('protects', { options: PROTECTED_SYSTEMS }),
            ]}
            fresh={(all) => ({
              id: `F${all.length + 1}`,
              row: 1,
              column: all.length + 1,
              ratingA: 10,
              blade: 'mini',
              cases: ALWAYS_ON,
              steadyA: 0,
              serves: { [locale]: '–' },
              circuits: [],
              liveSide: 'unknown',
            })}
            readOnly={readOnly}
            onChange={(next) => put({ slots: next })}
            picked={at}
            onPick={setAt}
          />
          {slot && (
            <Cases
              of={slot}
              title={t('draw.slot', { id: String(slot.id ?? '') })}
              readOnly={readOnly}
              onChange={(next) => put({ slots: slots.map((s, i) => (i === at ? next : s)) })}
            />
          )}
          <b>{t('draw.row-feeds')}</b>
          <JsonTable
            label={t('draw.row-feeds')}
            items={inner(box, 'feeds')}
            columns={[number('row'), number('ratingA'), number('steadyA')]}
            fresh={(all) => ({ row: all.length + 1, ratingA: 40, steadyA: 0 })}
            readOnly={readOnly}
            onChange={(feeds) => put({ feeds })}
          />
        </>
      )}
    </>
  );
}

/** Factory auxiliary circuits and leads that plug in, and when the one in focus is live. */
export function Leads({ value, readOnly, onChange }: DrawnProps) {
  const { t, locale } = useWords();
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const lead = items[line];
  return (
    <>
      <JsonTable
        label={t('column.leads')}
        items={items}
        columns={[text('id'), prose('name', locale), number('ratingA'), number('steadyA'), ...PLACE]}
        fresh={() => ({
          id: '',
          name: { [locale]: '' },
          xMm: 0,
          yMm: 0,
          environment: 'cabin',
          cases: ALWAYS_ON,
          ratingA: 10,
          steadyA: 0,
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {lead && (
        <Cases
          of={lead}
          title={t('draw.lead', { id: String(lead.id ?? '') })}
          readOnly={readOnly}
          onChange={(next) => onChange(whole(items.map((x, i) => (i === line ? next : x))))}
        />
      )}
    </>
  );
}
