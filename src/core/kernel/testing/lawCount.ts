/**
 * How many cases a law is tried on: so many in each run of the tests, and `LAWS` times as many where somebody wants to be
 * surer: `LAWS=20 npx vitest run --project unit <file>`.
 */
export const lawCount = (usual: number): number => Math.round(usual * Number(process.env.LAWS ?? 1));
