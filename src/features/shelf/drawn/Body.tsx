'use client';
import { type PointerEvent, useRef } from 'react';
import {
  BODY_STYLES,
  type BodyGiven,
  bodyMeasures,
  bodyPicture,
  type BodyStyle,
  type DrawnLine,
} from '@/core/body';
import { BodyView } from '@/ui/BodyView';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { type DrawnProps, numberOf, whole } from './columns';

const MEASURES = [
  'heightMm',
  'wheelbaseMm',
  'frontOverhangMm',
  'bonnetMm',
  'windscreenMm',
  'roofMm',
  'rearGlassMm',
  'cowlMm',
  'deckMm',
  'beltMm',
  'wheelMm',
  'clearanceMm',
] as const satisfies readonly (keyof BodyGiven)[];
type Measure = (typeof MEASURES)[number];

const given = (text: string | undefined): BodyGiven => {
  try {
    return (JSON.parse(text || '{}') ?? {}) as BodyGiven;
  } catch {
    // What is being typed is not whole yet: the style's own proportions are drawn.
    return {};
  }
};

/** The vehicle line of a row as it stands in its cells. */
export const lineOf = (
  cells: Readonly<Record<string, string>>,
): DrawnLine & { readonly bodyStyle: BodyStyle } => ({
  bodyStyle: BODY_STYLES.find((b) => b === cells.bodyStyle) ?? 'van',
  lengthMm: Number(cells.lengthMm) || 5000,
  widthMm: Number(cells.widthMm) || 2000,
  body: given(cells.body),
  outline: cells.outline || undefined,
});

/** The measures of a body: as figures, and as handles on its side view. What is left empty follows from style and length. */
export function Body({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t, tCode } = useWords();
  const line = { ...lineOf(cells), body: given(value) };
  const m = bodyMeasures(line.bodyStyle, line.lengthMm, line.widthMm, line.body);
  const set = (name: Measure, mm: number | null) => {
    const { [name]: _, ...rest } = line.body;
    const next = mm === null ? rest : { ...rest, [name]: Math.max(0, Math.round(mm / 5) * 5) };
    onChange(Object.keys(next).length === 0 ? '' : whole(next));
  };
  const screen = m.bonnetMm + m.windscreenMm;
  /** Each handle sits where its two measures meet. */
  const handles: readonly { x: number; z: number; across: Measure; up: Measure; from: number }[] = [
    { x: m.bonnetMm, z: m.cowlMm, across: 'bonnetMm', up: 'cowlMm', from: 0 },
    { x: screen, z: m.heightMm, across: 'windscreenMm', up: 'heightMm', from: m.bonnetMm },
    { x: screen + m.roofMm, z: m.beltMm, across: 'roofMm', up: 'beltMm', from: screen },
    {
      x: screen + m.roofMm + m.rearGlassMm,
      z: m.deckMm,
      across: 'rearGlassMm',
      up: 'deckMm',
      from: screen + m.roofMm,
    },
    {
      x: m.frontOverhangMm + m.wheelbaseMm,
      z: m.wheelMm / 2,
      across: 'wheelbaseMm',
      up: 'wheelMm',
      from: m.frontOverhangMm,
    },
  ];
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-[2fr_1fr_1fr] items-end gap-3">
        <div className="h-40">
          <BodyView picture={bodyPicture(line, 'left')} label={tCode('body.view.left')} handled>
            {!readOnly &&
              handles.map((h) => (
                <Handle
                  key={h.across}
                  x={h.x}
                  y={-h.z}
                  label={t('draw.body-handle', {
                    across: tCode(`measure.${h.across}`),
                    up: tCode(`measure.${h.up}`),
                  })}
                  onMove={(dx, dy) => {
                    if (Math.abs(dx) >= Math.abs(dy)) set(h.across, h.x + dx - h.from);
                    else set(h.up, h.up === 'wheelMm' ? m.wheelMm - 2 * dy : h.z - dy);
                  }}
                />
              ))}
          </BodyView>
        </div>
        {(['front', 'rear'] as const).map((view) => (
          <div key={view} className="h-36">
            <BodyView picture={bodyPicture(line, view)} label={tCode(`body.view.${view}`)} />
          </div>
        ))}
      </div>
      <div className="grid grid-cols-3 gap-2 lg:grid-cols-6">
        {MEASURES.map((name) => (
          <label key={name} className="grid gap-0.5 text-sm">
            {tCode(`measure.${name}`)}
            <input
              className={FIELD}
              inputMode="numeric"
              readOnly={readOnly}
              value={line.body[name] === undefined ? '' : String(line.body[name])}
              placeholder={String(Math.round(numberOf(m[name], 0)))}
              onChange={(e) => {
                const typed = e.target.value.trim();
                if (typed === '') set(name, null);
                else if (/^\d+$/.test(typed)) onChange(whole({ ...line.body, [name]: Number(typed) }));
              }}
              data-measure={name}
            />
          </label>
        ))}
      </div>
      <p className="text-sm text-soft">{t('draw.body-about')}</p>
    </div>
  );
}

const STEP_MM = 50;

function Handle({
  x,
  y,
  label,
  onMove,
}: {
  x: number;
  y: number;
  label: string;
  onMove: (dx: number, dy: number) => void;
}) {
  const begun = useRef<{ x: number; y: number; perPx: number } | null>(null);
  const moved = (e: PointerEvent<SVGCircleElement>) => {
    const b = begun.current;
    if (b) onMove((e.clientX - b.x) * b.perPx, (e.clientY - b.y) * b.perPx);
  };
  return (
    <circle
      cx={x}
      cy={y}
      r="75"
      fill="var(--paper)"
      stroke="var(--petrol)"
      strokeWidth="34"
      className="cursor-move touch-none outline-none focus-visible:stroke-focus"
      role="button"
      tabIndex={0}
      aria-label={label}
      onPointerDown={(e) => {
        const svg = e.currentTarget.ownerSVGElement;
        const matrix = svg?.getScreenCTM();
        begun.current = { x: e.clientX, y: e.clientY, perPx: 1 / (matrix?.a ?? 1) };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerUp={(e) => {
        moved(e);
        begun.current = null;
      }}
      onKeyDown={(e) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        if (!by) return;
        e.preventDefault();
        onMove((by[0] ?? 0) * STEP_MM, (by[1] ?? 0) * STEP_MM);
      }}
      data-handle
    />
  );
}
