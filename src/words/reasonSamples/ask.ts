import type { ReasonSamples } from './samples';

export const ask = {
  'case-no-line': { line: 'orrel-packet' },
  'case-no-position': { position: 'headlamp.front.left' },
  'case-no-fact': { fact: 'colour' },
  'case-fact-value': { fact: 'market', value: 'moon' },
  'case-fact-source': { fact: 'model-year', source: 'seen' },
  'case-no-row': { id: 'packet-sounder-2' },
  'case-row-elsewhere': { id: 'packet-sounder-2' },
  'case-which-row': { count: 3 },
  'case-no-swap': { swap: '2' },
  'case-control': { control: 'key', value: 'in' },
  'case-impossible': { state: 'left=yes right=yes' },
  'case-entry': { type: 'fact-stated' },
  'case-no-cell': { position: 'headlamp.front.left', does: 'drl' },
  'case-too-long': { most: 4_000_000 },
  'score-length': { ms: 0, most: 600_000 },
  'score-before-start': { ms: -1 },
  'case-form': { expected: 'dark, lit' },
} satisfies Partial<ReasonSamples>;
