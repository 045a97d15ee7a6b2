/**
 * Texts as they are compared, letter by letter or by their sound.
 *
 * Sound: Double Metaphone (Lawrence Philips, "The double metaphone search algorithm", 2000).
 */
import { doubleMetaphone } from 'double-metaphone';

/** Letters and digits of a text, small and without accents: `Tide Water` and `tidewater` are the same. */
export function foldText(text: string): string {
  return text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}

/** What a folded text may sound like: one code, or two. */
export function soundsOf(text: string): string[] {
  return [...new Set(doubleMetaphone(text))].filter(Boolean);
}
