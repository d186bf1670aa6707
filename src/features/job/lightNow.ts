import { brightness, type ControlState, type Level } from '@/core/controls';
import type { PositionView, ScoreView } from '@/core/job';
import { inSetting } from '@/core/light/settled/inSetting';
import { LAMP_FUNCTIONS, type LampFunction, type LightColour } from '@/core/vehicle';

/** What one function of a lamp does now. */
export interface NowLit {
  readonly does: LampFunction;
  readonly colour: LightColour;
  readonly level: Level;
  /** 0 to 1. */
  readonly bright: number;
}

/** What every function at a position does for the controls: the chosen lamp where its wiring is known, else the factory lamp. */
export function litAt(
  view: Pick<ScoreView, 'after' | 'keeps'>,
  position: PositionView,
  controls: ControlState,
  phaseOn: boolean,
): readonly NowLit[] {
  const vehicle = view.after.lamps.some((l) => l.position === position.key) ? view.after : view.keeps;
  const lamp = vehicle.lamps.find((l) => l.position === position.key);
  const levels = inSetting(vehicle, controls).get(position.key);
  return (lamp?.functions ?? []).flatMap(({ does, colour }) => {
    if (!isLit(does) || does === 'reflex-reflector') return [];
    const level: Level = levels?.get(does)?.level ?? { kind: 'off' };
    return [{ does, colour: colour ?? 'white', level, bright: brightness(level, phaseOn) }];
  });
}

const isLit = (does: string): does is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(does);
