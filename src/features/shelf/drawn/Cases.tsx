'use client';
import {
  expressionOf,
  levelColumn,
  type LevelCase,
  parseExpression,
  possibleStates,
  supportOf,
} from '@/core/controls';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { inner, type Item, LEVEL, text } from './columns';
import { JsonTable } from './JsonTable';

/** When something is live: its cases as a table, and every possible state as a cell that is filled where it is. */
export function Cases({
  of,
  title,
  readOnly,
  onChange,
}: {
  of: Item;
  title: string;
  readOnly: boolean;
  onChange: (next: Item) => void;
}) {
  return (
    <div className="grid gap-2">
      <b>{title}</b>
      <JsonTable
        label={title}
        items={inner(of, 'cases')}
        columns={[text('when', { wide: true }), LEVEL]}
        fresh={() => ({ when: 'key=on', level: { kind: 'on' } })}
        readOnly={readOnly}
        onChange={(cases) => onChange({ ...of, cases })}
      />
      <Levels cases={inner(of, 'cases')} />
    </div>
  );
}

function Levels({ cases }: { cases: readonly Item[] }) {
  const words = useWords();
  const { t } = words;
  const say = plainWording(words);
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
