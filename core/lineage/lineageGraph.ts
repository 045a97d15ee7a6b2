/**
 * The lineage graph on one day: who rests on whom through which link, how much is carried, and what is only
 * succession, borrowing or an edition. Editions are folded into their distribution unless asked for.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Comparison } from '../catalogue/comparison.ts';
import type { Link } from '../catalogue/link.ts';
import { RELATIONS } from '../catalogue/relations.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf, compareWhen } from '../catalogue/when.ts';
import { currentRelease, distributionOf } from './releases.ts';
import { daysInForce } from './linksInForce.ts';
import { UNKNOWN_LIFE, type Life } from './life.ts';
import { standpointOf, type EditionFooting, type Footing, type Placing } from './standpoint.ts';

/** `edition`: the line from a distribution to an edition of it that is shown apart. */
type LinkKind = 'lineal' | 'succession' | 'lateral' | 'edition';

/** A line of the graph, from derivative to base. */
export interface GraphLink {
  /** Unique among the lines of a graph, and the same on every day for the same pair and kind. */
  readonly key: string;
  readonly derivative: RecordId;
  readonly base: RecordId;
  readonly kind: LinkKind;
  /** The record behind it; an `edition` line has none. */
  readonly link?: Link;
  /** The edition that it belongs to, where it is not the whole distribution's. */
  readonly edition?: RecordId;
  /** Its name. */
  readonly editionName?: string;
  /** No longer in force: the last one of a project that is over. */
  readonly past: boolean;
  /** The newest measured comparison behind it, if any. */
  readonly comparison?: Comparison;
}

/** A distribution, or an edition that is shown apart. */
export interface GraphNode {
  readonly id: RecordId;
  readonly name: string;
  /** The distribution; itself, or the one that the edition is of. */
  readonly distribution: RecordId;
  /** The release that is current, if any. */
  readonly release?: RecordId;
  /** What it rests on (nodes of the graph), the one that wins first. */
  readonly bases: readonly RecordId[];
  /** The root of its family: itself if it has no base. */
  readonly root: RecordId;
  /** 0 for a root, else one more than the deepest of its bases. */
  readonly generation: number;
  readonly placing: Placing;
  /** As `identity.standing`; empty where not known. */
  readonly standing: string;
  /** How many editions it has that can be shown apart. */
  readonly editions: number;
  /** Of a project: what each of its editions rests on, where they do not rest on the same; else none. */
  readonly editionBases: readonly EditionFooting[];
}

/** Who is built on whom on one day. */
export interface LineageGraph {
  readonly nodes: ReadonlyMap<RecordId, GraphNode>;
  readonly links: readonly GraphLink[];
}

interface GraphOptions {
  /** What is known of each distribution's life; nothing by default. */
  readonly lifeOf?: (catalogue: Catalogue, id: RecordId) => Life;
  /** Distributions whose editions stand as plates of their own. */
  readonly unfolded?: ReadonlySet<RecordId>;
}

type Draft = Omit<GraphNode, 'root' | 'generation'> & {
  /** Whose family it is of, where its editions alone have bases. */
  readonly kin: readonly RecordId[];
};

/** The graph as of a day (days since 1970-01-01). What is not there yet on that day is left out. */
export function lineageGraph(catalogue: Catalogue, day: number, options: GraphOptions = {}): LineageGraph {
  const { lifeOf = () => UNKNOWN_LIFE, unfolded = new Set() } = options;
  const drafts = new Map<RecordId, Draft>();
  const links: GraphLink[] = [];
  for (const { id, name } of recordsOf(catalogue, 'distribution')) {
    const {
      placing,
      standing,
      footings,
      editions: editionBases,
    } = standpointOf(catalogue, id, day, lifeOf(catalogue, id));
    if (placing === 'absent') continue;
    const apart = unfolded.has(id);
    const shown = footings.filter(({ edition }) => !(apart && edition));
    const release = currentRelease(catalogue, id, day)?.id;
    const editions = recordsBelongingTo(catalogue, id, 'edition');
    drafts.set(id, {
      id,
      name,
      distribution: id,
      release,
      bases: shown.map(({ base }) => base),
      placing,
      standing,
      editions: editions.length,
      editionBases,
      kin: footings.map(({ base }) => base),
    });
    links.push(...shown.map((footing) => linealLink(catalogue, id, footing, day)));
    if (apart)
      for (const edition of editions) addEdition(catalogue, edition.id, day, drafts.get(id)!, drafts, links);
  }
  links.push(...otherLinks(catalogue, day, drafts));
  return {
    nodes: placeNodes(drafts),
    links: links.filter(({ base, derivative }) => drafts.has(base) && drafts.has(derivative)),
  };
}

/** An edition as a plate: on its own base where it has one, else on its distribution. */
function addEdition(
  catalogue: Catalogue,
  id: RecordId,
  day: number,
  of: Draft,
  drafts: Map<RecordId, Draft>,
  links: GraphLink[],
): void {
  const record = recordOf(catalogue, 'edition', id)!;
  const known = of.editionBases.find(({ edition }) => edition === id);
  const footings = known?.own ?? [];
  drafts.set(id, {
    id,
    name: `${of.name} ${record.name}`,
    distribution: of.id,
    release: known?.release ?? of.release,
    bases: footings.length ? footings.map(({ base }) => base) : [of.id],
    placing: 'placed',
    standing: of.standing,
    editions: 0,
    editionBases: [],
    kin: [of.id],
  });
  links.push(...footings.map((each) => linealLink(catalogue, id, { ...each, edition: undefined }, day)));
  links.push({ key: `edition ${id}`, derivative: id, base: of.id, kind: 'edition', past: false });
}

function linealLink(catalogue: Catalogue, derivative: RecordId, footing: Footing, day: number): GraphLink {
  const { link, base, edition, past } = footing;
  return {
    key: `lineal ${derivative} ${base}`,
    derivative,
    base,
    kind: 'lineal',
    link,
    ...(edition && { edition, editionName: recordOf(catalogue, 'edition', edition)?.name ?? '' }),
    past,
    comparison: newestComparison(catalogue, link, day),
  };
}

/** Succession and borrowing that had begun by the day, each between the same two once. */
function otherLinks(catalogue: Catalogue, day: number, drafts: ReadonlyMap<RecordId, Draft>): GraphLink[] {
  const found = new Map<string, GraphLink>();
  const links = [...recordsOf(catalogue, 'link')].sort((a, b) => (a.id < b.id ? -1 : 1));
  for (const link of links) {
    const { kind } = RELATIONS[link.relation];
    if (kind === 'lineal' || daysInForce(catalogue, link).from > day) continue;
    const endOf = (id: RecordId) => (drafts.has(id) ? id : distributionOf(catalogue, id));
    const [derivative, base] = [endOf(link.derivative), endOf(link.base)];
    const key = `${kind} ${derivative} ${base}`;
    const past = kind === 'lateral' && daysInForce(catalogue, link).to < day;
    if (derivative === base || found.has(key) || past) continue;
    found.set(key, { key, derivative, base, kind, link, past: false });
  }
  return [...found.values()];
}

/** Bases that are there, families and generations. A circle (only past links can make one) counts no further. */
function placeNodes(drafts: ReadonlyMap<RecordId, Draft>): Map<RecordId, GraphNode> {
  const nodes = new Map<RecordId, GraphNode>();
  const path = new Set<RecordId>();
  const place = (draft: Draft): GraphNode => {
    const known = nodes.get(draft.id);
    if (known) return known;
    path.add(draft.id);
    const bases = draft.bases.filter((id) => drafts.has(id) && !path.has(id));
    const placed = bases.map((id) => place(drafts.get(id)!));
    const generation = placed.reduce((most, base) => Math.max(most, base.generation + 1), 0);
    const [kin] = draft.kin.filter((id) => drafts.has(id) && !path.has(id));
    const { kin: _kin, ...rest } = draft;
    const root = placed[0]?.root ?? (kin ? place(drafts.get(kin)!).root : draft.id);
    path.delete(draft.id);
    const node = { ...rest, bases, root, generation };
    nodes.set(draft.id, node);
    return node;
  };
  for (const draft of drafts.values()) place(draft);
  return nodes;
}

/**
 * The newest comparison of the ends of a link. With a day, one of a project as a whole made after it says nothing of
 * that day; a release is what it was, whenever it was measured.
 */
export function newestComparison(catalogue: Catalogue, link: Link, day = Infinity): Comparison | undefined {
  const isOfRelease = link.derivative.startsWith('release:');
  return recordsBelongingTo(catalogue, link.derivative, 'comparison')
    .filter(({ derivative, base }) => derivative === link.derivative && base === link.base)
    .filter(({ date }) => isOfRelease || !date || (boundsOf(date)?.first ?? -Infinity) <= day)
    .sort((a, b) => compareWhen(b.date ?? '', a.date ?? ''))[0];
}
