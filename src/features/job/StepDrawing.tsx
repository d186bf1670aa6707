'use client';
import { bodyMeasures, bodyPicture, placeOn } from '@/core/body';
import type { StepLine } from '@/core/job';
import { type DrawnPoint, pointOn, pullOn, stepPoints, zoneArea, zoneView } from '@/core/work';
import { BodyView } from '@/ui/BodyView';
import { useJob } from './JobContext';

const MARK_MM = 120;
/** Up to this length a vehicle is shown whole. */
const SMALL_MM = 3200;
/** Room around the zone, as a share of the whole view. */
const ROOM = 0.08;

/**
 * The place of a step on the vehicle: its side, the zone shaded, the lamp ringed, its fasteners still in or already out,
 * which way it is drawn and where it lets go unseen. Never an empty pane.
 */
export function StepDrawing({ line, className }: { line: StepLine; className: string }) {
  const { view, words, say } = useJob();
  const { family } = view;
  const { step } = line;
  const side = zoneView(step.step.zone, step.position);
  const picture = bodyPicture(family, side);
  const m = bodyMeasures(family.bodyStyle, family.lengthMm, family.widthMm, family.body);
  const [x, y, w, h] = picture.box;
  const [left, ay, aw, ah] = zoneArea(step.step.zone, side);
  const points = stepPoints(step, line.fasteners, m, side);
  const release = step.step.release && pointOn(step.step.release, step, m, side);
  const arrow = pullOn(step, side);
  // Something may be drawn off where nothing is counted: the arrow begins in the middle of what there is.
  const from =
    points.length > 0
      ? { x: mean(points.map((p) => p.x)), y: mean(points.map((p) => p.y)) }
      : (release ?? { x: x + (left + aw / 2) * w, y: y + (ay + ah / 2) * h });
  const near = view.positions.flatMap((p) => {
    const at = placeOn(p.place, m, side);
    return at.seen && p.swap !== null ? [{ key: p.key, at }] : [];
  });
  return (
    <div
      className={`rounded-sm border border-line bg-raised p-2 ${className}`}
      data-drawing={side}
      data-points={points.map((p) => p.state).join(' ')}
    >
      <BodyView
        picture={picture}
        crop={
          // A small vehicle is seen whole at this size.
          aw > 0 && m.lengthMm > SMALL_MM
            ? [x + (left - ROOM) * w, y + (ay - ROOM) * h, (aw + 2 * ROOM) * w, (ah + 2 * ROOM) * h]
            : undefined
        }
        label={words.t('tablet.drawing', {
          zone: words.tCode(`zone.${step.step.zone}`),
          position: step.position ? say.position(step.position) : '',
        })}
      >
        {aw > 0 && (
          <rect
            x={x + left * w}
            y={y + ay * h}
            width={aw * w}
            height={ah * h}
            rx={90}
            fill="var(--petrol)"
            fillOpacity={0.13}
            stroke="var(--petrol)"
            strokeWidth={10}
            strokeDasharray="46 34"
          />
        )}
        {near.map(({ key, at }) => {
          const here = key === step.position;
          return (
            <g key={key} data-ringed={here ? key : undefined}>
              <circle
                cx={at.x}
                cy={at.y}
                r={MARK_MM}
                fill={here ? 'var(--petrol)' : 'var(--paper)'}
                fillOpacity={here ? 0.9 : 0.6}
                stroke="var(--petrol)"
                strokeWidth={here ? 20 : 10}
              />
              {here && <circle cx={at.x} cy={at.y} r={MARK_MM * 0.4} fill="var(--paper)" />}
            </g>
          );
        })}
        {points.map((p, i) => (
          <Fastener key={`${p.group}${i}`} point={p} />
        ))}
        {release && (
          <path
            d={`M${release.x - 70} ${release.y}h140M${release.x} ${release.y - 70}v140`}
            stroke="var(--plum)"
            strokeWidth={28}
            data-release
          />
        )}
        {arrow && (
          <path
            d={arrowPath(from, arrow)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={30}
            strokeLinecap="round"
            strokeLinejoin="round"
            data-pull={step.step.pull}
          />
        )}
      </BodyView>
    </div>
  );
}

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

/** A fastener: full while it is in, a cross where it came out, hollow where it is loosened only. */
function Fastener({ point: { x, y, state } }: { point: DrawnPoint }) {
  if (state === 'out')
    return (
      <path
        d={`M${x - 42} ${y - 42}l84 84M${x + 42} ${y - 42}l-84 84`}
        stroke="var(--ink)"
        strokeWidth={20}
        strokeLinecap="round"
      />
    );
  return (
    <circle
      cx={x}
      cy={y}
      r={50}
      fill={state === 'in' ? 'var(--ink)' : 'var(--paper)'}
      stroke="var(--ink)"
      strokeWidth={20}
    />
  );
}

const ARROW_MM = 300;
function arrowPath(
  { x, y }: { readonly x: number; readonly y: number },
  [dx, dy]: readonly [number, number],
): string {
  const [tx, ty] = [x + dx * ARROW_MM, y + dy * ARROW_MM];
  const wing = (s: number) => `L${tx - dx * 110 + s * dy * 80} ${ty - dy * 110 + s * dx * 80}`;
  return `M${x + dx * 110} ${y + dy * 110}L${tx} ${ty}M${tx} ${ty}${wing(1)}M${tx} ${ty}${wing(-1)}`;
}
