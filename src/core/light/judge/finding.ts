import type { LampFunction } from '../../vehicle';
import type { SettingRule } from '../../catalogue/types';
import type { ControlState, Level } from '../../controls';
import type { Unsteady } from '../settled/settledLamp';
import type { TimedKind, TimedRule } from './rules';

/** What a rule of a market says of lamps. `open`: a figure is not known, or lies on both sides of a limit. */
export interface LightFinding {
  /** `in-setting`: what is lit in a setting of the controls; the others are about a score. */
  readonly kind: TimedKind | 'in-setting';
  /** null: the market's rules say nothing about it that the program knows. */
  readonly rule: string | null;
  readonly source: string | null;
  /** The text of the rule has to be read. */
  readonly check: boolean;
  readonly state: 'kept' | 'broken' | 'open';
  readonly position: string | null;
  readonly does: LampFunction | null;
  /** The moment at which it is broken, from the start of the score. */
  readonly atUs: number | null;
  /** Why: a code with its figures, in the units that their names say. */
  readonly why: FindingWhy;
}

/** Reasons of a finding. */
export type FindingWhy =
  | {
      readonly code: 'in-setting';
      readonly rule: SettingRule;
      /** In how many settings it was looked at. */
      readonly states: number;
      /** The first setting in which it is broken, in the fixed order of settings, and what is seen there. */
      readonly broken: {
        readonly state: ControlState;
        readonly level: Level;
        readonly unsteady: Unsteady | null;
      } | null;
    }
  | {
      readonly code: 'rate';
      readonly perMinute: number | null;
      readonly min: number;
      readonly max: number;
      readonly lowLoadA: number | null;
    }
  | { readonly code: 'on-share'; readonly onShare: number | null; readonly min: number; readonly max: number }
  | { readonly code: 'after-lever'; readonly ms: number | null; readonly maxMs: number }
  | {
      readonly code: 'sweep';
      readonly fullMs: number | null;
      readonly maxMs: number | null;
      /** The shortest on-phase, and how long the last segment is lit in it. */
      readonly onMs: number | null;
      readonly lastLitMs: number | null;
    }
  | { readonly code: 'sweep-outlasts'; readonly fullMs: number; readonly onMs: number }
  | { readonly code: 'sweep-runs' }
  | { readonly code: 'sweep-outer-first' }
  /** Segments do not come on one beside the other, or go up and down. */
  | { readonly code: 'sweep-uneven' }
  | { readonly code: 'not-steady'; readonly by: 'pulses' | 'sweep' | 'start-up' | null }
  | { readonly code: 'sides'; readonly differs: string | null }
  | {
      readonly code: 'drl-returns';
      readonly returnMs: number | null;
      /** The longest dark phase of the flash, and how long the DRL is lit in it. */
      readonly darkMs: number;
      readonly litMs: number;
    }
  | { readonly code: 'start-up'; readonly ms: number };

/** A finding of a rule; without one: of what the market does not say. */
export const finding = (
  kind: TimedKind,
  rule: TimedRule | null,
  state: LightFinding['state'],
  why: FindingWhy,
  where: { readonly position?: string; readonly does?: LampFunction; readonly atUs?: number | null } = {},
): LightFinding => ({
  kind,
  rule: rule?.id ?? null,
  source: rule?.source ?? null,
  check: rule?.check ?? false,
  state,
  position: where.position ?? null,
  does: where.does ?? null,
  atUs: where.atUs ?? null,
  why,
});

/** Whether a figure between two ends is within limits: one that lies on both sides of a limit is open. */
export function against(
  ends: { readonly from: number; readonly to: number } | null,
  min: number,
  max: number,
): LightFinding['state'] {
  if (!ends) return 'open';
  if (ends.from >= min && ends.to <= max) return 'kept';
  return ends.to < min || ends.from > max ? 'broken' : 'open';
}
