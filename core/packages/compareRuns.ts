/** Runs of digits and characters in order. */

/** Compares two runs of digits by number, of any length. */
export function compareDigits(
  a: string,
  fromA: number,
  toA: number,
  b: string,
  fromB: number,
  toB: number,
): -1 | 0 | 1 {
  let i = fromA;
  let j = fromB;
  while (i < toA && a.charCodeAt(i) === 48) i++;
  while (j < toB && b.charCodeAt(j) === 48) j++;
  if (toA - i !== toB - j) return toA - i < toB - j ? -1 : 1;
  return compareCodes(a, i, toA, b, j, toB);
}

/** Compares two stretches character by character; a stretch comes before its own continuation. */
export function compareCodes(
  a: string,
  fromA: number,
  toA: number,
  b: string,
  fromB: number,
  toB: number,
): -1 | 0 | 1 {
  for (let i = fromA, j = fromB; i < toA && j < toB; i++, j++) {
    const difference = a.charCodeAt(i) - b.charCodeAt(j);
    if (difference !== 0) return difference < 0 ? -1 : 1;
  }
  const rest = toA - fromA - (toB - fromB);
  return rest < 0 ? -1 : rest > 0 ? 1 : 0;
}
