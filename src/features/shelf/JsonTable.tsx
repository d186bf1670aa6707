'use client';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

export type Item = Readonly<Record<string, unknown>>;

/** A column of a table over objects: how a cell is read out of one and put back. */
export interface Column {
  readonly name: string;
  readonly options?: readonly string[];
  readonly wide?: boolean;
  readonly get: (item: Item) => string;
  readonly set: (item: Item, text: string) => Item;
}

const without = (item: Item, key: string): Item =>
  Object.fromEntries(Object.entries(item).filter(([k]) => k !== key));

/** A field as text; empty takes it out. */
export const text = (key: string, more: Partial<Column> = {}): Column => ({
  name: key,
  get: (i) => (i[key] === undefined || i[key] === null ? '' : String(i[key])),
  set: (i, t) => (t === '' ? without(i, key) : { ...i, [key]: t }),
  ...more,
});

/** A field as a number; what is none stays as it was typed, and the importer says so. */
export const number = (key: string, empty: 'absent' | 'null' = 'absent'): Column => ({
  name: key,
  get: (i) => (i[key] === undefined || i[key] === null ? '' : String(i[key])),
  set: (i, t) => {
    if (t.trim() === '') return empty === 'null' ? { ...i, [key]: null } : without(i, key);
    return { ...i, [key]: /^-?\d+(\.\d+)?$/.test(t.trim()) ? Number(t) : t };
  },
});

/** A table over a list of objects: each cell edited where it stands, lines added and taken out. */
export function JsonTable({
  label,
  items,
  columns,
  fresh,
  readOnly,
  onChange,
  picked,
  onPick,
}: {
  label: string;
  items: readonly Item[];
  columns: readonly Column[];
  /** A new line. */
  fresh: (items: readonly Item[]) => Item;
  readOnly: boolean;
  onChange: (items: readonly Item[]) => void;
  picked?: number;
  onPick?: (line: number) => void;
}) {
  const { t } = useWords();
  const cell = 'h-7 w-full border-0 bg-transparent px-1 font-mono text-[0.84rem] font-normal';
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-sm" aria-label={label}>
        <thead className="text-left text-soft">
          <tr className="border-b border-line">
            {columns.map((c) => (
              <th key={c.name} className="px-1 font-mono text-xs font-normal">
                {c.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {items.map((item, line) => (
            <tr
              key={line}
              className={`border-b border-line ${picked === line ? 'bg-petrol-wash' : ''}`}
              onFocus={() => onPick?.(line)}
            >
              {columns.map((c) => {
                const props = {
                  className: cell,
                  'aria-label': `${c.name} ${line + 1}`,
                  'data-cell': `${c.name}/${line}`,
                  value: c.get(item),
                };
                const put = (v: string) => onChange(items.map((x, i) => (i === line ? c.set(x, v) : x)));
                return (
                  <td key={c.name} className={`border-r border-line p-0 ${c.wide ? 'min-w-56' : 'min-w-16'}`}>
                    {c.options ? (
                      <select {...props} disabled={readOnly} onChange={(e) => put(e.target.value)}>
                        {['', ...c.options].map((o) => (
                          <option key={o}>{o}</option>
                        ))}
                      </select>
                    ) : (
                      <input {...props} readOnly={readOnly} onChange={(e) => put(e.target.value)} />
                    )}
                  </td>
                );
              })}
              {!readOnly && (
                <td>
                  <button
                    type="button"
                    className="h-7 min-w-7 text-soft hover:text-plum"
                    aria-label={t('draw.remove', { line: line + 1 })}
                    onClick={() => onChange(items.filter((_, i) => i !== line))}
                  >
                    ×
                  </button>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {!readOnly && (
        <button
          type="button"
          className={`${BUTTON.quiet} text-sm`}
          onClick={() => onChange([...items, fresh(items)])}
        >
          {t('draw.add')}
        </button>
      )}
    </div>
  );
}
