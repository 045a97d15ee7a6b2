/** The font of the interface, for bitmaps and reports. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

/** WOFF2. */
export const fontBytes = (): Uint8Array =>
  readFileSync(
    createRequire(import.meta.url).resolve(
      '@fontsource-variable/schibsted-grotesk/files/schibsted-grotesk-latin-wght-normal.woff2',
    ),
  );
