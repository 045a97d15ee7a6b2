/** A prose linter over told texts (retext): words written twice, `a` before vowels, spaces between sentences, redundant acronyms. */
import { retext } from 'retext';
import indefiniteArticle from 'retext-indefinite-article';
import redundantAcronyms from 'retext-redundant-acronyms';
import repeatedWords from 'retext-repeated-words';
import sentenceSpacing from 'retext-sentence-spacing';

const linter = retext().use(repeatedWords).use(indefiniteArticle).use(sentenceSpacing).use(redundantAcronyms);

/** What the linter says of some paragraphs, with the paragraph. What stands in quotes is not ours. */
export function lintProse(paragraphs: readonly string[]): string[] {
  return paragraphs.flatMap((text) =>
    linter
      .processSync(text.replace(/“[^”]*”/g, '“…”'))
      .messages.map(({ reason }) => `${reason} (${text.slice(0, 120)})`),
  );
}
