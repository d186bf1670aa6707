import type { LampFunction, Side } from '../vehicle';
import type { LevelCase } from './circuit';

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
