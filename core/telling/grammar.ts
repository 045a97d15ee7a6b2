/** The small grammar of what is told: sentences, dates by their precision, words counted. */
import { onDate, sentence } from '../wording/statements/phrases.ts';

/** With a capital at its beginning and one full stop at its end; parts that are empty are left out. */
export const sentenceOf = sentence;

/** `on 3 March 2026`, `in June 2018`, `in 2023`. */
export const describeWhen = onDate;

/** How many words a text has. */
export const countWords = (text: string): number => text.match(/\S*[\p{L}\p{N}]\S*/gu)?.length ?? 0;
