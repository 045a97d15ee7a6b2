/**
 * Isotonic regression: the sequence that never falls and is nearest to given values (pool adjacent violators: Barlow,
 * Bartholomew, Bremner, Brunk, "Statistical inference under order restrictions", 1972).
 */

/** The non-decreasing sequence with the least weighted sum of squared distances from the given values. */
export function isotonic(values: Float64Array, weights: Float64Array): Float64Array {
  const means: number[] = [];
  const sums: number[] = [];
  const ends: number[] = [];
  for (let i = 0; i < values.length; i++) {
    let [mean, sum] = [values[i], weights[i]];
    while (means.length > 0 && means[means.length - 1] >= mean) {
      const [above, weight] = [means.pop()!, sums.pop()!];
      ends.pop();
      mean = (mean * sum + above * weight) / (sum + weight);
      sum += weight;
    }
    means.push(mean);
    sums.push(sum);
    ends.push(i);
  }
  const settled = new Float64Array(values.length);
  for (let block = 0, i = 0; block < ends.length; block++)
    for (; i <= ends[block]; i++) settled[i] = means[block];
  return settled;
}
