/** A figure that was typed into a field of a known unit, or what is wrong with it. */
export type FigureRead =
  | { readonly kind: 'figure'; readonly value: number }
  | {
      readonly kind: 'fault';
      /** `separator`: it has the other language's decimal sign; `negative`: this one cannot be below nothing. */
      readonly code: 'missing' | 'separator' | 'negative' | 'unit' | 'not-a-figure';
      readonly typed: string;
      /** What was probably meant, as it would be taken; empty: nobody can tell. */
      readonly better: string;
    };

const PLAIN = /^-?\d+(\.\d+)?$/;

/**
 * Reads a figure. A minus may be typed as a hyphen or as a minus sign.
 * @param decimal the sign before the fraction in the reader's language
 * @param signed whether it may be below nothing
 */
export function readFigure(typed: string, decimal: string, signed = false): FigureRead {
  const text = typed.trim();
  const other = decimal === '.' ? ',' : '.';
  const wrong = (code: Extract<FigureRead, { kind: 'fault' }>['code'], better = ''): FigureRead => ({
    kind: 'fault',
    code,
    typed: text,
    better,
  });
  if (text === '') return wrong('missing');
  const plain = text.replace('−', '-').replace(decimal, '.');
  if (PLAIN.test(plain) && !text.includes(other)) {
    const value = Number(plain);
    if (value < 0 && !signed) return wrong('negative', text.replace(/^[-−]/, ''));
    return { kind: 'figure', value: value === 0 ? 0 : value };
  }
  if (PLAIN.test(text.replace('−', '-').replace(other, '.')))
    return wrong('separator', text.replace(other, decimal));
  const [, figure = '', unit = ''] = /^([-−]?[\d.,]+)\s*([\p{L}°%"'′″]+.*)$/u.exec(text) ?? [];
  return unit === '' ? wrong('not-a-figure') : wrong('unit', figure);
}
