'use client';
import { useState } from 'react';
import {
  margin,
  STEP_KINDS,
  type Step,
  stripPlan,
  TOOLS,
  type TypedLine,
  typedSteps,
  wayOf,
  ZONES,
} from '@/core/work';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { stepsIn } from '../SheetOffers';
import { type DrawnProps, type Item, listOf, number, text, whole } from './columns';
import { JsonTable } from './JsonTable';

/** A way of getting at a lamp: its steps in a table, more of them by typing or pasting lines, the order as it will be gone. */
export function Steps({ value, readOnly, onChange }: DrawnProps) {
  const { t, locale } = useWords();
  const items = listOf(value);
  const [line, setLine] = useState(0);
  const title: Parameters<typeof JsonTable>[0]['columns'][number] = {
    name: 'title',
    wide: true,
    get: (i) =>
      String(
        (i.title as Record<string, string> | undefined)?.[locale] ??
          Object.values((i.title as object | undefined) ?? {})[0] ??
          '',
      ),
    set: (i, typed) => ({ ...i, title: { ...(i.title as object | undefined), [locale]: typed } }),
  };
  const tool: typeof title = {
    name: 'tool',
    options: TOOLS,
    get: (i) => String((i.tool as { kind?: string } | undefined)?.kind ?? ''),
    set: (i, kind) =>
      kind === '' ? without(i, 'tool') : { ...i, tool: { ...(i.tool as object | undefined), kind } },
  };
  const after: typeof title = {
    name: 'after',
    get: (i) => ((i.after as { step: string }[] | undefined) ?? []).map((e) => e.step).join(' '),
    set: (i, typed) => {
      const known = (i.after as { step: string }[] | undefined) ?? [];
      const ids = typed.split(/[\s,]+/).filter(Boolean);
      return ids.length === 0
        ? without(i, 'after')
        : { ...i, after: ids.map((id) => known.find((e) => e.step === id) ?? { step: id }) };
    },
  };
  return (
    <>
      <JsonTable
        label={t('column.steps')}
        items={items}
        columns={[
          title,
          text('kind', { options: STEP_KINDS }),
          text('scope', { options: ['once', 'each'] }),
          text('zone', { options: ZONES }),
          tool,
          number('minutes'),
          after,
        ]}
        fresh={() => ({
          id: freeId(items),
          kind: 'remove',
          scope: 'once',
          title: { [locale]: '' },
          zone: 'front',
          minutes: 1,
        })}
        readOnly={readOnly}
        onChange={(next) => onChange(whole(next))}
        picked={line}
        onPick={setLine}
      />
      {!readOnly && <TypeLines items={items} onAdd={(more) => onChange(whole([...items, ...more]))} />}
      <Gone value={value} />
    </>
  );
}

const without = (item: Item, key: string): Item =>
  Object.fromEntries(Object.entries(item).filter(([k]) => k !== key));

function freeId(items: readonly Item[]): string {
  const taken = new Set(items.map((i) => i.id));
  let n = items.length + 1;
  while (taken.has(`step-${n}`)) n += 1;
  return `step-${n}`;
}

/** Steps as somebody types or pastes them: each line shows how it was understood, and what of it was not. */
function TypeLines({ items, onAdd }: { items: readonly Item[]; onAdd: (steps: readonly Item[]) => void }) {
  const { t, locale } = useWords();
  const [typed, setTyped] = useState('');
  const lines = typedSteps(typed, locale).filter((l) => l.step !== null);
  const add = () => {
    const taken = new Set(items.map((i) => String(i.id)));
    const steps = lines.flatMap((l) => l.step ?? []).map((s) => ({ ...s, id: unlike(s.id, taken) }));
    onAdd(steps as unknown as readonly Item[]);
    setTyped('');
  };
  return (
    <div className="grid gap-2 border-t border-line pt-3">
      <label className="grid gap-1 text-sm font-semibold">
        {t('lines.title')}
        <textarea
          className={`${FIELD} text-base`}
          rows={Math.min(14, Math.max(3, typed.split('\n').length + 1))}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          placeholder={t('lines.example')}
          data-type-lines
        />
      </label>
      {lines.length > 0 && (
        <>
          <ol className="text-sm">
            {lines.map((l) => (
              <Understood key={l.line} line={l} />
            ))}
          </ol>
          <button
            type="button"
            className={`${BUTTON.plain} justify-self-start`}
            onClick={add}
            data-add-lines={lines.length}
          >
            {t('lines.add', { count: lines.length })}
          </button>
        </>
      )}
    </div>
  );
}

function unlike(id: string, taken: Set<string>): string {
  let found = id;
  for (let n = 2; taken.has(found); n += 1) found = `${id}-${n}`;
  taken.add(found);
  return found;
}

function Understood({ line }: { line: TypedLine }) {
  const { t, tCode, prose, list } = useWords();
  const { step, left, missing } = line;
  if (!step) return null;
  const parts = [
    tCode(`step-kind.${step.kind}`),
    ...(step.fasteners ?? []).map(
      (g) => `${g.count} × ${tCode(`fastener.${g.kind}`)}${g.drive ? ` ${g.drive}` : ''}`,
    ),
    missing.includes('tool')
      ? null
      : tCode(`tool.${step.tool?.kind ?? 'hands'}`, { size: step.tool?.size ?? '' }).trim(),
    missing.includes('zone') ? null : tCode(`zone.${step.zone}`),
    step.scope === 'each' ? t('lines.each') : null,
    step.lampOut ? t('lines.lamp-out') : null,
    t('strip.minutes', { minutes: step.minutes }),
  ].filter(Boolean);
  return (
    <li className="border-b border-line py-1" data-understood={step.id}>
      <b>{prose(step.title)}</b> · {parts.join(' · ')}
      {left.length > 0 && <span className="text-plum"> · {t('lines.left', { words: list(left) })}</span>}
      {missing.length > 0 && (
        <span className="text-soft">
          {' '}
          · {t('lines.usual', { what: list(missing.map((m) => tCode(`lines.${m}`))) })}
        </span>
      )}
    </li>
  );
}

const SAMPLE = (['left', 'right'] as const).map((side) => ({ key: `lamp.${side}`, side }));

/** The order as it will be gone at a pair of lamps, or what stands against any. */
function Gone({ value }: { value: string }) {
  const { t, prose } = useWords();
  const steps = stepsIn(value);
  if (!steps || steps.length === 0) return null;
  const plan = planned(steps);
  if (plan === null) return null;
  if (plan.kind === 'fault')
    return <p className="border-t border-line pt-2 text-sm text-plum">{t('lines.no-order')}</p>;
  return (
    <details className="border-t border-line pt-2 text-sm" data-gone={plan.out.length}>
      <summary className="cursor-pointer">
        {t('lines.order', {
          out: plan.out.length,
          back: plan.back.length,
          minutes: Math.round(margin(null, plan).p50),
        })}
      </summary>
      <ol className="list-decimal pl-6">
        {plan.out.map((s) => (
          <li key={s.id}>
            {prose(s.step.title)}
            {s.position && (
              <span className="text-soft">
                {' '}
                · {t(s.position.endsWith('left') ? 'side.left' : 'side.right')}
              </span>
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}

/** null: as it is typed it is no sheet yet. */
function planned(steps: readonly Step[]) {
  try {
    steps.forEach((s) => wayOf(s));
    return stripPlan([
      {
        sheet: { id: 'typed', families: [], role: 'headlamp', end: 'front', name: {}, steps },
        positions: SAMPLE,
      },
    ]);
  } catch {
    return null;
  }
}
