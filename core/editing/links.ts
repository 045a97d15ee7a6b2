/** The lineage by hand: links proposed, corrected, ended; distributions added. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createLink, RELATIONS, type Link, type Relation } from '../catalogue/link.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { firstDayOf, formatDay } from '../catalogue/days.ts';
import { isInForce, isLineal, linksFrom } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRecords, type Edited } from './labelledEdit.ts';

/** What is done with the base that a distribution rests on already. */
export type Beside = 'alone' | 'instead' | 'before' | 'after';

/** A link as it is proposed on the map. */
export interface ProposedLink {
  readonly derivative: RecordId;
  readonly base: RecordId;
  readonly relation: Relation;
  /** EDTF, or empty. */
  readonly since: string;
  readonly certainty: Link['certainty'];
  readonly beside: Beside;
}

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
  const changed =
    beside === 'instead'
      ? rivals.map((rival) => ({ ...rival, until: dayBefore(proposed.since, day) }))
      : beside === 'before'
        ? rivals.map((rival) => ({ ...rival, order: rival.order + 1 }))
        : [];
  const label = {
    code: 'link.add',
    params: { ...endsOf(catalogue, link), relation: link.relation },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [link, ...changed]), link);
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

export function freshLink(
  catalogue: Catalogue,
  { derivative, base, relation, since, certainty }: Omit<ProposedLink, 'beside'>,
  order: number,
): Link {
  const words = `${tokenOf(derivative)}-on-${tokenOf(base)}`;
  return createLink({
    id: createFreshId('link', words, (id) => Boolean(findRecord(catalogue, id))),
    derivative,
    base,
    relation,
    order,
    since: since || undefined,
    certainty,
  });
}

/** The date on which what was before ends: the day before a day; the same month or year where no day is known. */
function dayBefore(since: string, day: number): string {
  if (!since) return formatDay(day - 1);
  return /^\d{4}-\d\d-\d\d$/.test(since) ? formatDay(firstDayOf(since) - 1) : since;
}
