/** A link as it is proposed on the map. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { createLink, type Link } from '../catalogue/link.ts';
import type { Relation } from '../catalogue/relations.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';

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
  /** What else is said of it. */
  readonly more?: Partial<Pick<Link, 'until' | 'parts' | 'reason' | 'wording' | 'sources'>>;
  readonly beside: Beside;
}

/** The link that is proposed, under an id of its own, at a place among other bases. */
export function freshLink(
  catalogue: Catalogue,
  { derivative, base, relation, since, certainty, more }: Omit<ProposedLink, 'beside'>,
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
    ...more,
  });
}
