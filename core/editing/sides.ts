/** Keeping a side by side, and saying a word on its points. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createSideBySide, type SideBySide } from '../catalogue/sideBySide.ts';
import { createIssue, failure } from '../issue.ts';
import { keptSideOf, outcomesKept, seenOf } from '../comparing/keptSince.ts';
import type { Compared } from '../comparing/compareSides.ts';
import { outcomesOf } from '../comparing/outcome.ts';
import { ownPoints } from '../comparing/recordPoints.ts';
import { saidOfSides } from '../comparing/words.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRemoval, type Edited } from './labelledEdit.ts';
import { diffOfRecords } from '../catalogue/diff.ts';

/** Who says it, and when. */
export interface Saying {
  readonly author: string;
  readonly date: string;
}

/** What is written of a side by side; what is left out stays as it was. */
export type SideFields = Partial<
  Pick<SideBySide, 'title' | 'why' | 'bias' | 'own' | 'words' | 'mustHaves' | 'audiences'>
>;

/**
 * Keeps a side by side, or corrects it, with what stands there now: the points, and what comes of the words. Gives its id.
 */
export function keepSide(
  catalogue: Catalogue,
  compared: Compared,
  fields: SideFields,
  { author, date }: Saying,
): Edited<RecordId> {
  const before = keptSideOf(catalogue, compared.sides);
  const id =
    before?.id ??
    createFreshId('sideBySide', compared.names.join('-'), (each) => catalogue.records.sideBySide.has(each));
  const record: SideBySide = {
    ...(before ?? createSideBySide({ id, subjects: compared.sides.map((side) => ({ ...side })) })),
    ...fields,
    author,
    date,
  };
  const own = ownPoints(catalogue, compared.tables, record.own);
  const points = [...compared.points.filter(({ area }) => area !== 'own'), ...own];
  const said = saidOfSides(catalogue, { ...compared, points }, record);
  const outcomes = outcomesKept(outcomesOf(points, said, compared.sides.length));
  const label = { code: 'side.keep', params: { of: compared.names.join(', ') } } as const;
  return createEdit(
    catalogue,
    label,
    diffOfRecords(catalogue, [{ ...record, seen: seenOf(points), outcomes }]),
    id,
  );
}

/** Says a word on a point, or takes it back (no text); a side that is named by its place is named by its name. */
export function sayWord(
  catalogue: Catalogue,
  compared: Compared,
  point: string,
  text: string,
  saying: Saying,
): Edited<RecordId> {
  const said = text.trim().replace(/^[1-4](?=\s|,|$)/, (place) => compared.names[Number(place) - 1] ?? place);
  const before = keptSideOf(catalogue, compared.sides)?.words ?? [];
  const others = before.filter((each) => each.point !== point);
  const words = said ? [...others, { point, said, ...saying }] : others;
  return keepSide(catalogue, compared, { words }, saying);
}

/** Writes down a point of one's own, or corrects it; without any value it goes. */
export function writeOwnPoint(
  catalogue: Catalogue,
  compared: Compared,
  label: string,
  values: readonly string[],
  saying: Saying,
): Edited<RecordId> {
  const name = label.trim();
  if (!name) return failure(createIssue('error', 'side.pointUnnamed', ''));
  const before = keptSideOf(catalogue, compared.sides)?.own ?? [];
  const at = before.findIndex((each) => each.label === name);
  const own = { label: name, values: values.map((value) => value.trim()) };
  const next = at < 0 ? [...before, own] : before.with(at, own);
  return keepSide(catalogue, compared, { own: next.filter((each) => each.values.some(Boolean)) }, saying);
}

/** Says what must be there, for whom, and whether each side has it; without a text it goes. */
export function writeMustHave(
  catalogue: Catalogue,
  compared: Compared,
  before: string,
  mustHave: SideBySide['mustHaves'][number] | null,
  saying: Saying,
): Edited<RecordId> {
  const kept = keptSideOf(catalogue, compared.sides)?.mustHaves ?? [];
  const others = kept.filter(({ text }) => text !== before && text !== mustHave?.text);
  return keepSide(catalogue, compared, { mustHaves: mustHave ? [...others, mustHave] : others }, saying);
}

/** Forgets a side by side: its words and own points go with it. */
export function removeSide(catalogue: Catalogue, { id, subjects }: SideBySide): Edited {
  const of = subjects.map((side) => nameOf(catalogue, side.id)).join(', ');
  return editOfRemoval(catalogue, { code: 'side.remove', params: { of } }, [id]);
}
