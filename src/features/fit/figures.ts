/** A sum as typed, in minor units; empty is none, null is no sum. */
export function readMoney(text: string, decimal: '.' | ','): number | null {
  const typed = text.trim();
  if (typed === '') return 0;
  const pattern = decimal === ',' ? /^\d{1,7}(,\d{1,2})?$/ : /^\d{1,7}(\.\d{1,2})?$/;
  return pattern.test(typed) ? Math.round(Number(typed.replace(',', '.')) * 100) : null;
}

/** A span of minutes; one figure where both ends are the same. */
export const minutesText = ({ low, high }: { readonly low: number; readonly high: number }): string =>
  low === high ? String(low) : `${low}–${high}`;
