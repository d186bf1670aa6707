import type { Lamp, Place } from '../../catalogue/types';
import type { LampFunction, Provided } from '../../vehicle';
import { waysByInputs } from './behaviour';
import type { FunctionProgram, LampProgram, ProgramSegment } from './types';

type LampRow = Pick<Lamp, 'program' | 'face' | 'traits' | 'functions'> & Partial<Pick<Lamp, 'behaviour'>>;

/**
 * The program of a lamp of the shelf: its own, or what is known without one. Its face's areas are its segments; that it
 * sweeps, or that its white goes out under the turn signal, is known from its traits, how fast it does is not (null); what
 * its row says it does by the controls, it does by its inputs.
 */
export function programOf(lamp: LampRow): LampProgram {
  if (lamp.program) return complete(lamp.program, lamp.functions);
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
  const hidden = missing.map(hiddenArea);
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
      ...waysByInputs(
        lamp.behaviour?.find((b) => b.does === does)?.cases ?? [],
        [...drawn, ...missing].filter((other) => other !== does),
      ),
    };
  });
  return { segments: [...segments, ...hidden], functions };
}

/** A program with the functions of its lamp that it does not name: they are lit as their inputs are. */
function complete(program: LampProgram, functions: readonly Provided[]): LampProgram {
  const missing = functions
    .map((f) => f.does)
    .filter((does): does is LampFunction => isLight(does) && !program.functions.some((f) => f.does === does));
  if (missing.length === 0) return program;
  return {
    ...program,
    segments: [...program.segments, ...missing.map(hiddenArea)],
    functions: [...program.functions, ...missing.map((does) => ({ does, segments: [`s-${does}`] }))],
  };
}

/** A function that nobody drew is played on an area of its own, which the face does not show. */
const hiddenArea = (does: LampFunction): ProgramSegment => ({
  id: `s-${does}`,
  shape: 'bar',
  x: 0,
  y: 0,
  w: 0,
  h: 0,
});

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

/** How the bulbs of a lamp usually lie, and how wide its face is for its height. *Settings*. */
function usualFace(role: string, count: number): { readonly aspect: number; readonly stacked: boolean } {
  switch (role) {
    case 'tail':
      return count > 1 ? { aspect: 0.55, stacked: true } : { aspect: 1.4, stacked: false };
    case 'high-stop':
      return { aspect: 5, stacked: false };
    case 'plate':
      return { aspect: 3, stacked: false };
    case 'marker':
      return { aspect: 1.8, stacked: false };
    default:
      return { aspect: Math.max(1, Math.min(2.4, count * 0.7)), stacked: false };
  }
}

/** A factory lamp as it usually is: a bulb behind an area of its own for each function, the first at the outer end. */
export function usualFactoryProgram(
  functions: readonly Provided[],
  role = 'headlamp',
): { readonly aspect: number; readonly program: LampProgram } {
  const lit = functions.map((f) => f.does).filter(isLight) as readonly LampFunction[];
  const { aspect, stacked } = usualFace(role, lit.length);
  const each = 100 / Math.max(1, lit.length);
  const shape = lit.length === 1 && aspect > 1.5 ? 'bar' : 'round';
  return {
    aspect,
    program: {
      segments: lit.map((does, i) => ({
        id: does,
        shape: stacked ? 'bar' : shape,
        x: stacked ? 12 : i * each + each * 0.08,
        y: stacked ? i * each + each * 0.08 : 18,
        w: stacked ? 76 : each * 0.84,
        h: stacked ? each * 0.84 : 64,
      })),
      functions: lit.map((does) => ({ does, segments: [does], filament: true })),
    },
  };
}

/** The face and program of the factory lamp of a place: as its line says, or as such a lamp usually is. */
export const factoryFace = (
  place: Pick<Place, 'factory' | 'functions' | 'position'>,
): { readonly aspect: number; readonly program: LampProgram } =>
  place.factory ?? usualFactoryProgram(place.functions, place.position.role);
