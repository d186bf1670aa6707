'use client';
import type { PhotoMark } from '@/core/job';
import { Picture } from './Picture';

const percent = (share: number) => `${share * 100}%`;

/** A photo with what was drawn on it. Marks keep their size whatever the photo's. */
export function PhotoView({
  photo,
  alt,
  marks,
  className = '',
}: {
  photo: string;
  alt: string;
  marks: readonly PhotoMark[];
  className?: string;
}) {
  return (
    <span className={`relative block overflow-hidden border border-line bg-sunk ${className}`}>
      <Picture photo={photo} alt={alt} className="block w-full" />
      <Marks marks={marks} />
    </span>
  );
}

/** Marks over a photo: ink with a paper rim, so that they are seen on dark and on bright. */
export function Marks({ marks }: { marks: readonly PhotoMark[] }) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden data-marks={marks.length}>
      <defs>
        <marker
          id="mark-tip"
          viewBox="0 0 10 10"
          refX="8"
          refY="5"
          markerWidth="5"
          markerHeight="5"
          orient="auto"
        >
          <path d="M0 0L10 5L0 10z" fill="var(--plum)" stroke="var(--paper)" strokeWidth="1" />
        </marker>
      </defs>
      {marks.map((m, i) => (
        <Mark key={i} mark={m} />
      ))}
    </svg>
  );
}

function Mark({ mark: { kind, x, y, toX, toY, words } }: { mark: PhotoMark }) {
  if (kind === 'arrow') {
    const line = { x1: percent(x), y1: percent(y), x2: percent(toX ?? x), y2: percent(toY ?? y) };
    return (
      <g>
        <line {...line} stroke="var(--paper)" strokeWidth="8" strokeLinecap="round" />
        <line
          {...line}
          stroke="var(--plum)"
          strokeWidth="4"
          strokeLinecap="round"
          markerEnd="url(#mark-tip)"
        />
        {words && <Said x={x} y={y} words={words} />}
      </g>
    );
  }
  return (
    <svg x={percent(x)} y={percent(y)} overflow="visible">
      {kind === 'ring' && (
        <>
          <circle r="26" fill="none" stroke="var(--paper)" strokeWidth="8" />
          <circle r="26" fill="none" stroke="var(--plum)" strokeWidth="4" />
        </>
      )}
      {kind === 'number' && <circle r="17" fill="var(--plum)" stroke="var(--paper)" strokeWidth="3" />}
      {kind === 'push' && (
        <>
          <rect
            x="-17"
            y="-17"
            width="34"
            height="34"
            rx="4"
            fill="var(--plum)"
            stroke="var(--paper)"
            strokeWidth="3"
          />
          <path d="M0 -10v16M-7 0l7 8l7 -8" fill="none" stroke="var(--paper)" strokeWidth="4" />
        </>
      )}
      {kind === 'number' ? (
        <text textAnchor="middle" dy="6" fontSize="18" fontWeight="700" fill="var(--paper)">
          {words}
        </text>
      ) : (
        words && <SaidHere words={words} dy={kind === 'ring' ? 46 : 36} />
      )}
    </svg>
  );
}

function Said({ x, y, words }: { x: number; y: number; words: string }) {
  return (
    <svg x={percent(x)} y={percent(y)} overflow="visible">
      <SaidHere words={words} dy={-10} />
    </svg>
  );
}

const SaidHere = ({ words, dy }: { words: string; dy: number }) => (
  <text
    textAnchor="middle"
    dy={dy}
    fontSize="15"
    fontWeight="700"
    fill="var(--ink)"
    stroke="var(--paper)"
    strokeWidth="4"
    paintOrder="stroke"
  >
    {words}
  </text>
);
