import { type StageState, STAGES } from '@/core/job';
import type { Lamp } from '@/core/catalogue';
import type { PlanPosition } from '@/ui/PlanView';
import type { LoomStage } from '@/ui/Loom';
import { changeShade, lightShade, type WallPictureOf } from '@/ui/WallPicture';

/** Made-up things to show the kit with. */
const SEATS: readonly StageState['state'][] = ['locked', 'locked', 'seated', 'seated', 'open'];

export const STAGE_SAMPLES: readonly LoomStage[] = STAGES.map((stage, i) => ({
  stage,
  state: SEATS[i] ?? 'open',
  tags: i === 2 ? 3 : i === 4 ? 12 : 0,
  name: stage,
  spoken: stage,
  href: '#',
}));

export const LAMP: Pick<Lamp, 'face' | 'functions' | 'side'> = {
  side: 'left',
  functions: [
    { does: 'low-beam', colour: 'white' },
    { does: 'drl', colour: 'white' },
    { does: 'turn', colour: 'amber' },
  ],
  face: {
    aspect: 1.8,
    segments: [
      { does: 'low-beam', shape: 'round', x: 12, y: 18, w: 26, h: 44 },
      { does: 'drl', shape: 'bar', x: 8, y: 76, w: 84, h: 10 },
      { does: 'turn', shape: 'bar', x: 48, y: 30, w: 42, h: 20 },
    ],
  },
};

const place = (side: 'left' | 'right', end: 'front' | 'rear', xMm: number, yMm: number) => ({
  xMm,
  yMm,
  position: { role: end === 'front' ? 'headlamp' : 'tail', end, side } as PlanPosition['place']['position'],
});
export const POSITIONS: readonly PlanPosition[] = [
  {
    key: 'a',
    code: 'HL',
    name: 'headlamp left, to change, fogged',
    place: place('left', 'front', -640, 300),
    swapped: true,
    found: 'fault',
    light: [{ colour: 'white', level: 1 }],
  },
  {
    key: 'b',
    code: 'HR',
    name: 'headlamp right, to change, not looked at',
    place: place('right', 'front', 640, 300),
    swapped: true,
    found: 'unseen',
    light: [{ colour: 'amber', level: 1 }],
  },
  {
    key: 'c',
    code: 'TL',
    name: 'tail lamp left, sound',
    place: place('left', 'rear', -640, 4300),
    swapped: false,
    found: 'sound',
    light: [{ colour: 'red', level: 0.4 }],
  },
  {
    key: 'd',
    code: 'TR',
    name: 'tail lamp right, not looked at',
    place: place('right', 'rear', 640, 4300),
    swapped: false,
    found: 'unseen',
  },
];

/** What a lamp may show: nothing, each function, one of them faintly. */
export const LIGHTS: readonly Readonly<Record<string, number>>[] = [
  {},
  { 'low-beam': 1 },
  { drl: 1 },
  { drl: 0.2 },
  { turn: 1 },
];

/** One that passes, one whose check digit fails, one that is too short. */
export const VINS = ['0YBPK7A51MW000147', '0YBPK7A50MW000147', '0YBPK7A'] as const;

const [COLUMNS, ROWS] = [37, 15];
/** A wall of made-up light, a few cells wide. */
export const WALL: WallPictureOf = {
  map: { fromH: -9, toH: 9, fromV: -4, toV: 3, columns: COLUMNS, rows: ROWS, most: 100, cells: '' },
  cutoff: { vDeg: -0.5, kinkH: 0, riseDeg: 15 },
  flat: 'left',
  hot: { hDeg: 1, vDeg: -1.5 },
  targetDeg: -0.7,
};
const light = (i: number) => {
  const [h, v] = [(i % COLUMNS) * 0.5 - 9, Math.floor(i / COLUMNS) * 0.5 - 4];
  return v > -0.5 + Math.max(0, h) * 0.27 ? 0.3 : 100 * Math.exp(-(h * h) / 20 - (v + 1.5) ** 2 / 3);
};
const cells = (of: (i: number) => string | null) => Array.from({ length: COLUMNS * ROWS }, (_, i) => of(i));
export const WALL_SHADES = {
  light: cells((i) => lightShade(light(i), [0.5, 2, 10, 20, 50])),
  change: cells((i) => changeShade(light(i) / 20)),
  unknown: cells((i) => lightShade(i % COLUMNS < 8 ? NaN : light(i), [0.5, 2, 10, 20, 50])),
};
