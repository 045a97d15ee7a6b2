/** Sources as notes: what each is, where it is and of when, with the conditions under which all of it was seen. */
import { ABOUT_ID } from '../catalogue/about.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
import { wordConditions } from '../wording/conditionsText.ts';

/** A source as a note: title, kind, where, dates, who, conditions. */
export function describeSource(catalogue: Catalogue, id: RecordId): string {
  const source = recordOf(catalogue, 'source', id);
  if (!source) return 'A source that is no longer recorded.';
  const { title, sourceKind, place, date, read, by, conditions } = source;
  const author = recordOf(catalogue, 'about', ABOUT_ID)?.author;
  const kind = SOURCE_KINDS[sourceKind].label;
  const isNamed = title.toLowerCase().includes(kind.toLowerCase());
  const when = [
    date && formatWhen(date),
    read && read !== date && `read ${formatWhen(read)}${by && by !== author ? ` by ${by}` : ''}`,
  ].filter(Boolean);
  const parts = [`${title}${isNamed ? '' : ` (${kind})`}`, place, ...when].filter(Boolean);
  const around = wordConditions(conditions);
  const note = parts.join(', ');
  return `${note[0].toUpperCase()}${note.slice(1)}. ${around}`.trim();
}
