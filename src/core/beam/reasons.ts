import type { NoFacts } from '../kernel/reason';

declare module '../kernel/reason' {
  interface ReasonFacts {
    'set-up-open': { readonly part: SetUpPart };
    'set-up-differs': { readonly part: SetUpPart; readonly one: string; readonly other: string };
    'set-up-distance': { readonly mm: number };
    'set-up-volts': { readonly volts: number; readonly systemV: number };
    'meter-past-date': { readonly meter: string; readonly to: string };
    'photometry-file': {
      readonly form: 'IES' | 'EULUMDAT';
      readonly what: 'form' | 'short' | 'number' | 'angles' | 'size';
      readonly at: string;
    };
    'light-apparent': { readonly m: number };
    'wall-marks-few': { readonly found: number; readonly wanted: number };
    'wall-marks-line': NoFacts;
    'wall-marks-off': { readonly mark: string; readonly mm: number; readonly most: number };
    'wall-outside': NoFacts;
    'wall-blown': NoFacts;
    'wall-exposures': NoFacts;
    'wall-tone': NoFacts;
    'wall-readings-few': { readonly found: number; readonly wanted: number };
    'wall-readings-span': { readonly times: number };
    'wall-readings-off': { readonly percent: number; readonly most: number };
  }
}

/** A part of the set-up that light is read in. */
export const SET_UP_PARTS = [
  'place',
  'distance',
  'square',
  'load',
  'levellingZero',
  'engine',
  'volts',
  'minutes-lit',
  'meter',
  'stray',
  'otherScreened',
] as const;
export type SetUpPart = (typeof SET_UP_PARTS)[number];
