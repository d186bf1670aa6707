'use client';
import { type ConnectorHalf, seenFrom } from '@/core/harness';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { useWords } from '@/ui/WordsContext';
import { type DrawnProps, listOf, number, numberOf, text, whole } from './columns';
import { JsonTable } from './JsonTable';

/** The cavities of a connector half, drawn from both faces. */
export function Cavities({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  const items = listOf(value);
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
