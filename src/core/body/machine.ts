import { type BodyShape, bothSides, circle, type Point, polyline, rect, rounded } from './shape';
import type { BodyFrame, BodyMeasures } from './styles';

const up = (z: number): number => -z;

/** Front wheels of a tractor are smaller than its rear ones. */
const frontWheel = (frame: BodyFrame, m: BodyMeasures) => (frame === 'tractor' ? m.wheelMm * 0.6 : m.wheelMm);

/** A tractor, loader or three-wheeler from its left side. */
export function machineSide(frame: BodyFrame, m: BodyMeasures): readonly BodyShape[] {
  const [l, h, c] = [m.lengthMm, m.heightMm, m.clearanceMm];
  const cab = m.bonnetMm + m.windscreenMm;
  const cabEnd = Math.min(l, cab + m.roofMm);
  const [front, rear] = [m.frontOverhangMm, m.frontOverhangMm + m.wheelbaseMm];
  const fw = frontWheel(frame, m);
  const shapes: BodyShape[] = [
    {
      kind: 'body',
      d: rounded(
        [
          [0, up(c)],
          [0, up(m.cowlMm * 0.92)],
          [m.bonnetMm, up(m.cowlMm)],
          [cabEnd, up(m.cowlMm)],
          [cabEnd + 60, up(m.deckMm)],
          [l, up(m.deckMm)],
          [l, up(c)],
        ],
        70,
      ),
    },
    {
      kind: 'glass',
      d: rounded(
        [
          [cab, up(h * 0.93)],
          [cabEnd - 40, up(h * 0.93)],
          [cabEnd, up(m.cowlMm + 40)],
          [m.bonnetMm + 30, up(m.cowlMm + 40)],
        ],
        50,
      ),
    },
    { kind: 'body', d: rect(cab - 130, up(h), cabEnd - cab + 220, h * 0.07, 40) },
    {
      kind: 'line',
      d: polyline([
        [(cab + cabEnd) / 2, up(h * 0.93)],
        [(cab + cabEnd) / 2, up(c + 120)],
      ]),
    },
  ];
  if (frame === 'three-wheeler')
    shapes.push({
      kind: 'body',
      d: rect(cabEnd + 40, up(h * 0.96), l - cabEnd - 40, h * 0.96 - m.wheelMm * 0.75, 50),
    });
  if (frame === 'tractor')
    shapes.push({
      kind: 'line',
      d: polyline([
        [m.bonnetMm * 0.55, up(m.cowlMm)],
        [m.bonnetMm * 0.55, up(h * 0.9)],
      ]),
    });
  for (const [x, d] of [
    [front, fw],
    [rear, m.wheelMm],
  ] as const)
    shapes.push(
      { kind: 'wheel', d: circle(x, up(d / 2), d / 2) },
      { kind: 'line', d: circle(x, up(d / 2), d * 0.28) },
    );
  return shapes;
}

/** From in front or from behind. */
export function machineEnd(frame: BodyFrame, m: BodyMeasures, rear: boolean): readonly BodyShape[] {
  const [w, h, c] = [m.widthMm / 2, m.heightMm, m.clearanceMm];
  const roof = w * m.roofShare;
  const bonnet = frame === 'tractor' ? w * 0.42 : w * 0.94;
  const tyre = frame === 'tractor' ? m.widthMm * 0.2 : m.widthMm * 0.14;
  const shapes: BodyShape[] = [];
  if (frame === 'three-wheeler' && !rear) {
    shapes.push({ kind: 'wheel', d: rect(-70, up(m.wheelMm * 0.8), 140, m.wheelMm * 0.8, 50) });
  } else
    for (const s of [-1, 1])
      shapes.push({
        kind: 'wheel',
        d: rect(s * (w - tyre / 2) - tyre / 2, up(m.wheelMm), tyre, m.wheelMm, 60),
      });
  if (frame === 'tractor' && !rear)
    for (const s of [-1, 1])
      shapes.push({
        kind: 'wheel',
        d: rect(s * w * 0.66 - tyre * 0.4, up(m.wheelMm * 0.6), tyre * 0.8, m.wheelMm * 0.6, 50),
      });
  const cabFoot: Point[] = [
    [roof * 0.96, up(h * 0.93)],
    [roof, up(m.cowlMm)],
  ];
  shapes.push(
    {
      kind: 'body',
      d: rounded(
        bothSides([
          [roof, up(h)],
          [roof, up(h * 0.93)],
          [bonnet > roof ? bonnet : roof, up(m.cowlMm)],
          [bonnet > roof ? bonnet : roof, up(c + 100)],
        ]),
        50,
      ),
    },
    { kind: 'glass', d: rounded(bothSides(cabFoot.map(([x, y]): Point => [x * 0.9, y])), 50) },
  );
  if (frame === 'tractor' && !rear)
    shapes.push({
      kind: 'body',
      d: rounded(
        bothSides([
          [bonnet * 0.85, up(m.cowlMm + 20)],
          [bonnet, up(m.cowlMm - 120)],
          [bonnet, up(c)],
        ]),
        60,
      ),
    });
  if (frame === 'three-wheeler' && rear)
    shapes.push({
      kind: 'line',
      d: polyline([
        [0, up(h * 0.94)],
        [0, up(m.wheelMm * 0.8)],
      ]),
    });
  shapes.push({
    kind: 'line',
    d: polyline([
      [-bonnet * 0.8, up(c + 150)],
      [bonnet * 0.8, up(c + 150)],
    ]),
  });
  if (rear) shapes.push({ kind: 'dark', d: rect(-90, up(c + 90), 180, 130, 20) });
  return shapes;
}

/** From above, the front up. */
export function machinePlan(frame: BodyFrame, m: BodyMeasures): readonly BodyShape[] {
  const [w, l] = [m.widthMm / 2, m.lengthMm];
  const cab = m.bonnetMm + m.windscreenMm;
  const cabEnd = Math.min(l, cab + m.roofMm);
  const roof = w * m.roofShare;
  const bonnet = frame === 'tractor' ? w * 0.4 : frame === 'three-wheeler' ? w * 0.5 : w * 0.97;
  const tyre = frame === 'tractor' ? m.widthMm * 0.2 : m.widthMm * 0.13;
  const fw = frontWheel(frame, m);
  const at = (x: number, y: number, d: number): BodyShape => ({
    kind: 'wheel',
    d: rect(x - tyre / 2, y - d / 2, tyre, d, 60),
  });
  const [front, rear] = [m.frontOverhangMm, m.frontOverhangMm + m.wheelbaseMm];
  return [
    ...(frame === 'three-wheeler'
      ? [at(0, front, fw)]
      : [at(-w + tyre / 2, front, fw), at(w - tyre / 2, front, fw)]),
    at(-w + tyre / 2, rear, m.wheelMm),
    at(w - tyre / 2, rear, m.wheelMm),
    {
      kind: 'body',
      d: rounded(
        bothSides([
          [bonnet * 0.85, 0],
          [bonnet, m.bonnetMm * 0.3],
          [bonnet, cab - 60],
          [frame === 'tractor' ? w * 0.6 : w, cab],
          [frame === 'tractor' ? w * 0.6 : w, l],
        ]),
        90,
      ),
    },
    {
      kind: 'glass',
      d: rounded(
        bothSides([
          [roof, cab],
          [roof, cab + m.roofMm * 0.16],
        ]),
        30,
      ),
    },
    { kind: 'line', d: rect(-roof, cab, 2 * roof, cabEnd - cab, 60) },
  ];
}
