'use client';
import { type ReactNode, useState } from 'react';
import {
  expressionOf,
  levelColumn,
  type LevelCase,
  parseExpression,
  possibleStates,
  supportOf,
} from '@/core/controls';
import { WIRE_SIZES } from '@/core/electrical';
import {
  BLADE_COLOURS,
  BLADES,
  drawLead,
  LIVE_SIDES,
  PROTECTED_SYSTEMS,
  seenFrom,
  type ConnectorHalf,
  WIRE_CODES,
} from '@/core/harness';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { DrawingView } from '@/ui/DrawingView';
import { FuseBoxView } from '@/ui/FuseBoxView';
import { useWords } from '@/ui/WordsContext';
import { wording } from '@/words';
import { type Column, type Item, JsonTable, number, text } from './JsonTable';

/** What a drawn field gets: its text, the other cells of the row, and where a change goes. */
interface DrawnProps {
  readonly value: string;
  readonly cells: Readonly<Record<string, string>>;
  readonly readOnly: boolean;
  readonly onChange: (value: string) => void;
}

const DRAWN: Readonly<Record<string, (p: DrawnProps) => ReactNode>> = {
  'connector/cavities': Cavities,
  'part/adapter': AdapterField,
  'family/circuits': Circuits,
  'family/plugs': Plugs,
  'family/fuseBoxes': FuseBoxes,
};

/** Whether a column of a kind is edited as a drawing with tables. */
export const isDrawn = (kind: string, column: string): boolean => `${kind}/${column}` in DRAWN;

/** A nested field as tables, drawn while it is typed. What is not whole yet says why and stays text. */
export function DrawnField({ kind, column, ...props }: DrawnProps & { kind: string; column: string }) {
  const { t } = useWords();
  const Drawn = DRAWN[`${kind}/${column}`];
  const broken = faultOf(props.value);
  if (!Drawn || props.value.trim() === '') return null;
  if (broken) return <p className="text-sm font-normal text-plum">{t('draw.broken', { why: broken })}</p>;
  return (
    <div
      className="grid gap-3 border border-line bg-paper px-3 py-2 font-normal"
      data-drawn={`${kind}/${column}`}
    >
      <Drawn {...props} />
    </div>
  );
}

function faultOf(value: string): string | null {
  try {
    const parsed: unknown = JSON.parse(value || 'null');
    return typeof parsed === 'object' ? null : 'JSON';
  } catch (error) {
    return error instanceof Error ? error.message : 'JSON';
  }
}

const list = (value: string): readonly Item[] => {
  const parsed: unknown = JSON.parse(value || '[]');
  return Array.isArray(parsed) ? (parsed as Item[]) : [];
};
const inner = (item: Item | undefined, key: string): readonly Item[] =>
  Array.isArray(item?.[key]) ? (item[key] as Item[]) : [];
const whole = (value: unknown) => JSON.stringify(value, null, 2);
const numberOf = (v: unknown) => (typeof v === 'number' && Number.isFinite(v) ? v : 1);

/** A level as it is typed in one cell: `on`, `off`, `data`, `pulsed 0.4`, `flashing left`. */
const LEVEL: Column = {
  name: 'level',
  get: (i) => {
    const l = i.level as { kind?: string; duty?: number; side?: string } | undefined;
    return [l?.kind, l?.duty, l?.side].filter((x) => x !== undefined).join(' ');
  },
  set: (i, typed) => {
    const [kind = '', more] = typed.split(/\s+/);
    if (kind === 'pulsed') return { ...i, level: { kind, duty: Number(more) || 0 } };
    if (kind === 'flashing') return { ...i, level: { kind, side: more ?? '' } };
    return { ...i, level: { kind } };
  },
};

function Cavities({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const items = list(value);
  const half = {
    id: cells.id ?? '',
    family: cells.family ?? '',
    half: cells.half === 'lamp' ? 'lamp' : 'vehicle',
    rows: Number(cells.rows) || 1,
    columns: Number(cells.columns) || 1,
    cavities: items.map((c) => ({
      number: String(c.number ?? ''),
      row: numberOf(c.row),
      column: numberOf(c.column),
    })),
    latch: (['top', 'bottom', 'left', 'right'] as const).find((l) => l === cells.latch) ?? 'none',
    locks: [],
    sealed: true,
    keyed: true,
  } satisfies ConnectorHalf;
  return (
    <>
      <div className="flex flex-wrap gap-8">
        {(['mating', 'wire'] as const).map((face) => {
          const seen = seenFrom(half, face);
          return (
            <figure key={face}>
              <ConnectorFace
                rows={half.rows}
                columns={half.columns}
                latch={seen.latch}
                label={t('wire.face-label', { title: half.id, face: t(`wire.face-${face}`) })}
                cavities={seen.cavities.map((c) => ({ ...c, filled: true, marked: false }))}
              />
              <figcaption className="text-sm text-soft">{t(`wire.face-${face}`)}</figcaption>
            </figure>
          );
        })}
      </div>
      <JsonTable
        label={t('draw.connector', { id: half.id })}
        items={items}
        columns={[text('number'), number('row'), number('column')]}
        fresh={(all) => ({ number: String(all.length + 1), row: 1, column: all.length + 1 })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
      />
    </>
  );
}

function AdapterField({ value, readOnly, onChange }: DrawnProps) {
  const words = useWords();
  const adapter = JSON.parse(value) as { ends?: Item[]; map?: Item[] };
  const map = adapter.map ?? [];
  const split = (v: unknown) => {
    const [plug = '', cavity = ''] = String(v ?? '').split('/');
    return { plug, cavity };
  };
  const rows = map.map((m) => ({
    from: split(m.from),
    to: split(m.to),
    circuit: m.turn === undefined ? '' : `+ ${String(m.turn)}`,
    does: 'ground' as const,
    wire: null,
    size: null,
    lengthM: null,
    through: [],
  }));
  return (
    <>
      <DrawingView
        drawing={drawLead(rows, {
          circuit: (id) => (id === 'ground' ? '' : id),
          plug: (id) => {
            const end = adapter.ends?.find((e) => e.id === id);
            return end ? `${id} ${String(end.family ?? '–')}` : id;
          },
        })}
        label={words.t('draw.title')}
      />
      <div className="grid gap-4 lg:grid-cols-2">
        <JsonTable
          label="ends"
          items={adapter.ends ?? []}
          columns={[
            text('id'),
            text('way', { options: ['in', 'out'] }),
            {
              ...text('family'),
              set: (i, v) => ({ ...i, family: v === '' ? null : v }),
            },
          ]}
          fresh={() => ({ id: '', way: 'out', family: null })}
          readOnly={readOnly}
          onChange={(ends) => onChange(whole({ ...adapter, ends }))}
        />
        <JsonTable
          label="map"
          items={map}
          columns={[text('from'), text('to'), text('turn')]}
          fresh={() => ({ from: 'in/1', to: 'out/1' })}
          readOnly={readOnly}
          onChange={(next) => onChange(whole({ ...adapter, map: next }))}
        />
      </div>
    </>
  );
}

function Circuits({ value, readOnly, onChange }: DrawnProps) {
  const words = useWords();
  const { t } = words;
  const [line, setLine] = useState(0);
  const items = list(value);
  const circuit = items[line];
  const put = (next: Item) => onChange(whole(items.map((c, i) => (i === line ? next : c))));
  return (
    <>
      <JsonTable
        label="circuits"
        items={items}
        columns={[
          text('id'),
          text('switched', { options: ['supply', 'ground'] }),
          number('minV'),
          number('maxV'),
          number('fuseA'),
          number('steadyA'),
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
        <div className="grid gap-2">
          <b>{t('draw.circuit', { id: String(circuit.id ?? '') })}</b>
          <JsonTable
            label={t('draw.circuit', { id: String(circuit.id ?? '') })}
            items={inner(circuit, 'cases')}
            columns={[text('when', { wide: true }), LEVEL]}
            fresh={() => ({ when: 'key=on', level: { kind: 'on' } })}
            readOnly={readOnly}
            onChange={(cases) => put({ ...circuit, cases })}
          />
          <Levels cases={inner(circuit, 'cases')} />
        </div>
      )}
    </>
  );
}

/** Every possible state as a cell, filled where the circuit is live: a change shows at once. */
function Levels({ cases }: { cases: readonly Item[] }) {
  const words = useWords();
  const { t } = words;
  const say = wording(words, { label: () => null, unit: () => null });
  const broken = cases.map((c) => parseExpression(String(c.when ?? ''))).find((p) => p.kind === 'fault');
  if (broken?.kind === 'fault')
    return (
      <p role="alert" className="text-sm text-plum">
        {t('draw.bad-when', { why: say.reason(broken.reason).text })}
      </p>
    );
  const rows = cases as unknown as readonly LevelCase[];
  const states = possibleStates([...new Set(rows.flatMap((c) => supportOf(expressionOf(c.when))))]);
  const levels = levelColumn(rows, states);
  const live = levels.filter((l) => l.kind !== 'off').length;
  return (
    <p className="flex flex-wrap items-center gap-0.5" data-levels={`${live}/${states.length}`}>
      {levels.slice(0, 96).map((l, i) => (
        <span
          key={i}
          aria-hidden
          className={`inline-block h-3.5 w-2 border border-outline ${l.kind === 'off' ? '' : l.kind === 'on' ? 'bg-ink' : 'bg-petrol'}`}
        />
      ))}
      <span className="pl-2 text-sm">{t('draw.live-in', { live, all: states.length })}</span>
    </p>
  );
}

function Plugs({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = list(value);
  const plug = items[line];
  const circuits =
    cells.circuits && !faultOf(cells.circuits) ? list(cells.circuits).map((c) => String(c.id)) : [];
  const cavities = inner(plug, 'cavities');
  const wireField = (key: string, options: readonly string[]): Column => ({
    name: key,
    options,
    get: (i) => String((i.wire as Item | undefined)?.[key] ?? ''),
    set: (i, v) => {
      const wire = { ...(i.wire as Item | undefined) } as Record<string, unknown>;
      if (v === '') delete wire[key];
      else wire[key] = v;
      const { wire: _, ...rest } = i;
      return Object.keys(wire).length === 0 ? rest : { ...rest, wire };
    },
  });
  const columns = Math.min(6, Math.max(1, cavities.length));
  return (
    <>
      <JsonTable
        label="plugs"
        items={items}
        columns={[text('id'), text('connector')]}
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
        <div className="grid gap-2">
          <b>{t('draw.plug', { id: String(plug.id ?? '') })}</b>
          <ConnectorFace
            rows={Math.ceil(cavities.length / columns)}
            columns={columns}
            latch="none"
            label={t('draw.plug', { id: String(plug.id ?? '') })}
            cavities={cavities.map((c, i) => ({
              number: String(c.cavity ?? ''),
              row: 1 + Math.floor(i / columns),
              column: 1 + (i % columns),
              filled: c.circuit !== null && c.circuit !== undefined,
              marked: c.circuit === 'ground',
            }))}
          />
          <JsonTable
            label={t('draw.plug', { id: String(plug.id ?? '') })}
            items={cavities}
            columns={[
              text('cavity'),
              {
                ...text('circuit', { options: ['ground', ...circuits] }),
                set: (i, v) => ({ ...i, circuit: v === '' ? null : v }),
              },
              wireField('base', WIRE_CODES),
              wireField('stripe', WIRE_CODES),
              wireField('size', WIRE_SIZES),
            ]}
            fresh={(all) => ({ cavity: String(all.length + 1), circuit: null })}
            readOnly={readOnly}
            onChange={(next) =>
              onChange(whole(items.map((p, i) => (i === line ? { ...p, cavities: next } : p))))
            }
          />
        </div>
      )}
    </>
  );
}

function FuseBoxes({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const [line, setLine] = useState(0);
  const items = list(value);
  const box = items[line];
  const slots = inner(box, 'slots');
  return (
    <>
      <JsonTable
        label="fuseBoxes"
        items={items}
        columns={[
          text('id'),
          number('rows'),
          number('columns'),
          number('xMm'),
          number('yMm'),
          text('environment', { options: ['cabin', 'engine-bay', 'outside'] }),
        ]}
        fresh={() => ({
          id: '',
          name: { 'en-GB': 'Fuse box' },
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
            chosen={null}
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
              text('liveSide', { options: LIVE_SIDES }),
              text('protects', { options: PROTECTED_SYSTEMS }),
            ]}
            fresh={(all) => ({
              id: `F${all.length + 1}`,
              row: 1,
              column: all.length + 1,
              ratingA: 10,
              blade: 'mini',
              cases: [{ when: 'key=on', level: { kind: 'on' } }],
              steadyA: 0,
              serves: { 'en-GB': '–' },
              circuits: [],
              liveSide: 'unknown',
            })}
            readOnly={readOnly}
            onChange={(next) =>
              onChange(whole(items.map((b, i) => (i === line ? { ...b, slots: next } : b))))
            }
          />
        </>
      )}
    </>
  );
}
