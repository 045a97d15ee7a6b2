/** Small texts of a system as they are read: their encoding, and how much of a line is taken. */
import { createLoss, type Issue } from '../issue.ts';

/** More than any line of a configuration has; readers look at a line more than once. */
const LINE_LIMIT = 32 << 10;
/** Longer runs of blanks are taken as so many. */
const BLANKS_LIMIT = 256;

const NEWLINE = 10;
const RETURN = 13;
const SPACE = 32;

/** Text in UTF-8, with or without its mark (RFC 3629, 6); in ISO 8859-1, as old files are, where it is not UTF-8. */
export function decodeText(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // Cut within a character it is UTF-8 all the same.
    const plain = new TextDecoder().decode(bytes);
    const odd = plain.match(/\ufffd/g)?.length ?? 0;
    const whole = new TextDecoder('utf-8').decode(bytes.subarray(0, Math.max(0, bytes.length - 3)));
    return odd <= 1 && !whole.includes('\ufffd') ? plain : new TextDecoder('latin1').decode(bytes);
  }
}

/** A text whose lines are none too long: what is beyond the limit is left out, and said (`text.longLine`). */
export function textWithin(bytes: Uint8Array, where: string): { text: string; issues: Issue[] } {
  const issues: Issue[] = [];
  const kept = new Uint8Array(bytes.length);
  let length = 0;
  let line = 1;
  let inLine = 0;
  let blanks = 0;
  for (const byte of bytes) {
    if (byte === NEWLINE) {
      line++;
      inLine = 0;
    } else if (++inLine > LINE_LIMIT) {
      if (inLine === LINE_LIMIT + 1 && issues.length === 0)
        issues.push(createLoss('text.longLine', where, { line, limit: LINE_LIMIT }));
      continue;
    }
    blanks = byte <= SPACE && byte !== RETURN ? blanks + 1 : 0;
    if (blanks <= BLANKS_LIMIT) kept[length++] = byte;
  }
  return { text: decodeText(kept.subarray(0, length)), issues };
}
