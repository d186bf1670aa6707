import type { Lamp } from '../../catalogue/types';
import type { LampFunction, Provided, Side } from '../../vehicle';
import type { FunctionProgram, LampProgram, ProgramSegment } from './types';

/**
 * The program of a lamp of the shelf: its own, or what is known without one. Its face's areas are its segments; that it
 * sweeps, or that its white goes out under the turn signal, is known from its traits, how fast it does is not (null).
 */
export function programOf(lamp: Pick<Lamp, 'program' | 'face' | 'traits' | 'functions'>): LampProgram {
  if (lamp.program) return lamp.program;
  /** Functions that were drawn in one place are lit in one place. */
  const placeOf = new Map<string, string>();
  const segments: ProgramSegment[] = [];
  const idOf = lamp.face.segments.map(({ shape, x, y, w, h }) => {
    const key = [shape, x, y, w, h].join();
    const known = placeOf.get(key);
    if (known) return known;
    const id = `s${segments.length + 1}`;
    placeOf.set(key, id);
    segments.push({ id, shape, x, y, w, h });
    return id;
  });
  const drawn = [...new Set(lamp.face.segments.map((s) => s.does))];
  const missing = lamp.functions
    .map((f) => f.does)
    .filter((does): does is LampFunction => isLight(does) && !drawn.includes(does as LampFunction));
  // A function that nobody drew is played on an area of its own, which the face does not show.
  const hidden = missing.map((does): ProgramSegment => ({
    id: `s-${does}`,
    shape: 'bar',
    x: 0,
    y: 0,
    w: 0,
    h: 0,
  }));
  const functions = [...drawn, ...missing].map((does): FunctionProgram => {
    const own = lamp.face.segments.flatMap((s, i) => (s.does === does ? [idOf[i] ?? ''] : []));
    return {
      does,
      segments: own.length > 0 ? own : [`s-${does}`],
      ...(does === 'turn' && lamp.traits.includes('sequential-turn')
        ? { sweep: { stepMs: null, how: 'fill', from: 'inner' } as const }
        : {}),
      ...(does === 'drl' && lamp.traits.includes('switchback')
        ? { out: { while: 'turn', returnMs: null } as const }
        : {}),
    };
  });
  return { segments: [...segments, ...hidden], functions };
}

const NO_LIGHT: readonly string[] = [
  'reflex-reflector',
  'levelling-motor',
  'washer',
  'camera',
  'mirror-heater',
  'radar-bracket',
  'blind-spot-lamp',
  'puddle-lamp',
];
const isLight = (does: string): boolean => !NO_LIGHT.includes(does);

/** A factory lamp as it usually is: a bulb behind an area of its own for each function, the outer ones first. */
export function usualFactoryProgram(functions: readonly Provided[]): {
  readonly aspect: number;
  readonly program: LampProgram;
} {
  const lit = functions.map((f) => f.does).filter(isLight) as readonly LampFunction[];
  const each = 100 / Math.max(1, lit.length);
  return {
    aspect: Math.max(0.8, Math.min(3, lit.length * 0.7)),
    program: {
      segments: lit.map((does, i) => ({
        id: does,
        shape: 'round',
        x: i * each + each * 0.08,
        y: 18,
        w: each * 0.84,
        h: 64,
      })),
      functions: lit.map((does) => ({ does, segments: [does], filament: true })),
    },
  };
}

/** Lamps of one place face one another over the middle: the inner end of the left one is its right. */
export const mirrored = (side: Side): boolean => side === 'right';
