import { compareText } from './reason';

/** Longer words are no names that somebody mistyped, and comparing them costs the square of their length. */
const LONGEST = 80;

/**
 * The name most like a mistyped one, by edit distance with exchanges of neighbours (optimal string alignment),
 * if it is nearer than half of the word; ties go to the first in text order.
 */
export function nearestName(wanted: string, names: readonly string[]): string | undefined {
  if (wanted.length > LONGEST) return undefined;
  let best: { name: string; distance: number } | undefined;
  for (const name of [...names].sort(compareText)) {
    const distance = editDistance(wanted.toLowerCase(), name.toLowerCase());
    if (distance <= wanted.length / 2 && (!best || distance < best.distance)) best = { name, distance };
  }
  return best?.name;
}

function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  const cell = (i: number, j: number) => rows[i]?.[j] ?? Infinity;
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i];
    rows.push(row);
    for (let j = 1; j <= b.length; j += 1) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let d = Math.min(cell(i - 1, j) + 1, cell(i, j - 1) + 1, cell(i - 1, j - 1) + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        d = Math.min(d, cell(i - 2, j - 2) + 1);
      row[j] = d;
    }
  }
  return cell(a.length, b.length);
}
