import { bodyMeasures, bodyPicture, type BodyView as View, placeOn } from '@/core/body';
import type { Family } from '@/core/catalogue';
import type { PositionView } from '@/core/job';
import type { LampProgram } from '@/core/light/program/types';
import { BodyView } from '@/ui/BodyView';
import { FaceSegments } from './FaceSegments';

/** A lamp as it is drawn on the vehicle. */
export interface DuskLamp {
  readonly position: string;
  readonly program: LampProgram;
  readonly aspect: number;
}

/** Widths of lamps on the elevations by role, mm: a little larger than life, so that they are seen. */
const WIDE: Readonly<Record<string, number>> = {
  headlamp: 520,
  tail: 380,
  fog: 210,
  'high-stop': 480,
  plate: 380,
  marker: 150,
  mirror: 170,
  work: 260,
  beacon: 220,
  drl: 300,
};
const TALLEST_MM = 520;
/** How much of a tall vehicle is shown: as a share of its width, and above its highest lamp, mm. */
const SEEN_SHARE = 0.82;
const ABOVE_MM = 350;

/** A vehicle at dusk from one side with its lamps in place. What shines is set from outside. */
export function DuskView({
  family,
  positions,
  lamps,
  side,
  view,
  label,
  focus,
}: {
  family: Pick<Family, 'bodyStyle' | 'lengthMm' | 'widthMm' | 'body'>;
  positions: readonly PositionView[];
  lamps: readonly DuskLamp[];
  side: View;
  /** Name under which its segments shine. */
  view: string;
  label: string;
  focus: string | null;
}) {
  const m = bodyMeasures(family.bodyStyle, family.lengthMm, family.widthMm, family.body);
  const small = Math.min(1, family.widthMm / 1700);
  const ends = side === 'front' || side === 'rear';
  const highest = Math.max(
    0,
    ...lamps.flatMap((l) => {
      const place = positions.find((p) => p.key === l.position)?.place;
      const at = place && placeOn(place, m, side);
      return at?.seen ? [-at.y] : [];
    }),
  );
  return (
    <BodyView
      picture={bodyPicture(family, side)}
      upToMm={ends ? Math.max(highest + ABOVE_MM, family.widthMm * SEEN_SHARE) : undefined}
      look="dusk"
      label={label}
    >
      {lamps.map((lamp) => {
        const place = positions.find((p) => p.key === lamp.position)?.place;
        const at = place && placeOn(place, m, side);
        if (!place || !at?.seen) return null;
        const wide = (WIDE[place.position.role] ?? 230) * small;
        const tall = Math.min(TALLEST_MM * small, wide / lamp.aspect);
        const scale = tall / 100;
        return (
          <g
            key={lamp.position}
            data-dusk={lamp.position}
            transform={`translate(${at.x - 50 * lamp.aspect * scale} ${at.y - 50 * scale}) scale(${scale})`}
          >
            <FaceSegments
              program={lamp.program}
              aspect={lamp.aspect}
              mirrored={place.position.side === 'right'}
              view={view}
              position={lamp.position}
            />
            {focus === lamp.position && (
              <path
                d={`M${-8} ${116}H${100 * lamp.aspect + 8}`}
                stroke="#9fc3c8"
                strokeWidth="7"
                fill="none"
              />
            )}
          </g>
        );
      })}
    </BodyView>
  );
}
