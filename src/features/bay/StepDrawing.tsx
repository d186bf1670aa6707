'use client';
import { bodyMeasures, bodyPicture, type BodyView as View, placeOn } from '@/core/body';
import type { StepLine } from '@/core/job';
import type { Zone } from '@/core/work';
import { BodyView } from '@/ui/BodyView';
import { useJob } from '../job/JobContext';

/** The side of the vehicle that a step is done at. */
function viewOf(zone: Zone, position: string | null): View {
  const [, end, side] = (position ?? '').split('.');
  switch (zone) {
    case 'rear':
    case 'load-space':
      return 'rear';
    case 'roof':
      return 'plan';
    case 'wheel-arch':
    case 'side':
    case 'cab':
      return side === 'right' ? 'right' : 'left';
    case 'under':
    case 'bench':
      return end === 'rear' ? 'rear' : 'front';
    default:
      return 'front';
  }
}

/** Where on the body the zone is, as shares of the drawing: x, y, width, height from the upper left. */
const AREA: Readonly<Record<Zone, readonly [number, number, number, number]>> = {
  front: [0.02, 0.45, 0.96, 0.45],
  'engine-bay': [0.12, 0.28, 0.76, 0.3],
  'wheel-arch': [0.08, 0.45, 0.26, 0.5],
  under: [0.1, 0.78, 0.8, 0.2],
  side: [0.02, 0.35, 0.96, 0.4],
  roof: [0.1, 0.2, 0.8, 0.6],
  cab: [0.28, 0.08, 0.34, 0.5],
  'load-space': [0.12, 0.15, 0.76, 0.5],
  rear: [0.02, 0.35, 0.96, 0.5],
  bench: [0, 0, 0, 0],
};
const MARK_MM = 190;

/** The place of a step on the vehicle: its side, the zone shaded, the lamp ringed. Never an empty pane. */
export function StepDrawing({ line }: { line: StepLine }) {
  const { view, words, say } = useJob();
  const { family } = view;
  const { step } = line;
  const side = viewOf(step.step.zone, step.position);
  const picture = bodyPicture(family, side);
  const m = bodyMeasures(family.bodyStyle, family.lengthMm, family.widthMm, family.body);
  const [x, y, w, h] = picture.box;
  const [ax, ay, aw, ah] = AREA[step.step.zone];
  // The right side is the left one mirrored: so is what lies towards its front.
  const left = side === 'right' ? 1 - ax - aw : ax;
  const near = view.positions.flatMap((p) => {
    const at = placeOn(p.place, m, side);
    return at.seen && p.swap !== null ? [{ key: p.key, at }] : [];
  });
  return (
    <div
      className="h-[clamp(11rem,34vh,22rem)] rounded-sm border border-line bg-raised p-2"
      data-drawing={side}
    >
      <BodyView
        picture={picture}
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
                strokeWidth={here ? 30 : 14}
              />
              {here && <circle cx={at.x} cy={at.y} r={MARK_MM * 0.4} fill="var(--paper)" />}
            </g>
          );
        })}
      </BodyView>
    </div>
  );
}
