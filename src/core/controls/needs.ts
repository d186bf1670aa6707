import type { LampFunction, Side } from '../vehicle';
import type { LevelCase, Need } from './circuit';

const on = (when: string): readonly LevelCase[] => [{ when, level: { kind: 'on' } }];

/**
 * When each lamp function has to be lit, as far as it is the same everywhere; side matters for the turn signal alone.
 * What a lamp does beyond that (a DRL that dims) is said by its own record. Sources: UN R48 6.1–6.19, FMVSS 108 table I.
 * null: no vehicle circuit serves it by itself (reflex reflector) or shops differ (work, beacon, cornering).
 */
export function neededLevels(does: LampFunction, side: Side): readonly LevelCase[] | null {
  switch (does) {
    case 'low-beam':
      return on('key=on & lights=low');
    case 'high-beam':
      return on('key=on & (high | flash)');
    case 'position':
    case 'tail':
    case 'side-marker':
    case 'clearance':
    case 'identification':
    case 'licence-plate':
      return on('lights!=off');
    case 'drl':
      return on('running & lights=off');
    case 'turn':
      return side === 'centre'
        ? null
        : [{ when: `hazard | lock-flash | (key=on & ${side})`, level: { kind: 'flashing', side } }];
    case 'stop':
    case 'high-stop':
      return on('brake');
    case 'reverse':
      return on('key=on & reverse');
    case 'front-fog':
      return on('lights!=off & front-fog');
    case 'rear-fog':
      return on('lights=low & rear-fog');
    case 'cornering':
    case 'work':
    case 'beacon':
    case 'reflex-reflector':
      return null;
  }
}

/** What an input that does stop and turn on one wire needs: flashing goes before steady. */
export function neededCombined(side: Side): readonly LevelCase[] | null {
  const turn = neededLevels('turn', side);
  return turn && [...turn, ...(neededLevels('stop', side) ?? [])];
}

/**
 * What each function needs of its circuit, three-valued. Vehicles differ in what they do at a lock flash, a flash to
 * pass, on the way home, with the brake and no key; a DRL may go out or drop beside other lights. Sources: as
 * {@link neededLevels}; UN R48 6.19.7 for the DRL.
 */
export function needOf(does: LampFunction, side: Side): Need | null {
  const usual = neededLevels(does, side);
  if (!usual) return null;
  switch (does) {
    case 'low-beam':
      return { cases: usual, either: 'key!=on | high | flash' };
    case 'high-beam':
      return { cases: usual, either: 'flash | key!=on' };
    case 'position':
    case 'tail':
    case 'side-marker':
    case 'clearance':
    case 'identification':
    case 'licence-plate':
      return { cases: usual, either: 'lights=off & (lock-flash | door)' };
    case 'drl':
      return {
        cases: usual,
        either: 'lights=position | (key=on & !running) | flash | left | right | hazard',
        dimmed: 'lights=low',
      };
    case 'turn':
      return { cases: usual, either: 'lock-flash' };
    case 'stop':
    case 'high-stop':
      return { cases: usual, either: 'brake & key!=on' };
    case 'reverse':
      return { cases: usual, either: 'reverse & key!=on' };
    case 'front-fog':
      return { cases: usual, either: 'front-fog & (lights=off | key!=on)' };
    case 'rear-fog':
      // With front fog lamps it may be switched on beside position lamps, and may stay on with them (UN R48 6.11.7).
      return { cases: usual, either: 'rear-fog & (key!=on | lights=position)' };
    default:
      return { cases: usual };
  }
}

/** What an input that is tail and stop on one wire needs: pulsed for the tail, full for the stop. */
export const TAIL_STOP: Need = {
  cases: [...on('brake'), { when: 'lights!=off', level: { kind: 'pulsed', duty: 0.3 } }],
  either: 'brake & key!=on | lights=off & (lock-flash | door)',
};

/** What an input needs that feeds the functions of its lamp: to be live at all times. */
export const ALWAYS_LIVE: Need = { cases: on('always') };

/** What an input that does stop and turn on one wire needs: flashing goes before steady. */
export function needOfCombined(side: Side): Need | null {
  const cases = neededCombined(side);
  return cases && { cases, either: 'lock-flash | (brake & key!=on)' };
}
