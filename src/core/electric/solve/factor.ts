/** Which places of L are filled when a symmetric matrix is taken apart as L·Lᵀ, whatever its figures are. */
export interface Pattern {
  readonly n: number;
  /** Rows below the diagonal of each column, rising. */
  readonly below: readonly Int32Array[];
}

/** A symmetric positive definite matrix taken apart, for solving. */
export interface Factor {
  /** Solves in place. @param x the right side, and then the answer */
  readonly solve: (x: Float64Array) => void;
}

/**
 * What a matrix fills in. @param n rows
 * @param pairs places off the diagonal that are not empty, each once or more
 */
export function patternOf(n: number, pairs: readonly (readonly [number, number])[]): Pattern {
  const below = Array.from({ length: n }, () => new Set<number>());
  for (const [i, j] of pairs) if (i !== j) below[Math.min(i, j)]?.add(Math.max(i, j));
  for (const column of below) {
    const rows = [...column].sort((a, b) => a - b);
    // Once a node is taken out, all that it touched touch one another.
    const [next, ...rest] = rows;
    if (next !== undefined) for (const row of rest) below[next]?.add(row);
  }
  return { n, below: below.map((rows) => Int32Array.from([...rows].sort((a, b) => a - b))) };
}

/**
 * Cholesky's factor on a known pattern: with the nodes in order of how little they touch, a harness fills in hardly
 * anything. Source: Golub and Van Loan, Matrix Computations, 4.2; George and Liu for the pattern.
 * @param a n · n figures by rows, of which the lower triangle is read; it is overwritten
 */
export function choleskyFactor({ n, below }: Pattern, a: Float64Array): Factor {
  const diagonal = new Float64Array(n);
  const columns: Float64Array[] = [];
  for (let k = 0; k < n; k += 1) {
    const rows = below[k] ?? new Int32Array(0);
    const pivot = Math.sqrt(Math.max(a[k * n + k] ?? 0, Number.MIN_VALUE));
    const column = new Float64Array(rows.length);
    for (let r = 0; r < rows.length; r += 1) column[r] = (a[(rows[r] ?? 0) * n + k] ?? 0) / pivot;
    for (let r = 0; r < rows.length; r += 1) {
      const at = (rows[r] ?? 0) * n;
      const lik = column[r] ?? 0;
      for (let s = 0; s <= r; s += 1) {
        const to = at + (rows[s] ?? 0);
        a[to] = (a[to] ?? 0) - lik * (column[s] ?? 0);
      }
    }
    diagonal[k] = pivot;
    columns.push(column);
  }
  return {
    solve: (x) => {
      for (let k = 0; k < n; k += 1) {
        const xk = (x[k] ?? 0) / (diagonal[k] ?? 1);
        x[k] = xk;
        const [rows, column] = [below[k], columns[k]];
        if (!rows || !column) continue;
        for (let r = 0; r < rows.length; r += 1) {
          const i = rows[r] ?? 0;
          x[i] = (x[i] ?? 0) - (column[r] ?? 0) * xk;
        }
      }
      for (let k = n - 1; k >= 0; k -= 1) {
        let sum = x[k] ?? 0;
        const [rows, column] = [below[k], columns[k]];
        if (rows && column)
          for (let r = 0; r < rows.length; r += 1) sum -= (column[r] ?? 0) * (x[rows[r] ?? 0] ?? 0);
        x[k] = sum / (diagonal[k] ?? 1);
      }
    },
  };
}
