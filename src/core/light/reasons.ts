import '../kernel/reason';

declare module '../kernel/reason' {
  interface ReasonFacts {
    'score-length': { readonly ms: number; readonly most: number };
    'score-before-start': { readonly ms: number };
    'segment-outside': { readonly segment: string };
    'program-no-segment': { readonly segment: string };
    'program-no-function': { readonly does: string };
    'program-for-itself': { readonly does: string };
    'program-twice': { readonly does: string };
    'sweep-of-one': { readonly does: string };
    'flasher-share': { readonly share: number };
    'rule-needs-figure': { readonly kind: string; readonly figure: string };
  }
}
