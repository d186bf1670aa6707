import type { NoFacts, Prose } from '../kernel/reason';

declare module '../kernel/reason' {
  interface ReasonFacts {
    'no-such-step': { readonly step: string };
    'no-such-step-near': { readonly step: string; readonly near: string };
    'state-brought': { readonly state: Prose; readonly value: Prose };
    'power-by-bench': NoFacts;
    'no-such-state': { readonly name: string; readonly value: string };
    'bag-mixes-lengths': { readonly bag: string };
    'fasteners-back-only': { readonly step: string };
    'no-lamp-out': NoFacts;
    'step-loop': { readonly steps: readonly string[]; readonly way: 'out' | 'back' };
    'step-undecided': { readonly tries: number; readonly way: 'out' | 'back' };
    'no-way-back': { readonly step: string };
    'step-state': { readonly step: string; readonly way: 'out' | 'back'; readonly needs: readonly string[] };
  }
}
