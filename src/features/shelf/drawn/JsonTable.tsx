'use client';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import type { Column, Item } from './columns';

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
  const { t, tCode, has } = useWords();
  const headOf = (name: string) => (has(`draw.col.${name}`) ? tCode(`draw.col.${name}`) : name);
  const widest = (c: Column) => Math.min(28, Math.max(4, ...items.map((i) => c.get(i).length)));
  const cell = 'h-7 w-full border-0 bg-transparent px-1 font-mono text-[0.84rem] font-normal';
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-sm" aria-label={label}>
        <thead className="text-left text-soft">
          <tr className="border-b border-line">
            {columns.map((c) => (
              <th key={c.name} className="px-1 text-xs font-semibold">
                {headOf(c.name)}
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
                  'aria-label': `${headOf(c.name)} ${line + 1}`,
                  'data-cell': `${c.name}/${line}`,
                  value: c.get(item),
                };
                const put = (v: string, typing: boolean) =>
                  onChange(items.map((x, i) => (i === line ? c.set(x, v, typing) : x)));
                return (
                  <td
                    key={c.name}
                    className={`border-r border-line p-0 font-mono text-[0.84rem] ${c.wide ? 'w-full' : ''}`}
                    style={{ minWidth: `calc(${widest(c)}ch + ${c.options ? 2 : 0.75}rem)` }}
                  >
                    {c.options ? (
                      <select {...props} disabled={readOnly} onChange={(e) => put(e.target.value, false)}>
                        {['', ...c.options].map((o) => (
                          <option key={o}>{o}</option>
                        ))}
                      </select>
                    ) : (
                      <input
                        {...props}
                        readOnly={readOnly}
                        onChange={(e) => put(e.target.value, true)}
                        onBlur={({ target }) => {
                          // Leaving a cell that is whole already changes nothing.
                          if (c.get(c.set(item, target.value)) !== target.value) put(target.value, false);
                        }}
                      />
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
