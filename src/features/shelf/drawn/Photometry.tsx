'use client';
import { useState } from 'react';
import { formOf, type PhotometryFile, photometryMap } from '@/core/beam/photofile';
import { LAMP_FUNCTIONS } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { plainWording } from '@/words';
import type { DrawnProps } from './columns';

/** A lamp's intensity files: brought in, looked at, taken off. What a file does not say, where the lamp looks, is asked. */
export function Photometry({ value, readOnly, onChange }: DrawnProps) {
  const words = useWords();
  const { t, tCode } = words;
  const say = plainWording(words);
  const files = (JSON.parse(value || 'null') ?? []) as readonly PhotometryFile[];
  const [fault, setFault] = useState<string | null>(null);
  const put = (next: readonly PhotometryFile[]) =>
    onChange(next.length > 0 ? JSON.stringify(next, null, 2) : '');
  const bring = async (file: File | undefined) => {
    if (!file) return;
    const text = await file.text();
    const read = photometryMap({ form: formOf(text), text });
    if (read.kind === 'fault') return setFault(say.reason(read.reason).text);
    setFault(null);
    const does = LAMP_FUNCTIONS.find((d) => !files.some((f) => f.does === d)) ?? 'low-beam';
    put([...files, { does: files.length === 0 ? 'low-beam' : does, form: formOf(text), text }]);
  };
  const change = (i: number, changed: Partial<PhotometryFile>) =>
    put(files.map((f, k) => (k === i ? { ...f, ...changed } : f)));
  const save = (f: PhotometryFile) => {
    const url = URL.createObjectURL(new Blob([f.text], { type: 'text/plain' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${f.does}.${f.form === 'IES' ? 'ies' : 'ldt'}`;
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <div className="grid gap-3" data-photometry={files.length}>
      {files.length === 0 && <p className="text-soft">{t('photometry.none')}</p>}
      {files.map((f, i) => {
        const read = photometryMap(f);
        const most = read.kind === 'map' ? Math.max(...read.map.candela.flat()) : null;
        return (
          <div key={i} className="flex flex-wrap items-end gap-3 border-b border-line pb-2">
            <label className="grid w-44 gap-1 text-sm font-semibold">
              {t('photometry.does')}
              <select
                className={FIELD}
                value={f.does}
                disabled={readOnly}
                onChange={(e) => change(i, { does: e.target.value as PhotometryFile['does'] })}
              >
                {LAMP_FUNCTIONS.map((d) => (
                  <option key={d} value={d}>
                    {tCode(`does.${d}`)}
                  </option>
                ))}
              </select>
            </label>
            {read.kind === 'map' && read.map.type === 'C' && (
              <label className="grid w-56 gap-1 text-sm font-semibold">
                {t('photometry.looks')}
                <select
                  className={FIELD}
                  value={f.looks ?? 'ahead'}
                  disabled={readOnly}
                  onChange={(e) => change(i, { looks: e.target.value === 'down' ? 'down' : 'ahead' })}
                >
                  <option value="ahead">{t('photometry.ahead')}</option>
                  <option value="down">{t('photometry.down')}</option>
                </select>
              </label>
            )}
            <p className="text-sm" data-photometry-file={f.form}>
              {read.kind === 'map'
                ? t('photometry.is', {
                    form: f.form,
                    type: read.map.type,
                    h: read.map.h.length,
                    v: read.map.v.length,
                    cd: Math.round(most ?? 0),
                  })
                : say.reason(read.reason).text}
            </p>
            <button type="button" className={BUTTON.quiet} onClick={() => save(f)}>
              {t('photometry.save')}
            </button>
            {!readOnly && (
              <button
                type="button"
                className={BUTTON.quiet}
                onClick={() => put(files.filter((_, k) => k !== i))}
              >
                {t('photometry.remove')}
              </button>
            )}
          </div>
        );
      })}
      {!readOnly && (
        <label className="grid max-w-md gap-1 text-sm font-semibold">
          {t('photometry.bring')}
          <input
            key={files.length}
            type="file"
            accept=".ies,.ldt,text/plain"
            className={FIELD}
            onChange={(e) => void bring(e.target.files?.[0])}
            data-photometry-bring
          />
        </label>
      )}
      <p role="alert" className="text-sm text-plum">
        {fault}
      </p>
    </div>
  );
}
