/**
 * When two names are the same: the program's only answer. Letters, groups of digits, `+` and `#` are the same in the same
 * order; case, accents, spaces and other punctuation do not count. Groups of digits are never joined: 2.2 is not 22. Versions
 * of releases and programs are compared by the same rule. What only sounds alike is a question (sound.ts).
 */

/** Groups of digits, what belongs to words, and the two signs that count. */
const PARTS = /\p{Nd}+|[\p{L}\p{M}\p{Nl}\p{No}]+|[+#]/gu;

/** Accents of Latin, Greek and Cyrillic letters, once they are taken apart (Unicode, "Combining Diacritical Marks"). */
const ACCENTS = /[\u0300-\u036f]/gu;

/** Keys that need no work: plain small letters, with at most one group of digits. */
const PLAIN = /^[a-z]*\d*[a-z]*$/;

/**
 * A text that two names share exactly when they are the same: `Tide-Water 2.2` gives `tidewater2.2`. A name of signs alone is
 * its own key.
 */
export function keyOfName(name: string): string {
  if (name !== '' && PLAIN.test(name)) return name;
  const parts = name
    // Digits in small or in fractions stand apart: taken apart, they would join their neighbours.
    .replace(/[\p{No}\p{Nl}]/gu, ' $& ')
    .normalize('NFKD')
    .toLowerCase()
    .replace(ACCENTS, '')
    .replaceAll('ς', 'σ')
    .match(PARTS);
  if (!parts) return name.normalize('NFKC').trim();
  return (
    parts
      .map((part, i) => (i > 0 && isDigits(part) && isDigits(parts[i - 1]) ? `.${part}` : part))
      .join('')
      // Marks that signs stood between come together here: they are put in their order once more (UAX 15).
      .normalize('NFKD')
  );
}

const isDigits = (part: string) => /^\p{Nd}/u.test(part);

/** True if two names, or two versions of releases or programs, are the same. */
export function sameName(a: string, b: string): boolean {
  return a === b || keyOfName(a) === keyOfName(b);
}
