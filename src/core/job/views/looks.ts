import { readingOf } from '../../kernel/ids';
import type { Lamp } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { AimRead, BodyOf, LightWhen } from '../events';
import type { Reason } from '../../kernel/reason';
import {
  type BeamChange,
  beamChange,
  dazzleOf,
  faultsOfLight,
  glareIn,
  halfChange,
  type LampAim,
  lampAims,
  type LampDazzle,
} from '../readings/beam';
import type { DropPoint } from '../readings/drops';
import type { HandJoint } from '../readings/handJoints';
import { type MountLook, mountLooks } from '../readings/mounted';
import { watchedNow } from '../readings/watched';
import { type PairOfWalls, pairsOfWalls, type WallView, wallsOf } from '../readings/walls';
import type { PlugLook } from '../readings/plugs';
import { type Job, perJob } from './view';

/** Light of a swap as it was measured once. */
export interface LightReadView {
  readonly event: string;
  readonly by: string;
  readonly at: string;
  readonly lux: Readonly<Record<PositionKey, number>>;
  readonly distanceMm: number;
  readonly meter: string;
  /** As it was written down: the rest of the set-up, the eye point. */
  readonly body: BodyOf<'light-read'>;
  /** What an oncoming driver gets. */
  readonly glare: ReturnType<typeof glareIn>;
  /** What cannot be, or should be known, of how it was read. */
  readonly faults: readonly Reason[];
}

/** What was looked at and measured on each swap, besides bench and proof. */
export interface LooksView {
  readonly swaps: readonly {
    readonly id: string;
    readonly positions: readonly PositionKey[];
    /** Whether its lamps have a beam that is measured and aimed. */
    readonly aimed: boolean;
    readonly before: LightReadView | null;
    readonly after: LightReadView | null;
    readonly aim: {
      readonly event: string;
      readonly by: string;
      readonly at: string;
      readonly lamps: Readonly<Record<PositionKey, AimRead>>;
      readonly distanceMm: number;
      readonly against: string;
    } | null;
    /** The aim by its figures, held against the rule; null: nobody has read it so. */
    readonly aimRead: {
      readonly event: string;
      readonly by: string;
      readonly at: string;
      readonly body: BodyOf<'aim-read'>;
      readonly lamps: readonly LampAim[];
    } | null;
    /** Pictures of the wall as they were read, and left against right. */
    readonly walls: readonly WallView[];
    readonly pairs: readonly PairOfWalls[];
    /** What a turn of the screws does, of lamps whose record knows it. */
    readonly screws: Readonly<Record<PositionKey, NonNullable<Lamp['aimScrews']>>>;
    /** Half and half: an old lamp and a new one at the same moment, compared. */
    readonly half: (LightReadView & { readonly change: BeamChange }) | null;
    /** The lamp that stays for now; null: none does. */
    readonly kept: PositionKey | null;
    /** A dazzle complaint, by what was read after. */
    readonly dazzle: readonly LampDazzle[];
    /** Why the light of before was not read: words alone, no figures. Null: it was, or is still owed. */
    readonly baselineWords: string | null;
    /** After against before; null: one of them is not there. */
    readonly change: BeamChange | null;
    readonly watched: { readonly event: string; readonly by: string; readonly at: string } | null;
    readonly mounted: readonly MountLook[];
    readonly plugs: readonly PlugLook[];
    readonly joints: readonly HandJoint[];
    readonly drops: readonly DropPoint[];
  }[];
  /** The meter and distance that were written down last in this job, to be taken again. */
  readonly lastMeter: { readonly meter: string; readonly distanceMm: number } | null;
}

/** Lays out what was looked at. */
export const looksView = perJob(({ reading }: Job): LooksView => {
  const { record, checks, plugs, items } = reading;
  const mounted = mountLooks(checks, record);
  const volts = Number(reading.facts.get('system-voltage@vehicle')?.value);
  const light = (swap: string, when: LightWhen): LightReadView | null => {
    const e = record.lightReads.get(readingOf(swap, when))?.event;
    if (!e) return null;
    const { lux, distanceMm, meter } = e.body;
    return {
      event: e.id,
      by: e.user,
      at: e.at,
      lux,
      distanceMm,
      meter,
      body: e.body,
      glare: glareIn(e.body),
      faults: faultsOfLight(e.body, e.at, volts > 0 ? volts : null),
    };
  };
  const last = [...record.lightReads.values()].map((l) => l.event).sort((a, b) => (a.at < b.at ? 1 : -1))[0];
  return {
    swaps: checks.map(({ swap, joints, drops, wiring }) => {
      const aim = record.aims.get(swap.id)?.event;
      const watched = watchedNow(swap, record);
      const aimRead = record.aimReads.get(swap.id)?.event;
      const [before, after] = [light(swap.id, 'before'), light(swap.id, 'after')];
      const walls = wallsOf(swap, record);
      const half = light(swap.id, 'half');
      const aims = aimRead ? lampAims(aimRead.body) : [];
      const owed = items.find((i) => i.id === `baseline:${swap.id}`)?.closed;
      return {
        id: swap.id,
        positions: swap.positions,
        aimed: items.some((i) => i.id === `aim:${swap.id}`),
        before,
        after,
        aimRead: aimRead
          ? {
              event: aimRead.id,
              by: aimRead.user,
              at: aimRead.at,
              body: aimRead.body,
              lamps: aims,
            }
          : null,
        walls,
        pairs: pairsOfWalls(walls),
        screws: Object.fromEntries(
          wiring.flatMap(({ position, lamp }) => (lamp.aimScrews ? [[position, lamp.aimScrews]] : [])),
        ),
        half: half ? { ...half, change: halfChange(half.body) } : null,
        kept: record.kept.get(swap.id)?.event.body.position ?? null,
        dazzle: after ? dazzleOf(after.body, aims) : [],
        baselineWords: !before && owed && 'words' in owed && owed.words ? owed.words : null,
        change: before && after ? beamChange(before.body, after.body) : null,
        aim: aim
          ? {
              event: aim.id,
              by: aim.user,
              at: aim.at,
              lamps: aim.body.lamps,
              distanceMm: aim.body.distanceMm,
              against: aim.body.against,
            }
          : null,
        watched: watched ? { event: watched.id, by: watched.user, at: watched.at } : null,
        mounted: mounted.filter((m) => m.swap === swap.id),
        plugs: plugs.filter((p) => p.swap === swap.id),
        joints,
        drops,
      };
    }),
    lastMeter: last ? { meter: last.body.meter, distanceMm: last.body.distanceMm } : null,
  };
});
