/** The width of a text in the interface's own font. */
import type { MeasureText } from '../../core/drawing/plateDrawing.ts';

export const MAP_FONT = "'Schibsted Grotesk Variable', 'Schibsted Grotesk', system-ui, sans-serif";

const widths = new Map<string, number>();
let context: CanvasRenderingContext2D | null = null;

export const measureText: MeasureText = (text, size, weight) => {
  const key = `${size} ${weight} ${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    context ??= document.createElement('canvas').getContext('2d')!;
    context.font = `${weight} ${size}px ${MAP_FONT}`;
    width = context.measureText(text).width;
    if (widths.size > 50_000) widths.clear();
    widths.set(key, width);
  }
  return width;
};
