'use client';
import { useState } from 'react';
import { readWallDistance } from '@/core/quantity';
import { BUTTON, FIELD } from '@/ui/classes';
import { useJob } from '../JobContext';
import { Figure } from './Figure';
import { measureLabel } from './figureWords';
import { pointsOfCsv } from './readingsCsv';
import { taskTyped, type WallTyped, wallTyped } from './wallTask';

/** Fields of the wall itself, which a shop measures once, and what a meter read at points of the picture. */
export function WallFields({
  typed,
  onChange,
}: {
  typed: WallTyped;
  onChange: (changed: Partial<WallTyped>) => void;
}) {
  const { job, words } = useJob();
  const { t, decimal } = words;
  const [kept, setKept] = useState<'kept' | 'not' | null>(null);
  const walls = job.pack.walls ?? [];
  const [csvLine, setCsvLine] = useState<number | null>(null);
  const here = (figure: string) => figure.replace(/[.,]/, decimal);
  const fromCsv = async (file: File | undefined) => {
    if (!file) return;
    const read = pointsOfCsv(await file.text());
    if (read.kind === 'fault') return setCsvLine(read.line);
    setCsvLine(null);
    onChange({
      readings: read.points.map((p) => ({
        // The file's own unit: millimetres, whatever the language.
        right: `${here(p.right)} mm`,
        up: `${here(p.up)} mm`,
        lux: here(p.lux),
      })),
    });
  };
  const keepWall = async () => {
    const length = readWallDistance(typed.distance, words);
    const task =
      length.kind === 'fault'
        ? null
        : taskTyped({ ...typed, centre: '700 mm', across: '0', traffic: 'right' }, [], length.mm, words);
    if (task?.kind !== 'task' || typed.name.trim() === '') return setKept('not');
    const answer = await fetch('/api/walls', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: typed.name.trim(), ...task.wall }),
    }).catch(() => null);
    setKept(answer?.ok ? 'kept' : 'not');
  };
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        {walls.length > 0 && (
          <label className="grid w-48 gap-1 text-sm font-semibold">
            {t('wall.of-shop')}
            <select
              className={FIELD}
              value={walls.some((w) => w.name === typed.name) ? typed.name : ''}
              onChange={(e) => {
                const { name, distance, rise, marks } = wallTyped(
                  walls.find((w) => w.name === e.target.value) ?? null,
                  words,
                );
                onChange({ name, distance, rise, marks });
              }}
              data-wall-field="of-shop"
            >
              <option value="">{t('wall.another')}</option>
              {walls.map((w) => (
                <option key={w.name}>{w.name}</option>
              ))}
            </select>
          </label>
        )}
        <Figure
          label={t('light-read.distance')}
          value={typed.distance}
          onChange={(distance) => onChange({ distance })}
          width="w-32"
          placeholder={t('light-read.distance-example')}
          data-wall-field="distance"
        />
        <Figure
          label={t('wall.stray')}
          value={typed.stray}
          onChange={(stray) => onChange({ stray })}
          width="w-44"
          data-wall-field="stray"
        />
      </div>
      <details data-wall-readings>
        <summary className="cursor-pointer text-sm font-semibold text-petrol">{t('wall.readings')}</summary>
        <p className="mt-1 max-w-[70ch] text-sm text-soft">{t('wall.readings-about')}</p>
        <label className="mt-1 grid max-w-md gap-1 text-sm font-semibold">
          {t('wall.readings-csv')}
          <input
            type="file"
            accept=".csv,text/csv"
            className={FIELD}
            onChange={(e) => void fromCsv(e.target.files?.[0])}
            data-wall-field="csv"
          />
        </label>
        <p role="alert" className="text-sm text-plum">
          {csvLine !== null && t('wall.readings-csv-fault', { line: csvLine })}
        </p>
        <table className="mt-1.5 text-sm">
          <thead>
            <tr className="text-left">
              {(['right', 'up', 'lux'] as const).map((k) => (
                <th key={k} scope="col" className="pr-3 font-semibold">
                  {k === 'lux'
                    ? t('wall.reading.lux')
                    : measureLabel(t(`wall.reading.${k}`), 'length', words)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {typed.readings.map((r, i) => (
              <tr key={i}>
                {(['right', 'up', 'lux'] as const).map((k) => (
                  <td key={k} className="py-0.5 pr-3">
                    <input
                      className={`${FIELD} w-28 font-mono`}
                      inputMode="decimal"
                      aria-label={t('wall.reading-of', { n: i + 1, what: t(`wall.reading.${k}`) })}
                      value={r[k]}
                      onChange={(e) =>
                        onChange({
                          readings: typed.readings.map((x, j) =>
                            j === i ? { ...x, [k]: e.target.value } : x,
                          ),
                        })
                      }
                      data-wall-reading={`${i}/${k}`}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      <details data-wall-places>
        <summary className="cursor-pointer text-sm font-semibold text-petrol">{t('wall.places')}</summary>
        <p className="mt-1 max-w-[70ch] text-sm text-soft">{t('wall.places-about')}</p>
        <div className="mt-1.5 flex flex-wrap gap-x-6 gap-y-2">
          {Object.entries(typed.marks).map(([id, m]) => (
            <fieldset key={id} className="flex items-end gap-2">
              <legend className="text-sm font-semibold">{t('wall.mark', { id, there: 'true' })}</legend>
              {(['across', 'up'] as const).map((k) => (
                <Figure
                  key={k}
                  label={t(`wall.place.${k}`)}
                  value={m[k]}
                  onChange={(v) => onChange({ marks: { ...typed.marks, [id]: { ...m, [k]: v } } })}
                  width="w-24"
                  measured="length"
                  data-wall-place={`${id}/${k}`}
                />
              ))}
            </fieldset>
          ))}
        </div>
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <Figure
            label={t('wall.rise')}
            value={typed.rise}
            onChange={(rise) => onChange({ rise })}
            width="w-44"
            data-wall-field="rise"
          />
          <label className="grid w-48 gap-1 text-sm font-semibold">
            {t('wall.name')}
            <input
              className={FIELD}
              value={typed.name}
              onChange={(e) => onChange({ name: e.target.value })}
              data-wall-field="name"
            />
          </label>
          <button type="button" className={BUTTON.plain} onClick={() => void keepWall()} data-wall-keep>
            {t('wall.keep')}
          </button>
          <span role="status" className="text-sm">
            {kept && t(`wall.keep.${kept}`)}
          </span>
        </div>
        <p className="mt-2 flex flex-wrap gap-x-4 text-sm">
          <a
            className={BUTTON.quiet}
            href={`/api/jobs/${job.pack.id}/wall/marks.pdf`}
            target="_blank"
            rel="noreferrer"
            data-print-marks
          >
            {t('wall.print-marks')}
          </a>
        </p>
      </details>
    </>
  );
}
