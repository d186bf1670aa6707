'use client';
import { type ReactNode, useState } from 'react';
import { WIRE_SIZES } from '@/core/electric/formulas';
import { type ConnectorHalf, seenFrom, WIRE_CODES } from '@/core/harness';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { useWords } from '@/ui/WordsContext';
import {
  type DrawnProps,
  faultOf,
  flag,
  inner,
  type Item,
  listOf,
  number,
  orNull,
  text,
  whole,
  within,
} from './columns';
import { JsonTable } from './JsonTable';
import { POSITION } from './Places';

const WIRE = [
  within('wire', text('base', { options: WIRE_CODES })),
  within('wire', text('stripe', { options: WIRE_CODES })),
  within('wire', text('size', { options: WIRE_SIZES })),
];

/** The plugs of a vehicle line: where each sits, and the circuit and wire in every cavity. */
export function Plugs({ value, cells, halves, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const plug = items[line];
  const circuits =
    cells.circuits && !faultOf(cells.circuits) ? listOf(cells.circuits).map((c) => String(c.id)) : [];
  return (
    <>
      <JsonTable
        label={t('column.plugs')}
        items={items}
        columns={[text('id'), text('connector'), ...POSITION]}
        fresh={() => ({
          id: '',
          position: { role: 'tail', side: 'left', end: 'rear' },
          connector: '',
          cavities: [{ cavity: '1', circuit: 'ground' }],
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {plug && (
        <Filled
          title={t('draw.plug', { id: String(plug.id ?? '') })}
          half={halves[String(plug.connector ?? '')]}
          cavities={inner(plug, 'cavities').map((c) => ({
            number: String(c.cavity ?? ''),
            filled: c.circuit !== null && c.circuit !== undefined,
            marked: c.circuit === 'ground',
          }))}
        >
          <JsonTable
            label={t('draw.plug', { id: String(plug.id ?? '') })}
            items={inner(plug, 'cavities')}
            columns={[text('cavity'), orNull('circuit', { options: ['ground', ...circuits] }), ...WIRE]}
            fresh={(all) => ({ cavity: String(all.length + 1), circuit: null })}
            readOnly={readOnly}
            onChange={(cavities) =>
              onChange(whole(items.map((p, i) => (i === line ? { ...p, cavities } : p))))
            }
          />
        </Filled>
      )}
    </>
  );
}

/** The plugs of a lamp: what each cavity is for and draws. A mode plug's words stay in the text below. */
export function LampPlugs({ value, halves, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = listOf(value);
  const plug = items[line];
  const put = (inputs: readonly Item[]) =>
    onChange(whole(items.map((p, i) => (i === line ? { ...p, inputs } : p))));
  return (
    <>
      <JsonTable
        label={t('column.plugs')}
        items={items}
        columns={[text('id'), text('connector'), text('alternative'), flag('joinFirst', 'absent')]}
        fresh={() => ({
          id: '',
          connector: '',
          inputs: [{ cavity: '1', does: 'ground', currentA: 0, polar: true, takesPulsed: true }],
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {plug && (
        <Filled
          title={t('draw.plug', { id: String(plug.id ?? '') })}
          half={halves[String(plug.connector ?? '')]}
          cavities={inner(plug, 'inputs').map((c) => ({
            number: String(c.cavity ?? ''),
            filled: true,
            marked: c.does === 'ground',
          }))}
        >
          <JsonTable
            label={t('draw.plug', { id: String(plug.id ?? '') })}
            items={inner(plug, 'inputs')}
            columns={[
              text('cavity'),
              text('does'),
              number('currentA'),
              flag('polar'),
              flag('takesPulsed'),
              ...WIRE,
            ]}
            fresh={(all) => ({
              cavity: String(all.length + 1),
              does: 'position',
              currentA: 0.1,
              polar: true,
              takesPulsed: true,
            })}
            readOnly={readOnly}
            onChange={put}
          />
        </Filled>
      )}
    </>
  );
}

/** A plug's face from the wire side, where its connector is on the shelf, over the table of its cavities. */
function Filled({
  title,
  half,
  cavities,
  children,
}: {
  title: string;
  half: ConnectorHalf | undefined;
  cavities: readonly { number: string; filled: boolean; marked: boolean }[];
  children: ReactNode;
}) {
  const { t } = useWords();
  const seen = half && seenFrom(half, 'wire');
  return (
    <div className="grid gap-2">
      <b>{title}</b>
      {half && seen ? (
        <figure>
          <ConnectorFace
            rows={half.rows}
            columns={half.columns}
            latch={seen.latch}
            label={t('wire.face-label', { title, face: t('wire.face-wire') })}
            cavities={seen.cavities.map((c) => {
              const here = cavities.find((x) => x.number === c.number);
              return { ...c, filled: here?.filled ?? false, marked: here?.marked ?? false };
            })}
          />
          <figcaption className="text-sm text-soft">{t('wire.face-wire')}</figcaption>
        </figure>
      ) : (
        <p className="text-sm text-plum">{t('draw.no-connector')}</p>
      )}
      {children}
    </div>
  );
}
