/** How a told text reads, in counts: long sentences, phrases said twice, labels in a row, raw signs, retired words. */
import type { Block, ReportPart } from '../core/telling/document.ts';
import { countWords } from '../core/telling/countWords.ts';
import { RETIRED_TERMS } from '../core/wording/terms.ts';

/** What is wrong with a text, with the place. */
export interface ProseFault {
  readonly rule: 'long' | 'twice' | 'labels' | 'raw' | 'retired' | 'stops';
  readonly text: string;
}

/** The counts of a text. */
export interface ProseCounts {
  readonly sentences: number;
  readonly words: number;
  readonly faults: readonly ProseFault[];
}

const LONGEST = 25;

/** The paragraphs and list items of some blocks: running text, without tables. */
export function runningText(parts: readonly ReportPart[]): string[] {
  return parts.flatMap(({ blocks }) => blocks.flatMap(textsOf));
}

function textsOf(block: Block): string[] {
  if (block.type === 'paragraph') return [block.sentences.map(({ text }) => text).join(' ')];
  return block.type === 'list' ? block.items.map(({ text }) => text) : [];
}

/** Sentences of a text: split behind a full stop, question or exclamation mark before a capital. */
export const sentencesIn = (text: string): string[] =>
  text.split(/(?<=[.?!][”)]?) (?=[\p{Lu}“])/u).filter(Boolean);

/** The counts over paragraphs; `names` may be said as often as one likes, and so may what stands in quotes. */
export function proseOf(paragraphs: readonly string[], names: readonly string[] = []): ProseCounts {
  const sentences = paragraphs.flatMap(sentencesIn);
  const faults: ProseFault[] = [
    ...sentences
      .filter((text) => countWords(withoutQuotes(text)) > LONGEST)
      .map((text) => ({ rule: 'long' as const, text })),
    ...repeated(sentences, names),
    ...labelsInARow(paragraphs),
    ...sentences.flatMap((text) =>
      /[{}]|\b(?:release|distribution|source|edition):[a-z]|\b\d{4}-\d\d-\d\d\b/.test(withoutQuotes(text))
        ? [{ rule: 'raw' as const, text }]
        : [],
    ),
    ...sentences.flatMap((text) =>
      /\.\.| {2}|\s[,.;]/.test(withoutQuotes(text)) ? [{ rule: 'stops' as const, text }] : [],
    ),
    ...sentences.flatMap((text) =>
      RETIRED_TERMS.some(({ retired }) => retired.test(withoutQuotes(text)))
        ? [{ rule: 'retired' as const, text }]
        : [],
    ),
  ];
  return {
    sentences: sentences.length,
    words: sentences.reduce((sum, text) => sum + countWords(text), 0),
    faults,
  };
}

const withoutQuotes = (text: string) => text.replace(/“[^”]*”/g, '…');

/** Phrases of five words that stand in two sentences; a name counts as one word. */
function repeated(sentences: readonly string[], names: readonly string[]): ProseFault[] {
  const seen = new Map<string, string>();
  const faults: ProseFault[] = [];
  const longest = names.toSorted((a, b) => b.length - a.length);
  for (const sentence of sentences) {
    const named = longest.reduce((text, name, i) => text.replaceAll(name, `§${i}`), withoutQuotes(sentence));
    const words = named.toLowerCase().match(/[\p{L}\p{N}§’-]+/gu) ?? [];
    const own = new Set<string>();
    for (let i = 0; i + 5 <= words.length; i++) own.add(words.slice(i, i + 5).join(' '));
    const twice = [...own].find((phrase) => seen.has(phrase));
    if (twice) faults.push({ rule: 'twice', text: twice });
    for (const phrase of own) seen.set(phrase, sentence);
  }
  return faults;
}

/** Three sentences in a row of the kind “Label: value.” */
function labelsInARow(paragraphs: readonly string[]): ProseFault[] {
  return paragraphs.flatMap((paragraph) => {
    const isLabel = sentencesIn(paragraph).map((text) => /^[\p{Lu}][^.:“]{0,40}: /u.test(text));
    return isLabel.some((is, i) => is && isLabel[i + 1] && isLabel[i + 2])
      ? [{ rule: 'labels' as const, text: paragraph.slice(0, 80) }]
      : [];
  });
}
