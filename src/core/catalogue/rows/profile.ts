import type { Prose } from '../../kernel/reason';
import type { TimedRule } from '../../light/judge/rules';
import type { Rule } from '../../rule';
import type { Duty, LampFunction, LightColour } from '../../vehicle';

/** What a lit lamp must do in a market while a condition on the controls holds. */
export interface SettingRule {
  readonly id: string;
  readonly does: LampFunction;
  readonly when: string;
  readonly must: 'lit' | 'dark' | 'steady';
  readonly source: string;
}

/** One line of a market profile. `sides: both` asks for it left and right. Colours are alternatives. */
export interface Requirement {
  readonly id: string;
  readonly does: LampFunction | Duty;
  readonly end: 'front' | 'rear' | 'side' | 'any';
  readonly sides: 'both' | 'any';
  readonly colours: readonly LightColour[];
  /** On vehicle facts only. */
  readonly when?: Rule;
  readonly source: string;
}

/** A market's rule set as a working summary. `id` is a value of the fact `market`. It is not the law and says so. */
export interface Profile {
  readonly id: string;
  readonly name: Prose;
  readonly note: Prose;
  readonly onRoad: boolean;
  readonly requirements: readonly Requirement[];
  readonly light?: readonly SettingRule[];
  /** Absent: what the program knows of the market. */
  readonly overTime?: readonly TimedRule[];
}
