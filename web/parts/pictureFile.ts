/** Pictures as bitmaps. The font of the interface is put into them, as a picture may fetch nothing. */
import fontAddress from '@fontsource-variable/schibsted-grotesk/files/schibsted-grotesk-latin-wght-normal.woff2?url';
import { fontFace } from '../../core/exchange/fontFace.ts';

/** Enlargement of the bitmap; a browser refuses canvases beyond about this many pixels. */
const SHARPNESS = 2;
const MOST_PIXELS = 120_000_000;

/** A style sheet that brings the font along, to be put into an SVG. */
export async function fontStyle(): Promise<string> {
  return fontFace(new Uint8Array(await (await fetch(fontAddress)).arrayBuffer()));
}

/** An SVG as PNG; null when it is too large for this browser. */
export async function bitmapOf(svg: string): Promise<Blob | null> {
  const image = new Image();
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    image.src = address;
    await image.decode();
    const sharp = Math.min(SHARPNESS, Math.sqrt(MOST_PIXELS / (image.width * image.height)));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width * sharp);
    canvas.height = Math.round(image.height * sharp);
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** What is said when there is no bitmap. */
export const PICTURE_TOO_LARGE =
  'The picture is too large for this browser: filter the map, or save it as SVG.';
