import { type BodyShape, bothSides, circle, type Point, polyline, rect, rounded } from './shape';
import type { BodyMeasures, BodyStyle } from './styles';

/** Heights are drawn upwards: the ground is 0 and up is less. */
const up = (z: number): number => -z;

/** Where the roof ends and the rear window meets the deck. */
function lengths(m: BodyMeasures) {
  const screenTop = m.bonnetMm + m.windscreenMm;
  const roofEnd = Math.min(m.lengthMm, screenTop + m.roofMm);
  const glassEnd = Math.min(m.lengthMm, roofEnd + m.rearGlassMm);
  return { screenTop, roofEnd, glassEnd };
}

/** The left side: the front is at the left. */
export function carSide(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const { screenTop, roofEnd, glassEnd } = lengths(m);
  const [l, h, c] = [m.lengthMm, m.heightMm, m.clearanceMm];
  const nose = c + (m.cowlMm - c) * 0.78;
  const outline: Point[] = [
    [0, up(c)],
    [0, up(nose)],
    [m.bonnetMm, up(m.cowlMm)],
    [screenTop, up(h)],
    [roofEnd, up(h * 0.985)],
    [glassEnd, up(m.deckMm)],
    ...(glassEnd < l - 60 ? ([[l, up(m.deckMm * 0.97)]] as Point[]) : []),
    [l, up(c)],
  ];
  const shapes: BodyShape[] = [{ kind: 'body', d: rounded(outline, 170) }];
  const pillar = Math.min(90, m.roofMm * 0.1);
  const top = h - (h - m.beltMm) * 0.16;
  const lean = m.windscreenMm * 0.72 * ((top - m.beltMm) / Math.max(1, h - m.cowlMm));
  const glassFrom = m.bonnetMm + m.windscreenMm * 0.34;
  const behind = hasWindowsBehind(style);
  const cabEnd = behind ? roofEnd + m.rearGlassMm * 0.3 : Math.min(roofEnd, screenTop + 900);
  const panes = Math.max(1, Math.round((cabEnd - glassFrom) / 1050));
  const each = (cabEnd - glassFrom) / panes;
  for (let i = 0; i < panes; i += 1) {
    const from = glassFrom + i * each + (i > 0 ? pillar / 2 : 0);
    const to = glassFrom + (i + 1) * each - pillar / 2;
    // The last pane follows the roof down.
    const topEnd = behind && i === panes - 1 ? Math.min(to, roofEnd - pillar) : to;
    shapes.push({
      kind: 'glass',
      d: rounded(
        [
          [from + (i === 0 ? lean : 0), up(top)],
          [topEnd, up(top)],
          [to, up(m.beltMm)],
          [from, up(m.beltMm)],
        ],
        60,
      ),
    });
  }
  for (let i = 1; i <= Math.min(2, panes); i += 1)
    shapes.push({
      kind: 'line',
      d: polyline([
        [glassFrom + i * each, up(m.beltMm)],
        [glassFrom + i * each, up(c + 90)],
      ]),
    });
  if (style === 'lorry')
    shapes.push({
      kind: 'body',
      d: rect(roofEnd + 160, up(m.deckMm), l - roofEnd - 160, m.deckMm - c - 500, 30),
    });
  if (style === 'pickup')
    shapes.push({
      kind: 'line',
      d: polyline([
        [glassEnd + 40, up(m.deckMm - 60)],
        [l - 60, up(m.deckMm - 70)],
      ]),
    });
  shapes.push(...wheels(style, m));
  return shapes;
}

const hasWindowsBehind = (style: BodyStyle): boolean =>
  style !== 'van' && style !== 'lorry' && style !== 'pickup';

function wheels(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const r = m.wheelMm / 2;
  const axles = [
    m.frontOverhangMm,
    m.frontOverhangMm + m.wheelbaseMm,
    ...(style === 'lorry' ? [m.frontOverhangMm + m.wheelbaseMm + m.wheelMm * 1.15] : []),
  ];
  return axles.flatMap((x): readonly BodyShape[] => [
    { kind: 'wheel', d: circle(x, up(r), r) },
    { kind: 'line', d: circle(x, up(r), r * 0.55) },
  ]);
}

/** From in front or from behind; what is drawn is alike left and right. */
export function carEnd(style: BodyStyle, m: BodyMeasures, rear: boolean): readonly BodyShape[] {
  const [w, h, c] = [m.widthMm / 2, m.heightMm, m.clearanceMm];
  const roof = w * m.roofShare;
  const belt = rear ? Math.max(m.beltMm, m.deckMm * (isBox(style) ? 0 : 1)) : m.cowlMm;
  const tall = isBox(style);
  const shoulder = w * (tall ? 0.985 : 0.97);
  const outline = bothSides([
    [roof * 0.72, up(h)],
    [roof, up(h - (h - belt) * 0.12)],
    [shoulder, up(belt)],
    [w, up(belt - (belt - c) * 0.35)],
    [w * 0.97, up(c + (belt - c) * 0.18)],
    [w * 0.86, up(c)],
  ]);
  const bed = style === 'pickup' && rear;
  const glassTop = h - (h - belt) * 0.13;
  const glassLow = belt + (tall ? (h - belt) * (rear ? 0.22 : 0.02) : 25);
  const spread = (z: number) => shoulder + (roof - shoulder) * ((z - belt) / Math.max(1, h - belt));
  const pane: readonly Point[] = bothSides([
    [spread(glassTop) * 0.9, up(glassTop)],
    [spread(glassLow) * 0.93, up(glassLow)],
  ]);
  const tyre = m.wheelMm * 0.36;
  const shapes: BodyShape[] = [
    ...[-1, 1].map((s): BodyShape => ({
      kind: 'wheel',
      d: rect(s * (w * 0.9 - tyre / 2) - tyre / 2, up(m.wheelMm * 0.72), tyre, m.wheelMm * 0.72, 50),
    })),
    { kind: 'body', d: rounded(outline, 130) },
  ];
  if (style === 'van' && rear)
    for (const s of [-1, 1])
      shapes.push({
        kind: 'glass',
        d: rounded(
          [
            [s * 50, up(glassTop)],
            [s * spread(glassTop) * 0.84, up(glassTop)],
            [s * spread(glassLow) * 0.86, up(glassLow)],
            [s * 50, up(glassLow)],
          ],
          50,
        ),
      });
  else if (!(style === 'lorry' && rear)) shapes.push({ kind: 'glass', d: rounded(pane, 90) });
  shapes.push(...(rear ? rearLines(style, m, bed) : frontLines(m)));
  if (!rear) shapes.push(...mirrors(m, shoulder, belt));
  return shapes;
}

const isBox = (style: BodyStyle): boolean =>
  ['van', 'bus', 'shuttle', 'lorry', 'people-carrier', 'off-roader'].includes(style);

function frontLines(m: BodyMeasures): readonly BodyShape[] {
  const [w, c] = [m.widthMm / 2, m.clearanceMm];
  const grille = c + (m.cowlMm - c) * 0.5;
  return [
    {
      kind: 'line',
      d: polyline([
        [-w * 0.36, up(grille)],
        [w * 0.36, up(grille)],
      ]),
    },
    {
      kind: 'line',
      d: polyline([
        [-w * 0.4, up(grille - 75)],
        [w * 0.4, up(grille - 75)],
      ]),
    },
    {
      kind: 'line',
      d: polyline([
        [-w * 0.9, up(c + (m.cowlMm - c) * 0.26)],
        [w * 0.9, up(c + (m.cowlMm - c) * 0.26)],
      ]),
    },
    {
      kind: 'line',
      d: polyline([
        [-w * 0.74, up(m.cowlMm - 40)],
        [0, up(m.cowlMm - 95)],
        [w * 0.74, up(m.cowlMm - 40)],
      ]),
    },
  ];
}

function rearLines(style: BodyStyle, m: BodyMeasures, bed: boolean): readonly BodyShape[] {
  const [w, c] = [m.widthMm / 2, m.clearanceMm];
  const bumper = c + Math.min(260, (m.deckMm - c) * 0.35);
  const list: BodyShape[] = [
    {
      kind: 'line',
      d: polyline([
        [-w * 0.94, up(bumper)],
        [w * 0.94, up(bumper)],
      ]),
    },
    { kind: 'line', d: rect(-260, up(bumper + 170), 520, 115, 15) },
  ];
  if (style === 'van' || style === 'lorry')
    list.push({
      kind: 'line',
      d: polyline([
        [0, up(m.heightMm * 0.96)],
        [0, up(bumper)],
      ]),
    });
  if (bed)
    list.push({ kind: 'line', d: rect(-w * 0.8, up(m.deckMm - 40), w * 1.6, m.deckMm - bumper - 90, 30) });
  return list;
}

const mirrors = (m: BodyMeasures, shoulder: number, belt: number): readonly BodyShape[] =>
  [-1, 1].map((s) => ({
    kind: 'body',
    d: rounded(
      [
        [s * (shoulder - 20), up(belt + 60)],
        [s * (shoulder + 190), up(belt + 130)],
        [s * (shoulder + 200), up(belt - 20)],
        [s * (shoulder - 10), up(belt - 10)],
      ],
      35,
    ),
  }));

/** From above, the front up. */
export function carPlan(style: BodyStyle, m: BodyMeasures): readonly BodyShape[] {
  const { screenTop, roofEnd, glassEnd } = lengths(m);
  const [w, l] = [m.widthMm / 2, m.lengthMm];
  const boxy = isBox(style) && style !== 'off-roader';
  const nose = boxy ? 0.86 : 0.78;
  const outline = bothSides([
    [w * nose, l * 0.012],
    [w * 0.97, Math.min(m.bonnetMm, l * 0.12)],
    [w, m.bonnetMm + 80],
    [w, l * 0.9],
    [w * (boxy ? 0.97 : 0.9), l],
  ]);
  const roof = w * m.roofShare;
  const screen = bothSides([
    [roof * 0.96, screenTop],
    [w * 0.86, m.bonnetMm + 40],
  ]);
  const shapes: BodyShape[] = [
    { kind: 'body', d: rounded(outline, 260) },
    { kind: 'glass', d: rounded(screen, 80) },
    {
      kind: 'line',
      d: polyline([
        [-roof, screenTop + 60],
        [-roof, roofEnd - 40],
      ]),
    },
    {
      kind: 'line',
      d: polyline([
        [roof, screenTop + 60],
        [roof, roofEnd - 40],
      ]),
    },
    ...[-1, 1].map((s): BodyShape => ({
      kind: 'body',
      d: rounded(
        [
          [s * w, m.bonnetMm + 90],
          [s * (w + 190), m.bonnetMm + 150],
          [s * (w + 190), m.bonnetMm + 280],
          [s * w, m.bonnetMm + 230],
        ],
        40,
      ),
    })),
  ];
  if (m.rearGlassMm > 150)
    shapes.push({
      kind: 'glass',
      d: rounded(
        bothSides([
          [roof * 0.94, roofEnd],
          [w * 0.84, glassEnd - 40],
        ]),
        70,
      ),
    });
  if (style === 'pickup' || style === 'lorry')
    shapes.push({
      kind: 'line',
      d: rect(-w * 0.86, glassEnd + 130, w * 1.72, Math.max(100, l - glassEnd - 230), 40),
    });
  if (boxy && style !== 'lorry')
    for (let y = roofEnd * 0.45; y < roofEnd - 300; y += 800)
      shapes.push({
        kind: 'line',
        d: polyline([
          [-roof, y],
          [roof, y],
        ]),
      });
  if (!boxy)
    shapes.push(
      {
        kind: 'line',
        d: polyline([
          [-w * 0.62, l * 0.05],
          [-w * 0.74, m.bonnetMm],
        ]),
      },
      {
        kind: 'line',
        d: polyline([
          [w * 0.62, l * 0.05],
          [w * 0.74, m.bonnetMm],
        ]),
      },
    );
  return shapes;
}
