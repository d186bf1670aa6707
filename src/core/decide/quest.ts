import { compareText } from '../kernel/reason';
import { type FactRef, type FactRegistry, type Prior, splitFactRef } from '../vehicle';
import type { Condition } from '../rule/condition';
import type { Known } from '../rule/evaluate';
import { NO } from '../rule/rank';
import { askedBy, type Worlds, worldsOf, type WorldState } from './worlds';

/** `find-one`: stop as soon as one that meets the most wishes is known to fit. `settle-all`: leave none open. */
export const AIMS = ['find-one', 'settle-all'] as const;
export type Aim = (typeof AIMS)[number];

/** A lamp as the questions see it. */
export interface LookTarget {
  readonly id: string;
  readonly condition: Condition;
  /** Wishes met; more are sought first. */
  readonly wishesMet: number;
  /** It surely may not be used on the road that the vehicle keeps to: sought only when no other is left. */
  readonly offRoad?: boolean;
}

/** Lamps, looks and what they cost, ready to be planned. */
export interface LookPlanInput {
  readonly targets: readonly LookTarget[];
  readonly known: Known;
  readonly registry: FactRegistry;
  readonly aim: Aim;
  readonly priors?: readonly Prior[];
  /** Facts that somebody has looked at and could not tell: not asked again. */
  readonly untold?: ReadonlySet<FactRef>;
  /** Access that stands open already (`bonnet`). */
  readonly opened?: ReadonlySet<string>;
  readonly seed?: number;
}

/** A look inside the reckoning: indexes of facts, minutes, what has to stand open. */
export interface Look {
  readonly id: string;
  readonly facts: readonly number[];
  readonly minutes: number;
  readonly access: { readonly id: string; readonly minutes: number } | null;
}

/** What a plan is reckoned over. */
export interface Quest {
  readonly worlds: Worlds;
  readonly looks: readonly Look[];
  readonly aim: Aim;
  /** How much each lamp is wanted: those of the highest level are sought first. */
  readonly level: readonly number[];
  readonly opened: ReadonlySet<string>;
}

/** *Setting*: minutes of a look that nobody has timed. */
const UNTIMED_MIN = 3;
/** More than there are wishes: one that is not for the road comes after all that are. */
const OFF_ROAD_LEVEL = 1000;
/** Prepares a plan's reckoning; the exact and the greedy plan and the benchmark share it. */
export function questOf(input: LookPlanInput): Quest {
  const targets = [...input.targets].sort((a, b) => compareText(a.id, b.id));
  const worlds = worldsOf(
    targets.map((t) => t.condition),
    input.known,
    input.registry,
    input.priors ?? [],
  );
  const groups = new Map<string, { facts: number[]; look: Look }>();
  worlds.facts.forEach((variable, i) => {
    const ref = askedBy(variable);
    if (ref === null || input.untold?.has(ref)) return;
    const { key, subject } = splitFactRef(ref);
    const look = input.registry.find(key)?.look;
    const id = `${look?.id ?? key}@${look?.bothSides ? 'both' : subject}`;
    const facts = [...(groups.get(id)?.facts ?? []), i];
    groups.set(id, {
      facts,
      look: { id, facts, minutes: look?.minutes ?? UNTIMED_MIN, access: look?.access ?? null },
    });
  });
  return {
    worlds,
    looks: [...groups.values()].map((g) => g.look),
    aim: input.aim,
    level: targets.map((t) => t.wishesMet - (t.offRoad ? OFF_ROAD_LEVEL : 0)),
    opened: input.opened ?? new Set(),
  };
}

/** The conditions that the aim still waits for in a state of knowledge; none: it is reached. */
export function openTargets({ worlds, aim, level: levels }: Quest, s: WorldState): readonly number[] {
  const intervals = worlds.conditions.map((c) => c.interval(s));
  const isOpen = (i: number) => intervals[i]?.lo === NO && intervals[i]?.hi !== NO;
  const all = intervals.map((_, i) => i);
  if (aim === 'settle-all') return all.filter(isOpen);
  for (const level of [...new Set(levels)].sort((a, b) => b - a)) {
    const here = all.filter((i) => levels[i] === level);
    if (here.some((i) => (intervals[i]?.lo ?? NO) > NO)) return [];
    const open = here.filter(isOpen);
    if (open.length > 0) return open;
  }
  return [];
}

/** Looks that can, in some world, decide whether one of the targets goes in. */
export const decidingLooks = (quest: Quest, targets: readonly number[]): readonly Look[] =>
  quest.looks.filter((l) =>
    l.facts.some((f) => targets.some((t) => quest.worlds.conditions[t]?.decidedBy().has(f))),
  );

/** Looks that read what the targets still wait for. */
export function usefulLooks(quest: Quest, s: WorldState, targets: readonly number[]): readonly Look[] {
  return quest.looks.filter((l) =>
    l.facts.some((f) => (s[f] ?? -1) < 0 && targets.some((t) => quest.worlds.conditions[t]?.reads.has(f))),
  );
}

/** Minutes of a look in a state: with opening what it needs, unless that was opened for a look before. */
export function minutesOf(
  quest: Quest,
  s: WorldState,
  look: Look,
): { minutes: number; opens: string | null } {
  const { access } = look;
  if (!access || quest.opened.has(access.id)) return { minutes: look.minutes, opens: null };
  const before = quest.looks.some(
    (l) => l.access?.id === access.id && l.facts.some((f) => (s[f] ?? -1) >= 0),
  );
  return before
    ? { minutes: look.minutes, opens: null }
    : { minutes: look.minutes + access.minutes, opens: access.id };
}

/** Every answer that a look can give, with its chance. */
export function outcomesOf(
  { worlds }: Quest,
  s: WorldState,
  look: Look,
): readonly { readonly state: WorldState; readonly chance: number }[] {
  let list = [{ state: s, chance: 1 }];
  for (const fact of look.facts) {
    if ((s[fact] ?? -1) >= 0) continue;
    list = list.flatMap((o) =>
      (worlds.chances[fact] ?? []).map((p, cell) => {
        const state = o.state.slice();
        state[fact] = cell;
        return { state, chance: o.chance * p };
      }),
    );
  }
  return list;
}
