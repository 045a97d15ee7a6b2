/** Texts cut to a width. */

/** The width of a text in pixels. */
export type MeasureText = (text: string, size: number, weight: number) => number;

/** A rough measure where there is no screen: the mean width of the letters of a grotesque. */
export const roughMeasure: MeasureText = (text, size, weight) =>
  text.length * size * (weight > 500 ? 0.56 : 0.53);

/** A measure on the safe side, for pictures that are shown in whatever font a reader has. */
export const safeMeasure: MeasureText = (text, size, weight) =>
  text.length * size * (weight > 500 ? 0.68 : 0.6);

/** A text cut to a width, with an ellipsis. */
export function fitText(
  text: string,
  size: number,
  weight: number,
  room: number,
  measure: MeasureText,
): string {
  if (measure(text, size, weight) <= room) return text;
  let [least, most] = [0, text.length];
  while (least < most) {
    const middle = Math.ceil((least + most) / 2);
    if (measure(`${text.slice(0, middle).trimEnd()}…`, size, weight) <= room) least = middle;
    else most = middle - 1;
  }
  return `${text.slice(0, least).trimEnd()}…`;
}
