/** Place of the first character that is wrong, from 1. */
interface At {
  readonly at: number;
}
type Found = At & { readonly found: string };

declare module '../kernel/reason' {
  interface ReasonFacts {
    'expression-bracket': At;
    'expression-ends': At;
    'expression-control': Found & { readonly known: readonly string[] };
    'expression-value': At & { readonly control: string; readonly known: readonly string[] };
    'expression-rest': Found;
    'expression-sign': Found;
  }
}

/** Why a condition on the controls cannot be read. */
export type ExpressionCode =
  | 'expression-bracket'
  | 'expression-ends'
  | 'expression-control'
  | 'expression-value'
  | 'expression-rest'
  | 'expression-sign';
