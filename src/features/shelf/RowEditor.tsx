'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, Fragment, useEffect, useState } from 'react';
import type { Impact } from '@/core/fitment';
import type { ConnectorHalf } from '@/core/harness';
import type { Reason } from '@/core/kernel/reason';
import type { ShelfKind } from '@/core/catalogue';
import type { SheetOffer } from '@/core/work';
import { Because } from '@/ui/Because';
import { BUTTON, FIELD } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { postJson } from '@/ui/postJson';
import { useWords, useZone } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import { DrawnField, isDrawn } from './drawn/DrawnField';
import { RuleWords } from './RuleWords';
import { SheetOffers } from './SheetOffers';

export type Cells = Readonly<Record<string, string>>;
export interface ColumnFault {
  readonly column: string;
  readonly reason: Reason;
}
type Saved =
  | { readonly kind: 'saved'; readonly rev: number }
  | { readonly kind: 'faults'; readonly faults: readonly ColumnFault[] }
  | { readonly kind: 'stale'; readonly rev: number; readonly present: Cells | null }
  | { readonly kind: 'refused'; readonly code: string };
type Reckoned =
  | { readonly kind: 'impact'; readonly changes: readonly Impact[] }
  | { readonly kind: 'faults'; readonly faults: readonly ColumnFault[] };

/** What saving does to jobs, by kind; of an application it is worked out instead. */
const effectOf = (kind: ShelfKind) =>
  kind === 'lamp' || kind === 'step-sheet' ? 'row.pinned' : kind === 'part' ? 'row.part' : 'row.live';

/** One row of the shelf: its fields, who changed what, and for a rule at once which open jobs it would change. */
export function RowEditor({
  kind,
  id,
  rev,
  columns,
  long,
  cells,
  history,
  mayEdit,
  stock,
  halves,
  offers = [],
  offered,
}: {
  kind: ShelfKind;
  id: string;
  rev: number;
  columns: readonly string[];
  /** Columns that hold JSON. */
  long: readonly string[];
  cells: Cells;
  history: readonly {
    readonly rev: number;
    readonly at: string;
    readonly by: string;
    readonly changed: readonly string[];
  }[];
  mayEdit: boolean;
  /** How many lie on the shop's own shelf; null: never counted. Absent: not a thing that is stocked. */
  stock?: number | null;
  /** The connectors of the shelf, where plugs are drawn. */
  halves: Readonly<Record<string, ConnectorHalf>>;
  /** Of a step sheet: changes that the shop's own jobs speak for. */
  offers?: readonly SheetOffer[];
  /** The row with what was measured at a vehicle, filled in and not yet saved. */
  offered?: { readonly cells: Cells; readonly job: number; readonly by: string; readonly at: string };
}) {
  const words = useWords();
  const zone = useZone();
  const { t, tCode } = words;
  const say = plainWording(words);
  const router = useRouter();
  const [form, setForm] = useState<Cells>(offered?.cells ?? cells);
  const [faults, setFaults] = useState<readonly ColumnFault[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [other, setOther] = useState<{ rev: number; present: Cells | null } | null>(null);
  const [seen, setSeen] = useState(rev);
  const [busy, setBusy] = useState(false);
  const impact = useImpact(kind, form, mayEdit && form !== cells);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setSaid(null);
    try {
      const outcome = await postJson<Saved>('/api/shelf/row', { kind, cells: form, seenRev: seen });
      setFaults(outcome.kind === 'faults' ? outcome.faults : []);
      setOther(outcome.kind === 'stale' ? outcome : null);
      if (outcome.kind === 'saved') {
        setSeen(outcome.rev);
        setSaid(t('row.saved', { rev: outcome.rev }));
        router.refresh();
      }
      if ('code' in outcome) setSaid(tCode(`refused.${outcome.code}`));
    } catch {
      setSaid(t('row.no-answer'));
    }
    setBusy(false);
  };
  const faultOf = (column: string) => faults.filter((f) => f.column === column);
  const stray = faults.filter((f) => !columns.includes(f.column));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] lg:h-[calc(100dvh-3rem-var(--bar,0px))] lg:grid-cols-[minmax(0,1fr)_20rem]">
      <main id="main" tabIndex={-1} className="px-6 py-4 lg:overflow-y-auto">
        <p className="text-sm">
          <Link href={`/shelf/${kind}`} className={BUTTON.quiet}>
            ← {tCode(`shelf.${kind}`)}
          </Link>
        </p>
        <h1 className="mb-3 text-2xl">
          <span className="font-mono">{id}</span>{' '}
          <span className="text-base font-normal text-soft">{t('row.rev', { rev: seen })}</span>
        </h1>
        {other && (
          <div
            role="alert"
            className="mb-4 border border-indigo bg-indigo-wash px-4 py-3"
            data-stale={other.rev}
          >
            <p className="font-semibold">{t('row.stale', { rev: other.rev })}</p>
            <p className="text-sm">{t('row.stale-about')}</p>
            <button
              className={`${BUTTON.plain} mt-2`}
              onClick={() => {
                setSeen(other.rev);
                setOther(null);
              }}
            >
              {t('row.keep-mine')}
            </button>
          </div>
        )}
        {offered && said === null && (
          <p className="mb-4 border border-petrol bg-petrol-wash px-4 py-3" data-offered>
            {t(kind === 'step-sheet' ? 'row.as-done' : 'row.measured', {
              job: String(offered.job).padStart(4, '0'),
              by: offered.by,
              at: say.date(offered.at, zone),
              columns: words.list(
                columns
                  .filter((c) => (offered.cells[c] ?? '') !== (cells[c] ?? ''))
                  .map((c) => (words.has(`column.${c}`) ? tCode(`column.${c}`) : c)),
              ),
            })}
          </p>
        )}
        {mayEdit && offers.length > 0 && (
          <SheetOffers
            offers={offers}
            steps={form.steps ?? ''}
            onSteps={(steps) => setForm({ ...form, steps })}
          />
        )}
        <form onSubmit={submit} noValidate className="grid gap-x-5 gap-y-3 md:grid-cols-3">
          {columns.map((c) => (
            <Fragment key={c}>
              {c === 'rule' && <RuleWords text={form.rule ?? ''} say={say} />}
              {isDrawn(kind, c) ? (
                <div className="grid gap-1 md:col-span-3">
                  <p className="text-sm font-semibold">
                    {words.has(`column.${c}`) ? tCode(`column.${c}`) : c}
                  </p>
                  <DrawnField
                    kind={kind}
                    column={c}
                    value={form[c] ?? ''}
                    cells={form}
                    halves={halves}
                    readOnly={!mayEdit}
                    onChange={(v) => setForm({ ...form, [c]: v })}
                  />
                  <details open={faultOf(c).length > 0}>
                    <summary className="cursor-pointer text-sm text-soft">{t('draw.as-text')}</summary>
                    {field(c)}
                  </details>
                </div>
              ) : (
                field(c)
              )}
            </Fragment>
          ))}
          <div className="md:col-span-3">
            {stray.map((f, i) => (
              <p key={i} role="alert" className="text-sm text-plum">
                <span className="font-mono">{f.column}</span> {say.reason(f.reason).text}
              </p>
            ))}
            {mayEdit && (
              <button type="submit" className={BUTTON.main} disabled={busy}>
                {t('row.save')}
              </button>
            )}
            <span role="status" className="ml-4 text-sm">
              {said}
            </span>
          </div>
        </form>
        {stock !== undefined && <Stock part={id} count={stock} />}
      </main>
      <Because title={t('row.because')} entries={impactEntries()}>
        <h3 className="border-t border-line pt-3 text-base">{t('row.history')}</h3>
        <ul className="text-sm">
          {history.map((h) => (
            <li key={h.rev} className="border-b border-line py-1.5" data-revision={h.rev}>
              <b>{t('row.rev', { rev: h.rev })}</b> {h.by || t('row.imported')}
              <span className="block text-soft">
                {say.date(h.at, zone)}
                {h.changed.length > 0 && ` · ${words.list(h.changed)}`}
              </span>
            </li>
          ))}
        </ul>
      </Because>
    </div>
  );

  function field(c: string) {
    return (
      <label
        className={`grid content-start gap-1 text-sm font-semibold ${long.includes(c) ? 'md:col-span-3' : ''}`}
      >
        <span>
          {words.has(`column.${c}`) ? tCode(`column.${c}`) : c}{' '}
          <span className="font-mono text-xs font-normal text-soft">{c}</span>
        </span>
        {long.includes(c) ? (
          <textarea
            className={`${FIELD} font-mono text-sm`}
            rows={Math.min(12, Math.max(2, (form[c] ?? '').split('\n').length))}
            value={form[c] ?? ''}
            readOnly={!mayEdit}
            spellCheck={false}
            onChange={(e) => setForm({ ...form, [c]: e.target.value })}
            aria-invalid={faultOf(c).length > 0}
            data-column={c}
          />
        ) : (
          <input
            className={FIELD}
            value={form[c] ?? ''}
            readOnly={!mayEdit || c === 'id'}
            onChange={(e) => setForm({ ...form, [c]: e.target.value })}
            aria-invalid={faultOf(c).length > 0}
            data-column={c}
          />
        )}
        {other?.present && (other.present[c] ?? '') !== (form[c] ?? '') && (
          <span className="font-normal text-indigo" data-theirs={c}>
            {t('row.theirs')} <span className="font-mono">{other.present[c] || '–'}</span>
          </span>
        )}
        {faultOf(c).map((f, i) => (
          <span key={i} role="alert" className="font-normal text-plum">
            {say.reason(f.reason).text}
          </span>
        ))}
      </label>
    );
  }

  function impactEntries() {
    if (kind !== 'application') return [{ mark: <span aria-hidden>–</span>, text: t(effectOf(kind)) }];
    if (impact.kind === 'idle') return [{ mark: <span aria-hidden>–</span>, text: t('row.impact-idle') }];
    if (impact.kind === 'faults') return [{ mark: <WarningMark />, text: t('row.impact-faults') }];
    if (impact.changes.length === 0)
      return [{ mark: <span aria-hidden>–</span>, text: t('row.impact-none') }];
    return impact.changes.map((c) => ({
      mark: <VerdictMark verdict={c.after ?? 'does-not-fit'} />,
      text: t('row.impact', {
        job: String(c.number).padStart(4, '0'),
        before: c.before ? tCode(`verdict.${c.before}`) : t('row.not-offered'),
        after: c.after ? tCode(`verdict.${c.after}`) : t('row.not-offered'),
      }),
      detail: `${say.positions(c.positions)}${c.chosen ? ` · ${t('row.chosen-there')}` : ''}`,
    }));
  }
}

type ImpactState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'faults' }
  | { readonly kind: 'impact'; readonly changes: readonly Impact[] };

const TYPING_MS = 350;

/** What the row as typed would change; asked a moment after the last key. */
function useImpact(kind: ShelfKind, form: Cells, changed: boolean): ImpactState {
  const [state, setState] = useState<ImpactState>({ kind: 'idle' });
  useEffect(() => {
    if (kind !== 'application' || !changed) return;
    let live = true;
    const timer = setTimeout(() => {
      postJson<Reckoned>('/api/shelf/impact', { cells: form }).then(
        (r) => live && setState(r.kind === 'impact' ? r : { kind: 'faults' }),
        () => live && setState({ kind: 'idle' }),
      );
    }, TYPING_MS);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [kind, form, changed]);
  return state;
}

function Stock({ part, count }: { part: string; count: number | null }) {
  const { t } = useWords();
  const [typed, setTyped] = useState(count === null ? '' : String(count));
  const [state, setState] = useState<'idle' | 'saved' | 'wrong'>('idle');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const good =
        /^\d{1,5}$/.test(typed.trim()) &&
        (await postJson<{ kind?: string }>('/api/stock', { part, count: Number(typed) })).kind === 'saved';
      setState(good ? 'saved' : 'wrong');
    } catch {
      setState('wrong');
    }
  };
  return (
    <form
      onSubmit={submit}
      noValidate
      className="mt-5 flex items-end gap-3 border-t border-line pt-3"
      data-stock={state}
    >
      <label className="grid w-40 gap-1 text-sm font-semibold">
        {t('row.stock')}
        <input
          className={`${FIELD} font-mono`}
          inputMode="numeric"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          aria-invalid={state === 'wrong'}
        />
      </label>
      <button type="submit" className={BUTTON.plain}>
        {t('row.stock-set')}
      </button>
      <span role="status" className="text-sm text-soft">
        {state === 'saved' ? t('row.stock-saved') : state === 'wrong' ? t('row.stock-wrong') : ''}
      </span>
    </form>
  );
}
