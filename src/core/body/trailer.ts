import { type BodyShape, bothSides, circle, polyline, rect, rounded } from './shape';
import type { BodyMeasures, BodyStyle } from './styles';

const up = (z: number): number => -z;
const hasBox = (style: BodyStyle) =>
  style === 'trailer-box' || style === 'trailer-livestock' || style === 'caravan';

/** A trailer from its left side, its drawbar at the left. */
export function trailerSide(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const [l, h, c] = [m.lengthMm, m.heightMm, m.clearanceMm];
  const r = m.wheelMm / 2;
  const axles = l > 4200 ? [m.frontOverhangMm - r * 1.15, m.frontOverhangMm + r * 1.15] : [m.frontOverhangMm];
  const frame: BodyShape[] = [
    {
      kind: 'line',
      d: polyline([
        [60, up(c)],
        [m.bonnetMm, up(c + 20)],
      ]),
    },
    { kind: 'dark', d: rect(0, up(c + 60), 160, 110, 30) },
    {
      kind: 'line',
      d: polyline([
        [m.bonnetMm * 0.55, up(c)],
        [m.bonnetMm * 0.55, up(120)],
      ]),
    },
  ];
  const body: BodyShape[] = [];
  if (style === 'trailer-boat')
    body.push(
      {
        kind: 'body',
        d: rounded(
          [
            [m.bonnetMm * 0.7, up(h * 0.93)],
            [l * 0.96, up(h * 0.82)],
            [l * 0.95, up(c + 160)],
            [m.bonnetMm * 1.9, up(c + 170)],
          ],
          120,
        ),
      },
      {
        kind: 'line',
        d: polyline([
          [m.bonnetMm, up(c + 80)],
          [l, up(c + 80)],
        ]),
      },
      {
        kind: 'line',
        d: polyline([
          [m.bonnetMm * 0.9, up(h * 0.82)],
          [l * 0.955, up(h * 0.7)],
        ]),
      },
    );
  else if (style === 'caravan')
    body.push(
      {
        kind: 'body',
        d: rounded(
          [
            [m.bonnetMm, up(c)],
            [m.bonnetMm, up(h * 0.8)],
            [m.bonnetMm + 260, up(h)],
            [l - 160, up(h)],
            [l, up(h * 0.84)],
            [l, up(c)],
          ],
          220,
        ),
      },
      { kind: 'glass', d: rect(m.bonnetMm + 260, up(h * 0.8), (l - m.bonnetMm) * 0.26, h * 0.25, 70) },
      {
        kind: 'glass',
        d: rect(l - 420 - (l - m.bonnetMm) * 0.2, up(h * 0.8), (l - m.bonnetMm) * 0.2, h * 0.25, 70),
      },
      {
        kind: 'line',
        d: rect(m.bonnetMm + (l - m.bonnetMm) * 0.46, up(h * 0.88), 620, h * 0.88 - c - 60, 50),
      },
    );
  else if (hasBox(style)) {
    body.push({
      kind: 'body',
      d: rounded(
        [
          [m.bonnetMm, up(c)],
          [m.bonnetMm, up(h)],
          [l, up(h)],
          [l, up(c)],
        ],
        60,
      ),
    });
    const slots = style === 'trailer-livestock' ? [0.66, 0.76, 0.86] : [0.5];
    for (const z of slots)
      body.push({
        kind: style === 'trailer-livestock' ? 'dark' : 'line',
        d: rect(
          m.bonnetMm + 150,
          up(h * z + 40),
          l - m.bonnetMm - 300,
          style === 'trailer-livestock' ? 90 : 10,
          20,
        ),
      });
  } else
    body.push(
      { kind: 'body', d: rect(m.bonnetMm, up(h), l - m.bonnetMm, h - c, 30) },
      {
        kind: 'line',
        d: polyline([
          [m.bonnetMm + 40, up((h + c) / 2)],
          [l - 40, up((h + c) / 2)],
        ]),
      },
    );
  return [
    ...frame,
    ...body,
    ...axles.flatMap((x): BodyShape[] => [
      { kind: 'wheel', d: circle(x, up(r), r) },
      { kind: 'line', d: circle(x, up(r), r * 0.5) },
    ]),
  ];
}

/** From in front or from behind. */
export function trailerEnd(style: BodyStyle, m: BodyMeasures, rear: boolean): readonly BodyShape[] {
  const [w, h, c] = [m.widthMm / 2, m.heightMm, m.clearanceMm];
  const tyre = 190;
  const shapes: BodyShape[] = [-1, 1].map((s) => ({
    kind: 'wheel',
    d: rect(s * (w - tyre * 0.6) - tyre / 2, up(m.wheelMm), tyre, m.wheelMm, 60),
  }));
  if (style === 'trailer-boat')
    shapes.push(
      {
        kind: 'body',
        d: rounded(
          bothSides([
            [w * 0.86, up(h * (rear ? 0.82 : 0.93))],
            [w * 0.8, up(h * 0.6)],
            [rear ? w * 0.62 : w * 0.12, up(c + 120)],
          ]),
          90,
        ),
      },
      {
        kind: 'line',
        d: polyline([
          [-w, up(c + 60)],
          [w, up(c + 60)],
        ]),
      },
    );
  else {
    shapes.push({
      kind: 'body',
      d: style === 'caravan' ? rect(-w, up(h), 2 * w, h - c, 260) : rect(-w, up(h), 2 * w, h - c, 40),
    });
    if (style === 'caravan')
      shapes.push({ kind: 'glass', d: rect(-w * 0.78, up(h * 0.86), w * 1.56, h * 0.3, 110) });
    else if (style === 'trailer-livestock')
      for (const z of [0.66, 0.76, 0.86])
        shapes.push({ kind: 'dark', d: rect(-w * 0.86, up(h * z + 40), w * 1.72, 90, 20) });
    else if (style === 'trailer-box' && rear)
      shapes.push({
        kind: 'line',
        d: polyline([
          [0, up(h - 60)],
          [0, up(c + 60)],
        ]),
      });
    else
      shapes.push({
        kind: 'line',
        d: polyline([
          [-w * 0.94, up((h + c) / 2)],
          [w * 0.94, up((h + c) / 2)],
        ]),
      });
  }
  if (rear)
    shapes.push({
      kind: 'line',
      d: polyline([
        [-w, up(c - 40)],
        [w, up(c - 40)],
      ]),
    });
  else shapes.push({ kind: 'dark', d: rect(-70, up(c + 50), 140, 110, 30) });
  return shapes;
}

/** From above, the drawbar up. */
export function trailerPlan(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const [w, l, b] = [m.widthMm / 2, m.lengthMm, m.bonnetMm];
  const wheel = (y: number, s: number): BodyShape => ({
    kind: 'wheel',
    d: rect(s * (w + 40) - 90, y - m.wheelMm / 2, 180, m.wheelMm, 50),
  });
  const hull = style === 'trailer-boat';
  return [
    {
      kind: 'line',
      d: polyline([
        [0, 60],
        [-w * 0.6, b],
        [w * 0.6, b],
        [0, 60],
      ]),
    },
    { kind: 'dark', d: rect(-60, 0, 120, 160, 40) },
    wheel(m.frontOverhangMm, -1),
    wheel(m.frontOverhangMm, 1),
    {
      kind: 'body',
      d: hull
        ? rounded(
            bothSides([
              [40, b * 0.7],
              [w * 0.62, b + (l - b) * 0.2],
              [w * 0.86, b + (l - b) * 0.5],
              [w * 0.78, l * 0.97],
            ]),
            220,
          )
        : rect(-w, b, 2 * w, l - b, style === 'caravan' ? 160 : 30),
    },
    {
      kind: 'line',
      d: hull
        ? rounded(
            bothSides([
              [30, b * 1.3],
              [w * 0.6, b + (l - b) * 0.45],
              [w * 0.62, l * 0.93],
            ]),
            160,
          )
        : rect(-w * 0.9, b + 100, 1.8 * w, l - b - 200, 40),
    },
  ];
}
