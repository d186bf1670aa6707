import type { NoFacts } from '../kernel/reason';

declare module '../kernel/reason' {
  interface ReasonFacts {
    'case-no-line': { readonly line: string };
    'case-no-position': { readonly position: string };
    'case-no-fact': { readonly fact: string };
    'case-fact-value': { readonly fact: string; readonly value: string };
    'case-fact-source': { readonly fact: string; readonly source: string };
    'case-no-row': { readonly id: string };
    'case-row-elsewhere': { readonly id: string };
    'case-which-row': { readonly count: number };
    'case-no-swap': { readonly swap: string };
    'case-control': { readonly control: string; readonly value: string };
    'case-impossible': { readonly state: string };
    'case-entry': { readonly type: string };
    'case-no-cell': { readonly position: string; readonly does: string };
    'case-no-wire': { readonly what: string };
    'case-network': {
      readonly what: 'twice' | 'itself' | 'falls' | 'overPull' | 'noSwitch' | 'noElement' | 'tooMany';
    };
    'case-one-fault': NoFacts;
    'case-needs-vehicle': { readonly ask: string };
    'case-too-long': { readonly most: number };
    'case-form': { readonly expected: string };
  }
}
