/** Sources by the beginning of what they are called. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Source } from '../catalogue/source.ts';
import { compareWhen } from '../catalogue/when.ts';
import { foldText } from '../catalogue/foldText.ts';

/** The sources whose title or address begins with a text, newest first; a text of sounds counts for nothing. */
export function sourcesTitled(catalogue: Catalogue, text: string): Source[] {
  const asked = foldText(text);
  if (!asked) return [];
  return [...recordsOf(catalogue, 'source')]
    .filter(
      ({ title, place }) => foldText(title).startsWith(asked) || (place && foldText(place).startsWith(asked)),
    )
    .sort(
      (a, b) => compareWhen(b.date ?? '', a.date ?? '') || b.entered - a.entered || (a.id < b.id ? -1 : 1),
    );
}
