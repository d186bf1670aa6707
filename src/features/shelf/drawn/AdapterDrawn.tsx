'use client';
import { drawLead } from '@/core/harness';
import { BUTTON } from '@/ui/classes';
import { DrawingView } from '@/ui/DrawingView';
import { useWords } from '@/ui/WordsContext';
import { type DrawnProps, type Item, orNull, text, whole } from './columns';
import { JsonTable } from './JsonTable';

const START = {
  ends: [
    { id: 'in', way: 'in', family: null },
    { id: 'out', way: 'out', family: null },
  ],
  map: [],
};

/** An adapter as the lead that it is: its ends, and which cavity goes to which. */
export function AdapterDrawn({ value, readOnly, onChange }: DrawnProps) {
  const { t } = useWords();
  if (value.trim() === '')
    return readOnly ? (
      <p className="text-sm text-soft">{t('draw.no-adapter')}</p>
    ) : (
      <button type="button" className={`${BUTTON.plain} w-fit`} onClick={() => onChange(whole(START))}>
        {t('draw.make-adapter')}
      </button>
    );
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
        label={t('draw.title')}
      />
      <div className="grid gap-4 lg:grid-cols-2">
        <JsonTable
          label={t('draw.adapter-ends')}
          items={adapter.ends ?? []}
          columns={[text('id'), text('way', { options: ['in', 'out'] }), orNull('family')]}
          fresh={() => ({ id: '', way: 'out', family: null })}
          readOnly={readOnly}
          onChange={(ends) => onChange(whole({ ...adapter, ends }))}
        />
        <JsonTable
          label={t('draw.adapter-map')}
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
