/** What a project is, and on what it is built, since when: the first two parts of the first page. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { RELATIONS } from '../catalogue/relations.ts';
import { basesOf, releaseBefore } from '../lineage/bases.ts';
import { boundsOf } from '../catalogue/when.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { currentRelease, distributionOf } from '../lineage/releases.ts';
import type { Layer } from '../lineage/chain.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { daysInForce } from '../lineage/linksInForce.ts';
import { nameOf } from '../lineage/names.ts';
import { lifeOf } from '../lineage/lives.ts';
import type { Telling } from './telling.ts';
import { toldOfKeys } from './told.ts';
import { statementMaker, type Statement, type ToldBase } from './statement.ts';

/** What the project is for, who makes it since when, its releases. */
export function whatItIs({ catalogue, table, subject, told }: Telling): Statement[] {
  const top = table.layers[table.layers.length - 1];
  const state = statementMaker(subject, 'what');
  const of = (...names: readonly string[]) => names.flatMap((name) => told.get(`identity.${name}`) ?? []);
  const statements: Statement[] = [];
  const purpose = of('purpose', 'audience', 'notFor');
  if (purpose.length) statements.push(state('purpose', {}, { told: purpose, leads: true }));
  const maker = of('maker', 'country', 'since', 'standing', 'sponsor');
  if (maker.length) statements.push(state('maker', {}, { told: maker, leads: true }));
  const release = releaseStatement(catalogue, top, state);
  if (release) statements.push(release);
  const { aliases = [] } = recordOf(catalogue, 'distribution', top.distribution) ?? {};
  if (aliases.length) statements.push(state('names', { names: aliases }, { to: { part: 'editions' } }));
  return statements;
}

function releaseStatement(
  catalogue: Catalogue,
  { id, distribution, edition }: Layer,
  state: ReturnType<typeof statementMaker>,
): Statement | null {
  const release = recordOf(catalogue, 'release', id);
  if (!release?.date) return null;
  const before = releaseBefore(catalogue, id, edition);
  // A release that names none is of all there are, or of what was there before there were any.
  const editions = release.editions.flatMap((each) => recordOf(catalogue, 'edition', each)?.name ?? []);
  return state(
    'releases',
    {
      version: release.version,
      date: release.date,
      editions,
      ...(before?.date &&
        before.distribution === distribution && { before: { version: before.version, date: before.date } }),
    },
    { sources: release.sources, to: { part: 'editions' } },
  );
}

/** On what it is built: the chain, each edition's base, or that there is none, or none known; and what it takes from others. */
export function whatItRestsOn({ catalogue, table, subject, told, day }: Telling): Statement[] {
  const { layers } = table;
  const top = layers[layers.length - 1];
  const state = statementMaker(subject, 'base');
  const statements: Statement[] = [];
  const found = toldOfKeys(told, 'lineage.independent');
  if (top.dependsOnEdition)
    statements.push(
      state(
        'dependsOnEdition',
        { editions: basesByEdition(catalogue, top) },
        {
          sources: top.dependsOnEdition.flatMap(({ links }) => links.flatMap(({ sources }) => sources)),
          to: { part: 'editions' },
          leads: true,
        },
      ),
    );
  else if (top.link) statements.push(...onItsBase(catalogue, layers, state, day));
  else if (lifeOf(catalogue, top.distribution).independent)
    statements.push(state('independent', {}, { told: found, leads: true }));
  else statements.push(state('baseUnknown', {}, { leads: true }));
  statements.push(
    ...baseOfProjectNow(catalogue, top, state, day),
    ...baseOfReleaseBefore(catalogue, top, state, day),
    ...fromOthers(catalogue, top, state, day),
  );
  const more = ['wording', 'reason', 'official', 'endorsements', 'builtFrom'].flatMap(
    (name) => told.get(`lineage.${name}`) ?? [],
  );
  if (more.length) statements.push(state('facts', {}, { area: 'lineage', told: more }));
  return statements;
}

const baseOf = (catalogue: Catalogue, { base, relation, certainty }: Link): ToldBase => ({
  name: nameOf(catalogue, base),
  relation,
  ...(certainty !== 'sure' && { certainty }),
});

/** What the top layer rests on, what that rests on, and so on. */
export function stepsDown(catalogue: Catalogue, layers: readonly Layer[]): ToldBase[] {
  const steps: ToldBase[] = [];
  for (let layer = layers.at(-1); layer?.link;) {
    const [base]: readonly RecordId[] = layer.on;
    steps.push(baseOf(catalogue, layer.link));
    layer = layers.find(({ id }) => id === base);
  }
  return steps;
}

/** The bases of a layer that fill the gaps of the first, in order. */
export const furtherBases = (catalogue: Catalogue, { bases }: Layer): ToldBase[] =>
  bases.slice(1).map((link) => baseOf(catalogue, link));

/** What each edition rests on, where they differ. */
export function basesByEdition(catalogue: Catalogue, { dependsOnEdition = [] }: Layer) {
  return dependsOnEdition.map(({ edition, links }) => ({
    edition: recordOf(catalogue, 'edition', edition)?.name ?? edition,
    bases: links.map((link) => baseOf(catalogue, link)),
  }));
}

function onItsBase(
  catalogue: Catalogue,
  layers: readonly Layer[],
  state: ReturnType<typeof statementMaker>,
  day: number,
): Statement[] {
  const { bases, on } = layers[layers.length - 1];
  const [link] = bases;
  const steps = stepsDown(catalogue, layers);
  const also = furtherBases(catalogue, layers[layers.length - 1]);
  const to = { link: link.id };
  const sources = bases.flatMap((each) => each.sources);
  const statements = [
    state('base', { steps, also, since: sinceStated(catalogue, link) }, { sources, to, leads: true }),
    ...bases.flatMap(({ base, id }, i) =>
      on[i] === base
        ? []
        : [
            state(
              'baseAssumed',
              { base: nameOf(catalogue, base), release: nameOf(catalogue, on[i]) },
              { to: { link: id } },
            ),
          ],
    ),
  ];
  if (link.reason || link.wording || link.endorsed.length > 0)
    statements.push(
      state(
        'baseReason',
        {
          reason: link.reason,
          wording: link.wording,
          base: nameOf(catalogue, link.base),
          endorsed: link.endorsed,
        },
        { sources: link.sources, to },
      ),
    );
  for (const comparison of bases.flatMap((each) => newestComparison(catalogue, each, day) ?? []))
    statements.push(
      state(
        'carried',
        { base: nameOf(catalogue, comparison.base), counts: comparison.counts, losses: comparison.losses },
        { sources: comparison.source ? [comparison.source] : [], to: { part: 'packages' }, leads: true },
      ),
    );
  return statements;
}

/** Since when a link is stated to hold; a base that came out later cannot have been the base since then. */
function sinceStated(catalogue: Catalogue, { since = '', base }: Link): string {
  const published = boundsOf(recordOf(catalogue, 'release', base)?.date ?? '')?.first ?? -Infinity;
  return (boundsOf(since)?.last ?? Infinity) < published ? '' : since;
}

/** What the project rests on by the day that is asked about, where it moved after its newest release. */
function baseOfProjectNow(
  catalogue: Catalogue,
  top: Layer,
  state: ReturnType<typeof statementMaker>,
  day: number,
): Statement[] {
  const { id, distribution, bases, dependsOnEdition, edition } = top;
  if (dependsOnEdition || currentRelease(catalogue, distribution, day)?.id !== id) return [];
  const { links } = basesOf(catalogue, edition ?? distribution, day);
  const isMoved = links.some(({ base }) => !bases.some((own) => isWithin(catalogue, own.base, base)));
  if (!isMoved) return [];
  return [
    state(
      'baseNow',
      {
        project: nameOf(catalogue, edition ?? distribution),
        bases: links.map((link) => baseOf(catalogue, link)),
        since: sinceStated(catalogue, links[0]),
      },
      { sources: links.flatMap(({ sources }) => sources), to: { link: links[0].id }, leads: true },
    ),
  ];
}

/** True if two name one project, and not two releases of it. */
function isWithin(catalogue: Catalogue, a: RecordId, b: RecordId): boolean {
  const ends = [a, b].map((id) => distributionOf(catalogue, id));
  return ends[0] === ends[1] && (a === b || a === ends[0] || b === ends[1]);
}

/** Told only where it stood on something else: a move is a thing to know. */
function baseOfReleaseBefore(
  catalogue: Catalogue,
  top: Layer,
  state: ReturnType<typeof statementMaker>,
  day: number,
): Statement[] {
  const before = releaseBefore(catalogue, top.id, top.edition);
  const links = before ? basesOf(catalogue, before.id, day).links : [];
  const now = top.dependsOnEdition?.flatMap((each) => each.links) ?? (top.link ? [top.link] : []);
  if (!before || links.length === 0 || links.some((link) => now.some(({ base }) => base === link.base)))
    return [];
  return [
    state(
      'baseBefore',
      { release: nameOf(catalogue, before.id), bases: links.map((link) => baseOf(catalogue, link)) },
      { sources: links.flatMap(({ sources }) => sources), to: { link: links[0].id } },
    ),
  ];
}

/** What it takes over, borrows or learns from others, by links in force. */
function fromOthers(
  catalogue: Catalogue,
  { id, distribution, edition }: Layer,
  state: ReturnType<typeof statementMaker>,
  day: number,
): Statement[] {
  const ends = new Set([id, distribution, ...(edition ? [edition] : [])]);
  const links = [...ends].flatMap((at) =>
    recordsBelongingTo(catalogue, at, 'link').filter(({ derivative }) => derivative === at),
  );
  return links
    .filter((link) => RELATIONS[link.relation].kind !== 'lineal' && daysInForce(catalogue, link).from <= day)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map((link): Statement => {
      const more = { sources: link.sources, to: { link: link.id } };
      const from = nameOf(catalogue, link.base);
      if (link.relation === 'continues') return state('continues', { before: from }, more);
      const { parts, wording } = link;
      return state('taken', { from, parts, isIdeas: link.relation === 'draws on', wording }, more);
    });
}
