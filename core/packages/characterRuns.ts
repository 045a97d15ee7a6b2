/** True for the code of an ASCII digit. */
export function isDigit(code: number): boolean {
  return code >= 48 && code <= 57;
}

/** True for the code of an ASCII letter. */
export function isLetter(code: number): boolean {
  return (code >= 97 && code <= 122) || (code >= 65 && code <= 90);
}

/** Where the run of digits that begins at `from` ends, at most `to`. */
export function endOfDigits(text: string, from: number, to: number): number {
  let i = from;
  while (i < to && isDigit(text.charCodeAt(i))) i++;
  return i;
}

/** Where the run of letters that begins at `from` ends, at most `to`. */
export function endOfLetters(text: string, from: number, to: number): number {
  let i = from;
  while (i < to && isLetter(text.charCodeAt(i))) i++;
  return i;
}
