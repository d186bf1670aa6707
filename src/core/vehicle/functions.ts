/** The jobs that a lamp housing does. Terms of UN R48 and FMVSS 108 where both agree. */
export const LAMP_FUNCTIONS = [
  'low-beam',
  'high-beam',
  'drl',
  'position',
  'turn',
  'side-marker',
  'front-fog',
  'rear-fog',
  'stop',
  'tail',
  'reverse',
  'licence-plate',
  'clearance',
  'identification',
  'high-stop',
  'cornering',
  'work',
  'beacon',
  'reflex-reflector',
] as const;
export type LampFunction = (typeof LAMP_FUNCTIONS)[number];

/** What a housing carries that is no lamp, and that has to be moved over or is lost. */
export const DUTIES = [
  'levelling-motor',
  'washer',
  'camera',
  'mirror-heater',
  'puddle-lamp',
  'blind-spot-lamp',
  'radar-bracket',
] as const;
export type Duty = (typeof DUTIES)[number];

/** Colours of light that lamps have. */
export const LIGHT_COLOURS = ['white', 'amber', 'selective-yellow', 'red'] as const;
export type LightColour = (typeof LIGHT_COLOURS)[number];

/** A lamp function in a colour, or a duty (which has none). */
export interface Provided {
  readonly does: LampFunction | Duty;
  readonly colour?: LightColour;
  /** Which way it shows, where that is not the lamp's own end: the side reflector of a tail lamp. */
  readonly shows?: 'front' | 'rear' | 'side';
}
