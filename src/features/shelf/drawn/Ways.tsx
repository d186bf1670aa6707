'use client';
import { useState } from 'react';
import { bodyPicture } from '@/core/body';
import { type LeadRun, leadRoute, type LeadWays, WAYPOINT_KINDS, type Waypoint } from '@/core/harness';
import { LeadWaysPlan } from '@/ui/LeadWaysPlan';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { lineOf } from './Body';
import {
  type DrawnProps,
  flag,
  ids,
  inner,
  type Item,
  number,
  numberOf,
  prose,
  text,
  whole,
} from './columns';
import { JsonTable } from './JsonTable';

/** Named points and the stretches between them, on the plan; and the way that a lead between two ends takes over them. */
export function Ways({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t, locale } = useWords();
  const [line, setLine] = useState(0);
  const parsed = JSON.parse(value || 'null') as Item | null;
  const points = inner(parsed ?? undefined, 'points');
  const runs = inner(parsed ?? undefined, 'runs');
  const put = (next: { points?: readonly Item[]; runs?: readonly Item[] }) => {
    const all = { points: next.points ?? points, runs: next.runs ?? runs };
    onChange(all.points.length === 0 && all.runs.length === 0 ? '' : whole(all));
  };
  const ways = drawable(points, runs);
  const ends = [...new Set(ways.points.flatMap((p) => p.serves ?? []))];
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const route = from && to ? leadRoute(ways, from, to) : null;
  const end = (label: string, at: string, set: (v: string) => void) => (
    <label className="grid gap-1 text-sm font-semibold">
      {label}
      <select className={FIELD} value={at} onChange={(e) => set(e.target.value)}>
        <option value="">–</option>
        {ends.map((e) => (
          <option key={e}>{e}</option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[13rem_minmax(0,1fr)]">
      <div className="grid content-start gap-2">
        <div className="h-72">
          <LeadWaysPlan
            picture={bodyPicture(lineOf(cells), 'plan')}
            ways={ways}
            taken={route ? [route.points.map((p) => p.id)] : []}
            focus={ways.points[line]?.id ?? null}
            label={t('column.leadWays')}
          />
        </div>
        {end(t('draw.way-from'), from, setFrom)}
        {end(t('draw.way-to'), to, setTo)}
        <p className="text-sm" role="status">
          {from &&
            to &&
            (route ? t('draw.way-mm', { mm: route.lengthMm, ties: route.ties }) : t('draw.way-none'))}
        </p>
      </div>
      <div className="grid content-start gap-3">
        <JsonTable
          label={t('draw.way-points')}
          items={points}
          columns={[
            text('id'),
            prose('name', locale),
            text('kind', { options: WAYPOINT_KINDS }),
            number('xMm'),
            number('yMm'),
            number('zMm'),
            ids('serves'),
          ]}
          fresh={() => ({ id: '', name: { [locale]: '' }, kind: 'clip', xMm: 0, yMm: 0 })}
          readOnly={readOnly}
          onChange={(next) => put({ points: next.map(withoutEmptyEnds) })}
          picked={line}
          onPick={setLine}
        />
        <JsonTable
          label={t('draw.way-runs')}
          items={runs}
          columns={[
            text('from', { options: points.map((p) => String(p.id ?? '')) }),
            text('to', { options: points.map((p) => String(p.id ?? '')) }),
            number('lengthMm'),
            flag('fish', 'absent'),
            flag('hot', 'absent'),
            flag('moving', 'absent'),
          ]}
          fresh={() => ({ from: '', to: '' })}
          readOnly={readOnly}
          onChange={(next) => put({ runs: next })}
        />
      </div>
    </div>
  );
}

/** A cell that was emptied serves nothing, which is not the same as serving a thing without a name. */
const withoutEmptyEnds = (item: Item): Item => {
  if (!Array.isArray(item.serves) || item.serves.length > 0) return item;
  const { serves: _, ...rest } = item;
  return rest;
};

/** What can be drawn while it is still being typed. */
const drawable = (points: readonly Item[], runs: readonly Item[]): LeadWays => ({
  points: points.map((p): Waypoint => ({
    id: String(p.id ?? ''),
    name: (p.name ?? {}) as Waypoint['name'],
    kind: WAYPOINT_KINDS.find((k) => k === p.kind) ?? 'clip',
    xMm: numberOf(p.xMm, 0),
    yMm: numberOf(p.yMm, 0),
    ...(typeof p.zMm === 'number' ? { zMm: p.zMm } : {}),
    ...(Array.isArray(p.serves) ? { serves: p.serves.map(String) } : {}),
  })),
  runs: runs.map((r): LeadRun => ({
    from: String(r.from ?? ''),
    to: String(r.to ?? ''),
    ...(typeof r.lengthMm === 'number' && r.lengthMm > 0 ? { lengthMm: r.lengthMm } : {}),
    fish: r.fish === true,
    hot: r.hot === true,
    moving: r.moving === true,
  })),
});
