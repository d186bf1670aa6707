'use client';
import { type KeyboardEvent, type MouseEvent, useState } from 'react';
import { type FoundMark, MARK_PLACES, type Pixel } from '@/core/beam/wall';
import { useWords } from '@/ui/WordsContext';

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture with its marks: those that were found, and those that are tapped, or put by the arrow keys. */
export function WallMarks({
  src,
  width,
  height,
  marks,
  onTap,
  onPut,
}: {
  src: string;
  width: number;
  height: number;
  marks: readonly FoundMark[];
  onTap: (id: string, at: Pixel) => void;
  onPut: (id: string, at: Pixel) => void;
}) {
  const { t } = useWords();
  const missing = MARK_PLACES.map((m) => m.id).filter((id) => !marks.some((m) => m.id === id));
  const [picked, setPicked] = useState<string | null>(null);
  const turn = picked ?? missing[0] ?? null;
  const tapped = (event: MouseEvent<HTMLElement>) => {
    if (!turn) return;
    const box = event.currentTarget.getBoundingClientRect();
    onTap(turn, {
      x: ((event.clientX - box.left) / box.width) * width,
      y: ((event.clientY - box.top) / box.height) * height,
    });
    setPicked(null);
  };
  const keyed = (event: KeyboardEvent, id: string) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const by = event.shiftKey ? 1 : Math.max(2, Math.round(width / 200));
    const at = marks.find((m) => m.id === id)?.pixel ?? { x: width / 2, y: height / 2 };
    onPut(id, { x: at.x + step[0] * by, y: at.y + step[1] * by });
  };
  return (
    <div className="grid gap-1.5" data-wall-marks={marks.length}>
      {/* Its keys are the buttons below: each mark moves by its own. */}
      {}
      <div
        className={`relative max-w-3xl ${turn ? 'cursor-crosshair' : ''}`}
        onClick={tapped}
        data-wall-photo
      >
        {/* eslint-disable-next-line @next/next/no-img-element -- a file of this device, never sent anywhere to be shown */}
        <img src={src} alt={t('wall.photo-alt')} className="block w-full border border-line" />
        <svg
          viewBox={`0 0 ${width} ${height}`}
          className="pointer-events-none absolute inset-0 size-full"
          aria-hidden
        >
          {marks.map((m) => (
            <g key={m.id} transform={`translate(${m.pixel.x} ${m.pixel.y}) scale(${width / 760})`}>
              <circle r="15" fill="none" stroke="#14161b" strokeWidth="6" />
              <circle r="15" fill="none" stroke="#5fd0d0" strokeWidth="3" />
              <text
                x="20"
                y="-10"
                fontSize="18"
                fontWeight="700"
                fill="#5fd0d0"
                stroke="#14161b"
                strokeWidth="0.6"
              >
                {m.id}
              </text>
            </g>
          ))}
        </svg>
      </div>
      <div className="flex flex-wrap items-center gap-2 text-sm" role="group" aria-label={t('wall.marks')}>
        {MARK_PLACES.map(({ id }) => {
          const there = marks.some((m) => m.id === id);
          return (
            <button
              key={id}
              type="button"
              className={`rounded-sm border px-2 py-0.5 font-semibold ${turn === id ? 'border-ink bg-sunk' : 'border-outline bg-raised'}`}
              aria-pressed={turn === id}
              onClick={() => setPicked(id)}
              onKeyDown={(e) => keyed(e, id)}
              data-wall-mark={id}
            >
              {t('wall.mark', { id, there: String(there) })}
            </button>
          );
        })}
        <span className="text-soft">{turn ? t('wall.tap', { id: turn }) : t('wall.marks-all')}</span>
      </div>
    </div>
  );
}
