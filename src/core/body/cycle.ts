import { type BodyShape, bothSides, circle, polyline, rect, rounded } from './shape';
import type { BodyMeasures, BodyStyle } from './styles';

const up = (z: number): number => -z;

/** A motorcycle or scooter from its left side, the front at the left. */
export function cycleSide(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const r = m.wheelMm / 2;
  const [front, rear] = [m.frontOverhangMm, m.frontOverhangMm + m.wheelbaseMm];
  const [l, h] = [m.lengthMm, m.heightMm];
  const seat = m.deckMm;
  const bars = m.bonnetMm;
  const scooter = style === 'scooter';
  return [
    { kind: 'wheel', d: circle(front, up(r), r) },
    { kind: 'wheel', d: circle(rear, up(r), r) },
    { kind: 'line', d: circle(front, up(r), r * 0.6) },
    { kind: 'line', d: circle(rear, up(r), r * 0.6) },
    {
      kind: 'line',
      d: polyline([
        [front, up(r)],
        [bars, up(h * 0.78)],
      ]),
    },
    {
      kind: 'body',
      d: scooter
        ? rounded(
            [
              [bars - 110, up(h * 0.8)],
              [bars + 60, up(h * 0.82)],
              [bars + 120, up(r * 0.95)],
              [rear - r * 1.5, up(r * 0.9)],
              [rear - r * 1.2, up(seat)],
              [l * 0.97, up(seat + 50)],
              [l, up(seat * 0.72)],
              [rear + r * 0.4, up(r * 1.25)],
              [rear - r, up(r * 0.7)],
              [bars, up(r * 0.62)],
            ],
            80,
          )
        : rounded(
            [
              [bars - 130, up(h * 0.74)],
              [bars + 80, up(h * 0.8)],
              [l * 0.52, up(seat + 60)],
              [l * 0.58, up(seat)],
              [l * 0.9, up(seat + 40)],
              [l * 0.99, up(seat * 1.02)],
              [l * 0.9, up(seat * 0.84)],
              [l * 0.64, up(seat * 0.78)],
              [l * 0.62, up(r * 0.9)],
              [front + r * 1.25, up(r * 0.75)],
              [front + r * 0.8, up(h * 0.56)],
            ],
            80,
          ),
    },
    {
      kind: 'glass',
      d: rounded(
        [
          [bars - 40, up(h * 0.8)],
          [bars + 70, up(h)],
          [bars + 105, up(h)],
          [bars + 40, up(h * 0.8)],
        ],
        25,
      ),
    },
    {
      kind: 'line',
      d: polyline([
        [bars + 60, up(h * 0.84)],
        [bars + 210, up(h * 0.86)],
      ]),
    },
  ];
}

/** From in front or from behind. */
export function cycleEnd(style: BodyStyle, m: BodyMeasures, rear: boolean): readonly BodyShape[] {
  const [w, h] = [m.widthMm / 2, m.heightMm];
  const tyre = Math.min(180, m.widthMm * 0.18);
  const top = rear ? m.deckMm + 60 : h * 0.82;
  const wide = w * (rear ? 0.42 : 0.38);
  const low = style === 'scooter' && !rear ? m.wheelMm * 0.7 : m.wheelMm * 0.85;
  const shapes: BodyShape[] = [
    {
      kind: 'line',
      d: polyline([
        [-w, up(h * 0.86)],
        [-w * 0.35, up(h * 0.8)],
        [w * 0.35, up(h * 0.8)],
        [w, up(h * 0.86)],
      ]),
    },
    ...[-1, 1].map((s): BodyShape => ({
      kind: 'dark',
      d: rect(s * w * 0.9 - 70, up(h * 0.98), 140, 90, 30),
    })),
    // Behind it the tank and the screen are seen over the seat.
    ...(rear
      ? [
          {
            kind: 'body' as const,
            d: rounded(
              bothSides([
                [wide * 0.5, up(h * 0.84)],
                [wide * 0.9, up(h * 0.7)],
                [wide * 0.7, up(m.deckMm)],
              ]),
              60,
            ),
          },
        ]
      : []),
    { kind: 'wheel', d: rect(-tyre / 2, up(m.wheelMm), tyre, m.wheelMm, 70) },
    {
      kind: 'body',
      d: rounded(
        bothSides([
          [wide * 0.7, up(top)],
          [wide, up(top - (top - low) * 0.35)],
          [wide * 0.55, up(low)],
        ]),
        80,
      ),
    },
  ];
  if (!rear)
    shapes.push({
      kind: 'glass',
      d: rounded(
        bothSides([
          [wide * 0.45, up(h)],
          [wide * 0.75, up(top - 40)],
        ]),
        50,
      ),
    });
  if (rear) shapes.push({ kind: 'line', d: rect(-110, up(m.wheelMm * 1.08), 220, 150, 15) });
  return shapes;
}

/** From above, the front up. */
export function cyclePlan(_style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const [w, l] = [m.widthMm / 2, m.lengthMm];
  const tyre = Math.min(150, m.widthMm * 0.16);
  return [
    { kind: 'wheel', d: rect(-tyre / 2, m.frontOverhangMm - m.wheelMm / 2, tyre, m.wheelMm, 60) },
    {
      kind: 'wheel',
      d: rect(-tyre / 2, m.frontOverhangMm + m.wheelbaseMm - m.wheelMm / 2, tyre, m.wheelMm, 60),
    },
    {
      kind: 'line',
      d: polyline([
        [-w, m.bonnetMm + 120],
        [-w * 0.4, m.bonnetMm],
        [w * 0.4, m.bonnetMm],
        [w, m.bonnetMm + 120],
      ]),
    },
    {
      kind: 'body',
      d: rounded(
        bothSides([
          [w * 0.18, l * 0.08],
          [w * 0.42, m.bonnetMm],
          [w * 0.46, l * 0.42],
          [w * 0.34, l * 0.6],
          [w * 0.36, l * 0.86],
          [w * 0.16, l],
        ]),
        120,
      ),
    },
    {
      kind: 'line',
      d: polyline([
        [-w * 0.3, l * 0.56],
        [w * 0.3, l * 0.56],
      ]),
    },
  ];
}
