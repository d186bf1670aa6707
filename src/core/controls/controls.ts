/** What a driver can set, and what the vehicle reports of itself, as far as lamps depend on it. */
export const CONTROLS = {
  key: ['off', 'accessory', 'on'],
  running: ['no', 'yes'],
  lights: ['off', 'position', 'low'],
  high: ['no', 'yes'],
  flash: ['no', 'yes'],
  left: ['no', 'yes'],
  right: ['no', 'yes'],
  hazard: ['no', 'yes'],
  brake: ['no', 'yes'],
  reverse: ['no', 'yes'],
  'front-fog': ['no', 'yes'],
  'rear-fog': ['no', 'yes'],
  'lock-flash': ['no', 'yes'],
  door: ['no', 'yes'],
} as const;
export type Control = keyof typeof CONTROLS;
/** All controls, in the order in which they are shown. */
export const CONTROL_NAMES = Object.keys(CONTROLS) as readonly Control[];

/** One setting of every control. */
export type ControlState = Readonly<Record<Control, string>>;

/** Everything off, key out. */
export const ALL_OFF: ControlState = Object.fromEntries(
  CONTROL_NAMES.map((c) => [c, CONTROLS[c][0]]),
) as unknown as ControlState;

/** What cannot be on a vehicle: pairs of a condition and what it needs, as expressions. */
export const POSSIBLE: readonly { readonly when: string; readonly needs: string }[] = [
  { when: 'running', needs: 'key=on' },
  { when: 'high', needs: 'lights=low' },
  { when: 'left', needs: '!right' },
  // UN R48 6.11.7: with front fog lamps as well as with a main or dipped beam; on until the position lamps go out.
  { when: 'rear-fog', needs: 'lights!=off' },
  { when: 'lock-flash', needs: 'key=off' },
];

/** The controls that are not at rest, as text: `key=on lights=low`. */
export const stateText = (state: ControlState): string =>
  CONTROL_NAMES.filter((c) => state[c] !== ALL_OFF[c])
    .map((c) => `${c}=${state[c]}`)
    .join(' ');
