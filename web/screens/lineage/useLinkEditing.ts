/** Edits of the lineage from the map: links proposed, corrected, ended, taken out; derivatives added. Each one step. */
import { findRecord } from '../../../core/catalogue/catalogue.ts';
import { RELATIONS, type Link, type Relation } from '../../../core/catalogue/link.ts';
import { createFreshId, tokenOf, type RecordId } from '../../../core/catalogue/recordKind.ts';
import { firstDayOf, formatDay } from '../../../core/catalogue/when.ts';
import type { Distribution } from '../../../core/catalogue/distribution.ts';
import type { Result } from '../../../core/issue.ts';
import { isInForce, isLineal, linksFrom } from '../../../core/lineage/chain.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wordRelation } from '../../../core/wording/lineageText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

/** What is done with the base that a distribution rests on already. */
export type Beside = 'alone' | 'instead' | 'before' | 'after';

export interface ProposedLink {
  readonly derivative: RecordId;
  readonly base: RecordId;
  readonly relation: Relation;
  /** EDTF, or empty. */
  readonly since: string;
  readonly certainty: Link['certainty'];
  readonly beside: Beside;
}

export function useLinkEditing() {
  const store = useCatalogueStore();
  const taken = (id: RecordId) => Boolean(findRecord(store.catalogue, id));

  function freshLink({ derivative, base, relation, since, certainty }: ProposedLink, order: number): Link {
    const words = `${tokenOf(derivative)}-on-${tokenOf(base)}`;
    return {
      id: createFreshId('link', words, taken),
      kind: 'link',
      derivative,
      base,
      relation,
      order,
      ...(since && { since }),
      certainty,
      parts: [],
      reason: '',
      wording: '',
      sources: [],
    };
  }

  /** The lineal links of a derivative that hold on a day. */
  function rivalsOf(derivative: RecordId, day: number): Link[] {
    return linksFrom(store.catalogue, derivative)
      .filter((link) => isLineal(link) && isInForce(store.catalogue, link, day))
      .sort((a, b) => a.order - b.order);
  }

  /** Adds a link; the ones that hold on the day before are ended, or keep their place before or after it. */
  function addLink(proposed: ProposedLink, day: number): Result<Link> {
    const rivals = RELATIONS[proposed.relation].kind === 'lineal' ? rivalsOf(proposed.derivative, day) : [];
    const { beside } = proposed;
    const last = rivals.reduce((most, { order }) => Math.max(most, order), -1);
    const link = freshLink(proposed, beside === 'after' ? last + 1 : 0);
    const changed =
      beside === 'instead'
        ? rivals.map((rival) => ({ ...rival, until: dayBefore(proposed.since, day) }))
        : beside === 'before'
          ? rivals.map((rival) => ({ ...rival, order: rival.order + 1 }))
          : [];
    const done = store.edit(
      `${nameOf(store.catalogue, link.derivative)} ${wordRelation(link.relation)} ${nameOf(store.catalogue, link.base)}`,
      [link, ...changed],
    );
    return done.ok ? { ...done, value: link } : done;
  }

  /** Adds a distribution of this name that rests on a base; or on none. */
  function addDistribution(
    name: string,
    on: Omit<ProposedLink, 'derivative' | 'beside'> | null,
  ): Result<Distribution> {
    const record: Distribution = {
      id: createFreshId('distribution', name, taken),
      kind: 'distribution',
      name,
      aliases: [],
      note: '',
    };
    const link = on && freshLink({ ...on, derivative: record.id, beside: 'alone' }, 0);
    const done = store.edit(`Add ${name}`, [record, ...(link ? [link] : [])]);
    return done.ok ? { ...done, value: record } : done;
  }

  function changeLink(link: Link, changes: Partial<Link>): Result<unknown> {
    const next = { ...link, ...changes };
    for (const key of ['since', 'until'] as const) if (!next[key]) delete next[key];
    return store.edit(`Correct the link of ${nameOf(store.catalogue, link.derivative)}`, [next]);
  }

  function removeLink(link: Link): Result<unknown> {
    const names = `${nameOf(store.catalogue, link.derivative)} and ${nameOf(store.catalogue, link.base)}`;
    return store.edit(`Delete the link between ${names}`, [], [link.id]);
  }

  return { addLink, addDistribution, changeLink, removeLink, rivalsOf };
}

/** The date on which what was before ends: the day before a day; the same month or year where no day is known. */
function dayBefore(since: string, day: number): string {
  if (!since) return formatDay(day - 1);
  return /^\d{4}-\d\d-\d\d$/.test(since) ? formatDay(firstDayOf(since) - 1) : since;
}
