/** A figure as it was typed; null: it is none. Below nothing only where that can be. */
export function numberIn(typed: string, decimal: string, signed = false): number | null {
  const text = typed.trim().replace(decimal, '.').replace('−', '-');
  if (!(signed ? /^-?\d+(\.\d+)?$/ : /^\d+(\.\d+)?$/).test(text)) return null;
  return Number(text);
}
