import type { ExpressionCode } from './reasons';
import { type Reason, reason, type GivenFacts, type ReasonFacts, type ReasonOf } from '../kernel/reason';
import { type Control, CONTROLS, type ControlState } from './controls';

/** A condition on the controls. */
export type Expression =
  | { readonly op: 'is'; readonly control: Control; readonly value: string }
  | { readonly op: 'not'; readonly of: Expression }
  | { readonly op: 'and' | 'or'; readonly of: readonly Expression[] }
  | { readonly op: 'always' };

/** Where an expression does not parse: place of the first character that is wrong, from 0. */
export type ExpressionParse =
  | { readonly kind: 'expression'; readonly expression: Expression }
  | { readonly kind: 'fault'; readonly at: number; readonly reason: Reason };

class Fault extends Error {
  constructor(
    readonly at: number,
    readonly reason: ReasonOf<ExpressionCode>,
  ) {
    super(reason.code);
  }
}

/** @param at place from 0; people count from one */
const faultAt = <C extends ExpressionCode>(at: number, code: C, facts: Omit<ReasonFacts[C], 'at'>): Fault =>
  new Fault(at, reason(code, ...([{ ...facts, at: at + 1 }] as unknown as GivenFacts<C>)));

interface Token {
  readonly text: string;
  readonly at: number;
}

const isControl = (text: string): text is Control => Object.hasOwn(CONTROLS, text);

/**
 * Parses a condition such as `key=on & (lights=low | flash) & !brake`. A control alone means that it is `yes`;
 * `!=` is other than; `always` holds. `!` binds tighter than `&`, `&` tighter than `|`.
 */
export function parseExpression(text: string): ExpressionParse {
  try {
    const tokens = tokenize(text);
    let next = 0;
    const peek = () => tokens[next]?.text;
    const take = () => tokens[next++] ?? { text: '', at: text.length };

    const either = (): Expression => joined('|', 'or', both);
    const both = (): Expression => joined('&', 'and', single);
    const joined = (sign: string, op: 'and' | 'or', part: () => Expression): Expression => {
      const of = [part()];
      while (peek() === sign) {
        take();
        of.push(part());
      }
      return of.length === 1 && of[0] ? of[0] : { op, of };
    };
    const single = (): Expression => {
      const token = take();
      if (token.text === '!') return { op: 'not', of: single() };
      if (token.text === '(') {
        const inside = either();
        const end = take();
        if (end.text !== ')') throw faultAt(end.at, 'expression-bracket', {});
        return inside;
      }
      if (token.text === 'always') return { op: 'always' };
      if (token.text === '') throw faultAt(token.at, 'expression-ends', {});
      if (!isControl(token.text))
        throw faultAt(token.at, 'expression-control', { found: token.text, known: Object.keys(CONTROLS) });
      return comparison(token.text);
    };
    const comparison = (control: Control): Expression => {
      const values: readonly string[] = CONTROLS[control];
      const sign = peek();
      if (sign !== '=' && sign !== '!=') {
        if (!values.includes('yes'))
          throw faultAt(tokens[next]?.at ?? text.length, 'expression-value', { control, known: values });
        return { op: 'is', control, value: 'yes' };
      }
      take();
      const value = take();
      if (!values.includes(value.text))
        throw faultAt(value.at, 'expression-value', { control, known: values });
      const is: Expression = { op: 'is', control, value: value.text };
      return sign === '=' ? is : { op: 'not', of: is };
    };

    const expression = either();
    const rest = tokens[next];
    if (rest) throw faultAt(rest.at, 'expression-rest', { found: rest.text });
    return { kind: 'expression', expression };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { kind: 'fault', at: error.at, reason: error.reason };
  }
}

function tokenize(text: string): readonly Token[] {
  const tokens: Token[] = [];
  const pattern = /\s*(!=|[!&|()=]|[a-z][a-z-]*)/y;
  while (pattern.lastIndex < text.length) {
    const from = pattern.lastIndex;
    const match = pattern.exec(text);
    if (!match) {
      if (text.slice(from).trim() === '') break;
      throw faultAt(
        from + (text.slice(from).length - text.slice(from).trimStart().length),
        'expression-sign',
        { found: text.slice(from).trim()[0] ?? '' },
      );
    }
    tokens.push({ text: match[1] ?? '', at: pattern.lastIndex - (match[1]?.length ?? 0) });
  }
  return tokens;
}

/** The same text means the same everywhere, and a shelf has few of them. */
const parsedBefore = new Map<string, Expression>();

/** Parses an expression that the importer has checked; throws where it is broken all the same. */
export function expressionOf(text: string): Expression {
  const before = parsedBefore.get(text);
  if (before) return before;
  const parsed = parseExpression(text);
  if (parsed.kind === 'fault') throw new Error(`Broken expression at ${parsed.at}: ${text}`);
  parsedBefore.set(text, parsed.expression);
  return parsed.expression;
}

/** Whether a condition holds in a state. */
export function holds(e: Expression, state: ControlState): boolean {
  switch (e.op) {
    case 'always':
      return true;
    case 'is':
      return state[e.control] === e.value;
    case 'not':
      return !holds(e.of, state);
    case 'and':
      return e.of.every((x) => holds(x, state));
    case 'or':
      return e.of.some((x) => holds(x, state));
  }
}

/** The controls that a condition reads. */
export function supportOf(e: Expression): readonly Control[] {
  switch (e.op) {
    case 'always':
      return [];
    case 'is':
      return [e.control];
    case 'not':
      return supportOf(e.of);
    default:
      return [...new Set(e.of.flatMap(supportOf))];
  }
}
