'use client';
import { bodyMeasures, bodyPicture, placeOn } from '@/core/body';
import type { StepLine } from '@/core/job';
import { zoneArea, zoneView } from '@/core/work';
import { BodyView } from '@/ui/BodyView';
import { useJob } from '../job/JobContext';

const MARK_MM = 190;

/** The place of a step on the vehicle: its side, the zone shaded, the lamp ringed. Never an empty pane. */
export function StepDrawing({ line }: { line: StepLine }) {
  const { view, words, say } = useJob();
  const { family } = view;
  const { step } = line;
  const side = zoneView(step.step.zone, step.position);
  const picture = bodyPicture(family, side);
  const m = bodyMeasures(family.bodyStyle, family.lengthMm, family.widthMm, family.body);
  const [x, y, w, h] = picture.box;
  const [left, ay, aw, ah] = zoneArea(step.step.zone, side);
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
