/** Texts as they are compared. */

/** Letters and digits of a text, small and without accents: `Tide Water` and `tidewater` are the same. */
export function foldText(text: string): string {
  return text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}
