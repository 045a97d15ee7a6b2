/** The width of a text in the interface's own font. */
import type { MeasureText } from '../../core/drawing/fitText.ts';

/** The font of the map, on the screen and in pictures. */
export const MAP_FONT = "'Schibsted Grotesk Variable', 'Schibsted Grotesk', system-ui, sans-serif";

/** How many widths are remembered; then it begins anew. */
const REMEMBERED = 50_000;

/** Measures with a canvas, each text once. */
export const measureText: MeasureText = createMeasure();

function createMeasure(): MeasureText {
  const widths = new Map<string, number>();
  let context: CanvasRenderingContext2D | null = null;
  return (text, size, weight) => {
    const key = `${size} ${weight} ${text}`;
    let width = widths.get(key);
    if (width === undefined) {
      context ??= document.createElement('canvas').getContext('2d')!;
      context.font = `${weight} ${size}px ${MAP_FONT}`;
      width = context.measureText(text).width;
      if (widths.size > REMEMBERED) widths.clear();
      widths.set(key, width);
    }
    return width;
  };
}
