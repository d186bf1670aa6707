import type { LightFinding } from '@/core/light/judge/finding';
import type { LightNote } from '@/core/light/overTime/summary';
import type { Words } from '@/words';

const ms = (x: number): string => `${Math.round(x)} ms`;
const rounded = (x: number): number => Math.round(x * 10) / 10;

/** A finding over time as a sentence, its figures in it. */
export function findingText({ why, state }: LightFinding, { t, tCode }: Pick<Words, 't' | 'tCode'>): string {
  switch (why.code) {
    case 'in-setting':
      return t('light.rule', { does: tCode(`does.${why.rule.does}`), must: why.rule.must });
    case 'rate':
      return why.perMinute === null
        ? t('timed.rate-unknown', { min: why.min, max: why.max })
        : why.lowLoadA !== null
          ? t('timed.rate-low', {
              rate: rounded(why.perMinute),
              amp: rounded(why.lowLoadA),
              min: why.min,
              max: why.max,
            })
          : t('timed.rate-is', { rate: rounded(why.perMinute), min: why.min, max: why.max });
    case 'on-share':
      return why.onShare === null
        ? t('timed.share-unknown')
        : t('timed.share-is', {
            percent: Math.round(why.onShare * 100),
            min: Math.round(why.min * 100),
            max: Math.round(why.max * 100),
          });
    case 'after-lever':
      return why.ms === null
        ? t('timed.lever-unknown', { max: ms(why.maxMs) })
        : t('timed.lever-is', { ms: ms(why.ms), max: ms(why.maxMs) });
    case 'sweep':
      if (why.fullMs === null) return t('timed.sweep-unknown');
      return why.maxMs === null
        ? t('timed.sweep-no-rule', { full: ms(why.fullMs) })
        : t(state === 'broken' ? 'timed.sweep-late' : 'timed.sweep-full', {
            full: ms(why.fullMs),
            max: ms(why.maxMs),
          });
    case 'sweep-outlasts':
      return t('timed.sweep-outlasts', { full: ms(why.fullMs), on: ms(why.onMs) });
    case 'sweep-runs':
      return t('timed.sweep-runs');
    case 'sweep-uneven':
      return t('timed.sweep-uneven');
    case 'sweep-outer-first':
      return t('timed.sweep-outer-first');
    case 'not-steady':
      return why.by === null ? t('timed.steady') : t('timed.not-steady', { by: why.by });
    case 'sides':
      return why.differs === null ? t('timed.alike') : t('timed.differs', { what: why.differs });
    case 'drl-returns':
      if (why.returnMs === null) return t('timed.return-unknown');
      return why.litMs > 0
        ? t('timed.return-early', { back: ms(why.returnMs), dark: ms(why.darkMs), lit: ms(why.litMs) })
        : t('timed.return-kept', { back: ms(why.returnMs), dark: ms(why.darkMs) });
    case 'start-up':
      return t(state === 'open' ? 'timed.show-open' : 'timed.show', { ms: ms(why.ms) });
  }
}

/** What is seen besides, as a sentence. */
export function noteText(n: LightNote, { t }: Pick<Words, 't'>, does: string, position: string): string {
  switch (n.code) {
    case 'glow':
      return t('timed.note-glow', { does, hz: Math.round(n.hz ?? 0) });
    case 'flicker':
      return t('timed.note-flicker', { does, hz: Math.round(n.hz ?? 0) });
    case 'beads':
      return t('timed.note-beads', { does, hz: Math.round(n.hz ?? 0) });
    case 'alternates':
      return t('timed.note-alternates');
    case 'no-program':
      return t('timed.note-no-program', { position });
    case 'front-rear':
      return t('timed.note-front-rear');
    case 'voltage-taken':
      return t('timed.note-voltage');
  }
}
