import type { NoFacts } from '../../kernel/reason';

/** What is found in a catalogue, by the code of the finding. */
export interface LintFacts {
  'side-alone': { readonly side: string };
  'mend-missing': { readonly part: string };
  'not-checked': NoFacts;
  'never-true': NoFacts;
  'voltage-never': NoFacts;
  'required-not-provided': { readonly does: string; readonly profile: string };
  'plugs-differ': { readonly family: string; readonly plugs: readonly string[] };
  'years-overlap': { readonly family: string; readonly from: number; readonly to: number };
  'years-gap': { readonly family: string; readonly from: number; readonly to: number };
  'half-alone': { readonly half: string };
  'lamp-plug-unreached': { readonly plug: string; readonly family: string };
  'adapter-refuted': { readonly part: string };
  'program-missing': NoFacts;
  'traits-differ': { readonly trait: string };
}

type Findings = { readonly [C in keyof LintFacts as `lint-${C}`]: LintFacts[C] };

declare module '../../kernel/reason' {
  // oxlint-disable-next-line typescript/no-empty-object-type -- the findings are listed above
  interface ReasonFacts extends Findings {}
}
