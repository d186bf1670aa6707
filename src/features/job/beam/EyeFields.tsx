'use client';
import { eyeSpot } from '@/core/job';
import type { TypedHow } from '@/core/quantity';
import { FIELD } from '@/ui/classes';
import { useJob } from '../JobContext';
import { Figure } from './Figure';
import { measureIn, numberIn } from './numberIn';
import type { SetUpTyped } from './SetUpFields';

/** What is typed of one lamp besides its hot spot. */
export interface EyeTyped {
  readonly eye: string;
  readonly eye25: string;
  /** Up the column through the eye point: mm over the lamp's height, and lux. */
  readonly column: readonly { readonly up: string; readonly lux: string }[];
}
const ROW = { up: '', lux: '' };
/** Nothing typed yet. */
export const NO_EYE: EyeTyped = { eye: '', eye25: '', column: [ROW, ROW, ROW] };

/** The eye fields as an entry has them; null: one of them is no figure. */
export function eyeBody(
  typed: Readonly<Record<string, EyeTyped>>,
  how: TypedHow,
): {
  readonly eyeLux?: Readonly<Record<string, number>>;
  readonly eye25Lux?: Readonly<Record<string, number>>;
  readonly columns?: Readonly<Record<string, readonly { upMm: number; lux: number }[]>>;
} | null {
  let fault = false;
  const wanted = (n: number | null): number => {
    if (n === null) fault = true;
    return n ?? 0;
  };
  const figure = (text: string) => wanted(numberIn(text, how.decimal));
  const some = (name: 'eye' | 'eye25') =>
    Object.entries(typed).flatMap(([p, e]) => (e[name].trim() === '' ? [] : [[p, figure(e[name])] as const]));
  const [eyes, eyes25] = [some('eye'), some('eye25')];
  const columns = Object.entries(typed).flatMap(([p, e]) => {
    const rows = e.column.filter((r) => r.up.trim() !== '' || r.lux.trim() !== '');
    return rows.length === 0
      ? []
      : [
          [
            p,
            rows.map((r) => ({
              upMm: wanted(measureIn(r.up, 'length', { ...how, signed: true })),
              lux: figure(r.lux),
            })),
          ] as const,
        ];
  });
  if (fault) return null;
  return {
    ...(eyes.length > 0 ? { eyeLux: Object.fromEntries(eyes) } : {}),
    ...(eyes25.length > 0 ? { eye25Lux: Object.fromEntries(eyes25) } : {}),
    ...(columns.length > 0 ? { columns: Object.fromEntries(columns) } : {}),
  };
}

/** What an oncoming driver gets of each lamp: at the eye points, and up the column through the nearer of them. */
export function EyeFields({
  positions,
  typed,
  onChange,
  setUp,
  onSetUp,
  distanceMm,
}: {
  positions: readonly string[];
  typed: Readonly<Record<string, EyeTyped>>;
  onChange: (typed: Readonly<Record<string, EyeTyped>>) => void;
  setUp: SetUpTyped;
  onSetUp: (setUp: SetUpTyped) => void;
  distanceMm: number | null;
}) {
  const { words, say } = useJob();
  const { t } = words;
  const { traffic } = setUp;
  const spot = traffic !== '' && distanceMm !== null ? eyeSpot(traffic, distanceMm) : null;
  const of = (p: string) => typed[p] ?? NO_EYE;
  const put = (p: string, changed: Partial<EyeTyped>) =>
    onChange({ ...typed, [p]: { ...of(p), ...changed } });
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid w-44 gap-1 text-sm font-semibold">
          {t('set-up.traffic')}
          <select
            className={FIELD}
            value={traffic}
            onChange={(e) => onSetUp({ ...setUp, traffic: e.target.value as typeof traffic })}
            data-set-up="traffic"
          >
            <option value="">{t('set-up.unknown')}</option>
            <option value="right">{t('set-up.traffic.right')}</option>
            <option value="left">{t('set-up.traffic.left')}</option>
          </select>
        </label>
        {positions.map((p) => (
          <Figure
            key={p}
            label={t('light-read.eye-of', { position: say.position(p) })}
            value={of(p).eye}
            onChange={(eye) => put(p, { eye })}
            data-eye={p}
          />
        ))}
        <p className="max-w-md text-sm text-soft">
          {spot
            ? t('light-read.eye-spot', {
                side: spot.acrossMm < 0 ? 'left' : 'right',
                across: Math.abs(spot.acrossMm),
                up: spot.upMm,
              })
            : t('light-read.eye-about')}
        </p>
      </div>
      <details data-dazzle-fields>
        <summary className="cursor-pointer text-sm font-semibold text-petrol">{t('dazzle.fields')}</summary>
        <p className="mt-1 max-w-[70ch] text-sm text-soft">{t('dazzle.about')}</p>
        {positions.map((p) => (
          <fieldset key={p} className="mt-2 flex flex-wrap items-end gap-3">
            <legend className="text-sm font-semibold">{say.position(p)}</legend>
            <Figure
              label={t('dazzle.eye25')}
              value={of(p).eye25}
              onChange={(eye25) => put(p, { eye25 })}
              width="w-40"
              data-eye25={p}
            />
            {of(p).column.map((r, i) => (
              <span key={i} className="flex items-end gap-1.5">
                {(['up', 'lux'] as const).map((k) => (
                  <Figure
                    key={k}
                    label={t(`dazzle.${k}`)}
                    value={r[k]}
                    onChange={(v) =>
                      put(p, { column: of(p).column.map((x, j) => (j === i ? { ...x, [k]: v } : x)) })
                    }
                    width="w-24"
                    measured={k === 'up' ? 'length' : undefined}
                    data-column={`${p}/${i}/${k}`}
                  />
                ))}
              </span>
            ))}
          </fieldset>
        ))}
      </details>
    </>
  );
}
