/** The lineage by hand: links proposed, corrected, ended; distributions added. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import type { Link } from '../catalogue/link.ts';
import { RELATIONS } from '../catalogue/relations.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { firstDayOf, formatDay } from '../catalogue/days.ts';
import { boundsOf } from '../catalogue/when.ts';
import { dayOfRelease } from '../lineage/bases.ts';
import { isInForce, isLineal, linksFrom } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import type { When } from '../catalogue/when.ts';
import { ComposedEdit } from './composedEdit.ts';
import { createEdit, editOfRecords, type Edited } from './labelledEdit.ts';
import { citedSource, type ChosenSource } from './sources.ts';
import { type ProposedLink, freshLink } from './proposedLink.ts';

/** The lineal links of a derivative that hold on a day, the first base first. */
export function rivalsOf(catalogue: Catalogue, derivative: RecordId, day: number): Link[] {
  return linksFrom(catalogue, derivative)
    .filter((link) => isLineal(link) && isInForce(catalogue, link, day))
    .sort((a, b) => a.order - b.order);
}

/** Adds a link; the ones that hold on the day before are ended, or keep their place before or after it. */
export function addLink(catalogue: Catalogue, proposed: ProposedLink, day: number): Edited<Link> {
  const { beside, derivative } = proposed;
  const rivals = RELATIONS[proposed.relation].kind === 'lineal' ? rivalsOf(catalogue, derivative, day) : [];
  const last = rivals.reduce((most, { order }) => Math.max(most, order), -1);
  const link = freshLink(catalogue, proposed, beside === 'after' ? last + 1 : 0);
  const isCorrection = beside === 'instead' && isThingOfItsDay(catalogue, derivative, proposed.since);
  const changed =
    beside === 'instead' && !isCorrection
      ? rivals.map((rival) => ({ ...rival, until: dayBefore(proposed.since, day) }))
      : beside === 'before'
        ? rivals.map((rival) => ({ ...rival, order: rival.order + 1 }))
        : [];
  const corrected = isCorrection ? rivals.map(({ id }) => id) : [];
  const label = {
    code: 'link.add',
    params: { ...endsOf(catalogue, link), relation: link.relation },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [link, ...changed], corrected), link);
}

/** `addLink` from a source: one that is there, a new one that comes with it, or none. */
export function addSourcedLink(
  catalogue: Catalogue,
  proposed: ProposedLink,
  day: number,
  chosen: ChosenSource,
  today: When,
): Edited<Link> {
  const { id, records } = citedSource(catalogue, chosen, today);
  const edit = new ComposedEdit(catalogue);
  if (records.length > 0) {
    const label = { code: 'visit.from', params: { title: records[0].title } } as const;
    const made = edit.take(createEdit(catalogue, label, diffOfRecords(catalogue, records), undefined));
    if (!made.ok) return made;
  }
  const more = { ...proposed.more, ...(id && { sources: [id] }) };
  const added = edit.take(addLink(edit.catalogue, { ...proposed, more }, day));
  return added.ok ? edit.finish(added.value.label, added.value.made) : added;
}

/** True for a dated release and a link that begins with it: what stood there before was wrong, it did not end. */
function isThingOfItsDay(catalogue: Catalogue, derivative: RecordId, since: string): boolean {
  const release = recordOf(catalogue, 'release', derivative);
  const published = release && dayOfRelease(release);
  return published !== undefined && (!since || (boundsOf(since)?.first ?? Infinity) <= published);
}

/** Says that a link rests on a source too: one that is there, or a new one that comes with it. */
export function citeInLink(catalogue: Catalogue, link: Link, chosen: ChosenSource, today: When): Edited {
  const { id, records } = citedSource(catalogue, chosen, today);
  if (!id) return editOfRecords(catalogue, { code: 'link.correct', params: endsOf(catalogue, link) }, [link]);
  const next = { ...link, sources: [...new Set([...link.sources, id])] };
  return editOfRecords(catalogue, { code: 'link.correct', params: endsOf(catalogue, link) }, [
    ...records,
    next,
  ]);
}

/** Corrects a link; an empty date is taken out. */
export function changeLink(catalogue: Catalogue, link: Link, changes: Partial<Link>): Edited {
  const next = { ...link, ...changes };
  for (const key of ['since', 'until'] as const) if (!next[key]) delete next[key];
  return editOfRecords(catalogue, { code: 'link.correct', params: endsOf(catalogue, link) }, [next]);
}

const endsOf = (catalogue: Catalogue, { derivative, base }: Pick<Link, 'derivative' | 'base'>) => ({
  derivative: nameOf(catalogue, derivative),
  base: nameOf(catalogue, base),
});

/** The date on which what was before ends: the day before a day; the same month or year where no day is known. */
function dayBefore(since: string, day: number): string {
  if (!since) return formatDay(day - 1);
  return /^\d{4}-\d\d-\d\d$/.test(since) ? formatDay(firstDayOf(since) - 1) : since;
}
