/**
 * Share of Student's t that lies between −t and t. Source: Abramowitz and Stegun, 26.7.3 and 26.7.4.
 * @param freedom degrees of freedom, whole, 1 or more
 */
export function studentWithin(t: number, freedom: number): number {
  const angle = Math.atan(t / Math.sqrt(freedom));
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const odd = freedom % 2 === 1;
  if (freedom === 1) return (2 * angle) / Math.PI;
  let term = odd ? cos : 1;
  let sum = term;
  for (let k = odd ? 3 : 2; k <= freedom - 2; k += 2) {
    term *= ((k - 1) / k) * cos * cos;
    sum += term;
  }
  return odd ? (2 / Math.PI) * (angle + sin * sum) : sin * sum;
}

/** Halvings of the interval: more than a double has digits for. */
const HALVINGS = 60;

/**
 * The value that Student's t stays under with a probability.
 * @param p between 0 and 1, neither
 */
export function studentQuantile(p: number, freedom: number): number {
  if (p < 0.5) return -studentQuantile(1 - p, freedom);
  const within = 2 * p - 1;
  let [low, high] = [0, 1];
  while (studentWithin(high, freedom) < within) high *= 2;
  for (let n = 0; n < HALVINGS; n += 1) {
    const middle = (low + high) / 2;
    if (studentWithin(middle, freedom) < within) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
