import type { LevelCase } from '../../controls';
import type { LampFunction } from '../../vehicle';

/** The four schools of feeding what the old lamp never had, least harm first. */
export const FEED_SCHOOLS = ['plug-in-lead', 'fuse-tap', 'battery-module', 'lamp-wire'] as const;
export type FeedSchool = (typeof FEED_SCHOOLS)[number];

const on = (when: string): readonly LevelCase[] => [{ when, level: { kind: 'on' } }];

/**
 * When a feed is *taken* to be live, by its school, until somebody has measured it: an assumption that is shown as
 * one. A module senses the running engine, a fused slot is usually live with the key, a lamp wire with its lamp.
 */
export const FEED_LIVE: Readonly<Record<FeedSchool, readonly LevelCase[]>> = {
  'plug-in-lead': on('running'),
  'fuse-tap': on('key=on'),
  'battery-module': on('running'),
  'lamp-wire': on('lights!=off'),
};

/** An extra feed that was decided; live as its source is, or, where none is named, as its school usually is. */
export interface DecidedFeed {
  readonly does: LampFunction;
  readonly school: FeedSchool;
  readonly live?: readonly LevelCase[];
}

/** When an extra feed is live. */
export const liveCases = (feed: Pick<DecidedFeed, 'school' | 'live'>): readonly LevelCase[] =>
  feed.live ?? FEED_LIVE[feed.school];
