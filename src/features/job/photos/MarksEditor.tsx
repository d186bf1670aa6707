'use client';
import { type MouseEvent, useState } from 'react';
import { PHOTO_MARKS, type PhotoMark, type PhotoMarkKind } from '@/core/job';
import { BUTTON, FIELD } from '@/ui/classes';
import { useJob } from '../JobContext';
import { PhotoView } from './PhotoView';

const round = (share: number) => Math.round(Math.max(0, Math.min(1, share)) * 1000) / 1000;

/** Draws on a photo: what, then where. The picture itself stays as it is; marks can be drawn anew. */
export function MarksEditor({
  photo,
  alt,
  marks,
  onDone,
}: {
  photo: string;
  alt: string;
  marks: readonly PhotoMark[];
  onDone: () => void;
}) {
  const { words, sender } = useJob();
  const { t, tCode } = words;
  const [drawn, setDrawn] = useState<readonly PhotoMark[]>(marks);
  const [kind, setKind] = useState<PhotoMarkKind>('ring');
  const [text, setText] = useState('');
  /** Where an arrow begins: its point comes next. */
  const [tail, setTail] = useState<{ x: number; y: number } | null>(null);
  const place = (e: MouseEvent<HTMLElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const at = { x: round((e.clientX - box.left) / box.width), y: round((e.clientY - box.top) / box.height) };
    if (kind === 'arrow' && !tail) return setTail(at);
    const said =
      kind === 'number' ? String(drawn.filter((m) => m.kind === 'number').length + 1) : text.trim();
    const from = tail ?? at;
    setDrawn([
      ...drawn,
      {
        kind,
        ...from,
        ...(kind === 'arrow' ? { toX: at.x, toY: at.y } : {}),
        ...(said ? { words: said.slice(0, 40) } : {}),
      },
    ]);
    setTail(null);
    setText('');
  };
  const save = async () => {
    const kept = await sender.send('photo-marked', { photo, marks: drawn.map((m) => ({ ...m })) });
    if (kept) onDone();
  };
  return (
    <div className="grid gap-3" data-marks-editor>
      <div className="flex flex-wrap items-end gap-2">
        {PHOTO_MARKS.map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={kind === k}
            className="min-h-11 rounded-sm border border-outline bg-raised px-3 font-semibold aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-sunk"
            onClick={() => {
              setKind(k);
              setTail(null);
            }}
            data-mark-kind={k}
          >
            {tCode(`photo-mark.${k}`)}
          </button>
        ))}
        {kind !== 'number' && (
          <label className="grid gap-1 text-sm font-semibold">
            {t('photo-mark.words')}
            <input className={FIELD} value={text} maxLength={40} onChange={(e) => setText(e.target.value)} />
          </label>
        )}
      </div>
      <p role="status" className="text-sm text-soft">
        {t(kind !== 'arrow' ? 'photo-mark.tap' : tail ? 'photo-mark.tap-point' : 'photo-mark.tap-tail')}
      </p>
      <button type="button" className="cursor-crosshair" onClick={place} data-mark-here>
        <PhotoView photo={photo} alt={alt} marks={drawn} />
      </button>
      <div className="flex flex-wrap gap-3">
        <button type="button" className={BUTTON.main} onClick={() => void save()} data-marks-save>
          {t('photo-mark.save')}
        </button>
        <button
          type="button"
          className={BUTTON.plain}
          disabled={drawn.length === 0}
          onClick={() => setDrawn(drawn.slice(0, -1))}
        >
          {t('undo')}
        </button>
      </div>
    </div>
  );
}
