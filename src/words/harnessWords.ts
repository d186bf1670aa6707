import {
  APART_OHM,
  drawLead,
  type Drawing,
  type ProbeStep,
  type RingOutStep,
  WHOLE_OHM,
} from '@/core/harness';
import type { HarnessDocument } from '@/core/job';
import type { Wording } from './wording';
import type { Words } from './words';

const capital = (text: string, { locale }: Words) => text.charAt(0).toLocaleUpperCase(locale) + text.slice(1);

/** The lines of a harness sheet in words; screen, paper and file say the same. */
export function harnessWords(words: Words, say: Wording) {
  const { t, list } = words;
  const role = (id: string) => {
    const name = words.has(`does.${id}`) && !words.has(`circuit.${id}`) ? say.does(id) : say.circuit(id);
    return capital(name, words);
  };
  return {
    role,
    drawing: (doc: HarnessDocument): Drawing => drawLead(doc.rows, { circuit: role, plug: (id) => id }),
    ring: (s: RingOutStep): string =>
      s.kind === 'continuity'
        ? t('check.continuity', { from: say.end(s.from), to: say.end(s.to) })
        : t('check.isolation', { net: s.net, others: list(s.against) }),
    ringWanted: (s: RingOutStep): string =>
      s.kind === 'continuity' ? t('check.wants-low', { ohm: say.number(WHOLE_OHM) }) : t('check.wants-high'),
    ohm: (ohm: number | null): string =>
      ohm === null || ohm >= APART_OHM ? t('check.open') : `${say.number(ohm)} Ω`,
    setting: (s: ProbeStep): string => capital(say.setting(s.state), words),
    probe: (s: ProbeStep): string =>
      `${s.plug}/${s.cavity} · ${say.circuit(s.circuit)}${s.across === 'battery' ? `, ${t('check.from-plus')}` : ''}`,
    window: ({ window: w }: ProbeStep): string => {
      const short = (v: number) => say.number(Math.round(v * 10) / 10);
      return w.flashes
        ? t('check.window-flash', { high: short(w.highV) })
        : t('check.window', { low: short(w.lowV), high: short(w.highV) });
    },
  };
}
