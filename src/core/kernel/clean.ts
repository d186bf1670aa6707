/** A sum without the noise of binary fractions: nothing that is measured has nine decimals. */
export const clean = (n: number): number => Math.round(n * 1e9) / 1e9;
