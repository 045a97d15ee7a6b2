/** The title of a catalogue, its question, and who keeps it. */
import { ABOUT_ID, createAbout } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createCatalogue } from '../catalogue/createCatalogue.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { editOfRecords, type Edited } from './labelledEdit.ts';

/** Says what the catalogue is called and which question it is kept for; its keeper stays where none is given. */
export function describeCatalogue(
  catalogue: Catalogue,
  {
    title,
    question,
    author,
  }: { readonly title: string; readonly question: string; readonly author?: string },
): Edited {
  const known = recordOf(catalogue, 'about', ABOUT_ID);
  const next = {
    ...(known ?? createAbout({ id: ABOUT_ID, title })),
    title: title.trim(),
    question: question.trim(),
    ...(author !== undefined && { author: author.trim() }),
  };
  return editOfRecords(catalogue, { code: 'about.write', params: {} }, [next]);
}

/** A catalogue that holds nothing but its title. */
export function beginCatalogue(title: string): Catalogue {
  return withRecords(createCatalogue(), [createAbout({ id: ABOUT_ID, title })]);
}
