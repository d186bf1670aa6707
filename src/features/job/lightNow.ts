import { brightness, type ControlState, type Level } from '@/core/controls';
import type { LightView, PositionView } from '@/core/job';
import { expectedLevels, factoryLevel } from '@/core/light';
import { LAMP_FUNCTIONS, type LampFunction, type LightColour } from '@/core/vehicle';

/** What one function of a lamp does now. */
export interface NowLit {
  readonly does: LampFunction;
  readonly colour: LightColour;
  readonly level: Level;
  /** 0 to 1. */
  readonly bright: number;
}

/** What every function at a position does for the controls: the chosen lamp where one is mapped, else the factory lamp. */
export function litAt(
  view: LightView,
  position: PositionView,
  controls: ControlState,
  phaseOn: boolean,
): readonly NowLit[] {
  const wiring = view.swaps.flatMap((s) => s.wiring).find((w) => w.position === position.key);
  const { side } = position.place.position;
  const fitted = wiring?.fitted ?? null;
  const provided = wiring && fitted ? wiring.lamp.functions : position.place.functions;
  const levels = fitted ? expectedLevels(fitted, controls) : null;
  return provided.flatMap(({ does, colour }) => {
    if (!isLit(does) || does === 'reflex-reflector') return [];
    const level: Level = levels ? (levels.get(does) ?? { kind: 'off' }) : factoryLevel(does, side, controls);
    return [{ does, colour: colour ?? 'white', level, bright: brightness(level, phaseOn) }];
  });
}

const isLit = (does: string): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does);
