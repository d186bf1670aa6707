/** Puts the right check digit into a VIN of the test's own making (weights of 49 CFR 565). */
export function vinWithCheckDigit(vin: string): string {
  const value = (c: string) =>
    '0123456789'.includes(c) ? Number(c) : ({ A: 1, B: 2, K: 2, M: 4, P: 7, W: 6, Y: 8 }[c] ?? 0);
  const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
  const rest = [...vin].reduce((sum, c, i) => sum + value(c) * (weights[i] ?? 0), 0) % 11;
  return vin.slice(0, 8) + (rest === 10 ? 'X' : String(rest)) + vin.slice(9);
}
