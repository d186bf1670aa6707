'use client';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { areaChanged, between, litBy, withArea, withoutArea } from '@/core/light/program/areas';
import type { InnerEnd } from '@/core/light/program/templates';
import type { LampProgram, ProgramSegment } from '@/core/light/program/types';
import type { LampFunction } from '@/core/vehicle';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

interface Point {
  readonly x: number;
  readonly y: number;
}
type Hold =
  | { readonly kind: 'draw'; readonly from: Point; readonly to: Point }
  | {
      readonly kind: 'move' | 'size';
      readonly id: string;
      readonly from: Point;
      readonly was: ProgramSegment;
    };

const CHIP =
  'rounded-sm border border-outline bg-raised px-2 py-1 text-sm font-semibold aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper';
const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The areas of a face, drawn, moved and sized by hand or by keys; what lights the one that is picked. */
export function FaceAreas({
  program,
  aspect,
  functions,
  inner,
  onChange,
}: {
  program: LampProgram;
  aspect: number;
  functions: readonly LampFunction[];
  inner: InnerEnd;
  onChange: (program: LampProgram) => void;
}) {
  const { t, tCode } = useWords();
  const face = useRef<SVGSVGElement>(null);
  const [picked, setPicked] = useState<string | null>(null);
  const [hold, setHold] = useState<Hold | null>(null);
  const area = program.segments.find((s) => s.id === picked) ?? null;
  const at = (e: PointerEvent): Point => {
    const box = face.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return { x: ((e.clientX - box.left) / box.width) * 100, y: ((e.clientY - box.top) / box.height) * 100 };
  };
  const add = (corners: Pick<ProgramSegment, 'x' | 'y' | 'w' | 'h'>) => {
    const made = withArea(program, { shape: 'bar', ...corners });
    onChange(made.program);
    setPicked(made.id);
  };
  const take = (e: PointerEvent, kind: 'move' | 'size', was: ProgramSegment) => {
    e.stopPropagation();
    face.current?.setPointerCapture(e.pointerId);
    setPicked(was.id);
    setHold({ kind, id: was.id, from: at(e), was });
  };
  const move = (e: PointerEvent) => {
    if (!hold) return;
    const to = at(e);
    if (hold.kind === 'draw') return setHold({ ...hold, to });
    const [dx, dy] = [to.x - hold.from.x, to.y - hold.from.y];
    const { was } = hold;
    onChange(
      areaChanged(
        program,
        hold.id,
        hold.kind === 'move' ? { x: was.x + dx, y: was.y + dy } : { w: was.w + dx, h: was.h + dy },
      ),
    );
  };
  const drop = () => {
    if (hold?.kind === 'draw' && Math.hypot(hold.to.x - hold.from.x, hold.to.y - hold.from.y) > 3)
      add(between(hold.from, hold.to));
    else if (hold?.kind === 'draw') setPicked(null);
    setHold(null);
  };
  const keys = (e: KeyboardEvent, s: ProgramSegment) => {
    const step = STEPS[e.key];
    if (step) {
      e.preventDefault();
      const [dx, dy] = step;
      onChange(
        areaChanged(program, s.id, e.shiftKey ? { w: s.w + dx, h: s.h + dy } : { x: s.x + dx, y: s.y + dy }),
      );
    } else if (e.key === 'Delete' || e.key === 'Backspace') {
      e.preventDefault();
      onChange(withoutArea(program, s.id));
      setPicked(null);
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      setPicked(s.id);
    }
  };
  const drawn = hold?.kind === 'draw' ? between(hold.from, hold.to) : null;
  const lights = (s: ProgramSegment) =>
    program.functions.filter((f) => f.segments.includes(s.id)).map((f) => tCode(`does.${f.does}`));
  return (
    <div className="grid gap-2" data-face-areas>
      <svg
        ref={face}
        viewBox={`0 0 ${100 * aspect} 100`}
        className="w-full max-w-lg touch-none cursor-crosshair rounded-sm bg-[var(--glass)]"
        style={{ aspectRatio: String(aspect), maxHeight: '22rem' }}
        role="group"
        aria-label={t('areas.face')}
        onPointerDown={(e) => {
          face.current?.setPointerCapture(e.pointerId);
          setHold({ kind: 'draw', from: at(e), to: at(e) });
        }}
        onPointerMove={move}
        onPointerUp={drop}
      >
        {program.segments
          .filter((s) => s.w > 0 && s.h > 0)
          .map((s) => (
            <g key={s.id}>
              <rect
                x={s.x * aspect}
                y={s.y}
                width={s.w * aspect}
                height={s.h}
                rx={s.shape === 'round' ? Math.min(s.w * aspect, s.h) / 2 : 1.5}
                className={`cursor-move ${s.id === picked ? 'fill-[#f2c14e]' : 'fill-[var(--glass-rim)]'}`}
                tabIndex={0}
                role="button"
                aria-pressed={s.id === picked}
                aria-label={t('areas.area', { id: s.id, lights: lights(s).join(', ') || t('areas.none') })}
                onPointerDown={(e) => take(e, 'move', s)}
                onKeyDown={(e) => keys(e, s)}
                onFocus={() => setPicked(s.id)}
                data-area={s.id}
              />
              {s.id === picked && (
                <rect
                  x={(s.x + s.w) * aspect - 3}
                  y={s.y + s.h - 3}
                  width={5}
                  height={5}
                  className="cursor-nwse-resize fill-white"
                  onPointerDown={(e) => take(e, 'size', s)}
                  data-area-size={s.id}
                />
              )}
            </g>
          ))}
        {drawn && (
          <rect
            x={drawn.x * aspect}
            y={drawn.y}
            width={drawn.w * aspect}
            height={drawn.h}
            className="fill-none stroke-white [stroke-dasharray:2]"
          />
        )}
      </svg>
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className={BUTTON.plain}
          onClick={() => add({ x: 40, y: 40, w: 20, h: 20 })}
          data-area-add
        >
          {t('areas.add')}
        </button>
        {area && (
          <>
            <button
              type="button"
              className={CHIP}
              aria-pressed={area.shape === 'round'}
              onClick={() =>
                onChange(areaChanged(program, area.id, { shape: area.shape === 'round' ? 'bar' : 'round' }))
              }
            >
              {t('areas.round')}
            </button>
            {functions.map((does) => {
              const lit = program.functions.some((f) => f.does === does && f.segments.includes(area.id));
              return (
                <button
                  key={does}
                  type="button"
                  className={CHIP}
                  aria-pressed={lit}
                  onClick={() => onChange(litBy(program, area.id, does, !lit, inner))}
                  data-lit-by={does}
                >
                  {tCode(`does.${does}`)}
                </button>
              );
            })}
            <button
              type="button"
              className={BUTTON.quiet}
              onClick={() => {
                onChange(withoutArea(program, area.id));
                setPicked(null);
              }}
              data-area-out
            >
              {t('areas.remove')}
            </button>
          </>
        )}
      </div>
      <p className="text-sm text-soft">{t('areas.about')}</p>
    </div>
  );
}
