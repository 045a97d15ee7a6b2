/** Another catalogue in place of this one, as one step that can be undone. */
import { ABOUT_ID } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffCatalogues } from '../catalogue/diff.ts';
import type { LabelledEdit } from './labelledEdit.ts';

/** The edit that leads to another catalogue, which must be whole in itself (as a file that was read is). */
export function replaceCatalogue(catalogue: Catalogue, next: Catalogue): LabelledEdit {
  const title = recordOf(next, 'about', ABOUT_ID)?.title ?? '';
  return {
    label: { code: 'catalogue.replace', params: { title } },
    diff: diffCatalogues(catalogue, next),
    made: undefined,
  };
}
