/** An SVG as PNG, drawn by a rasteriser of its own with the font of the interface. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fontBytes } from './font.ts';
import { initWasm, Resvg } from '@resvg/resvg-wasm';

/** The bitmap is so much larger than the drawing; at most about so many pixels. */
const SHARPNESS = 2;
const MOST_PIXELS = 120_000_000;
const FAMILY = 'Schibsted Grotesk';

/** The PNG of a picture; texts are set in the font of the interface, whatever the picture names. */
export async function rasterise(svg: string): Promise<Uint8Array> {
  const { resolve } = createRequire(import.meta.url);
  await initWasm(readFileSync(resolve('@resvg/resvg-wasm/index_bg.wasm')));
  const font = fontBytes();
  const [, width, height] = /<svg [^>]*width="([\d.]+)" height="([\d.]+)"/.exec(svg) ?? [];
  const sharp = Math.min(SHARPNESS, Math.sqrt(MOST_PIXELS / (Number(width) * Number(height) || 1)));
  const named = svg.replace(/font-family="[^"]*"/g, `font-family="${FAMILY}"`);
  const drawing = new Resvg(named, {
    font: { fontBuffers: [font], defaultFontFamily: FAMILY },
    fitTo: { mode: 'zoom', value: sharp },
  });
  return drawing.render().asPng();
}
