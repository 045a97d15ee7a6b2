/** Texts as they are searched. What is the same is told in sameness/: a text that is found need not be the same. */

/** Letters and digits of a text, small and without accents: who types `tide water` finds `Tidewater`. */
export function foldText(text: string): string {
  return text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}
