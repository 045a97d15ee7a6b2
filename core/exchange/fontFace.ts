/** The font of the program as a style sheet with its bytes inside, for files that may fetch nothing. */
import { FONT_FAMILY } from '../drawing/lineagePicture.ts';
import { toBase64 } from './base64.ts';

/** `bytes`: WOFF2, a variable font of weights 400 to 900 (CSS Fonts Module Level 4, `@font-face`). */
export const fontFace = (bytes: Uint8Array): string =>
  `@font-face{font-family:'${FONT_FAMILY}';font-weight:400 900;src:url(data:font/woff2;base64,${toBase64(bytes)})}`;
