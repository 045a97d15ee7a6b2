/** What a line names of the catalogue: projects, their releases and editions, by name, by another name, or by the version alone. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { basesOf } from '../lineage/bases.ts';
import { distributionOf, editionsOf, releasesOf } from '../lineage/releases.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { When } from '../catalogue/when.ts';
import { keyOfName } from '../sameness/name.ts';
import { tokensOf, type Token } from './tokens.ts';

/** Something of the catalogue that a line names. */
export interface Mention {
  readonly from: number;
  readonly to: number;
  readonly id: RecordId;
  readonly kind: 'distribution' | 'release' | 'edition';
  /** `self`: what is looked at, or its project. `base`: what that is built on. `own`: another release or edition of the same project. */
  readonly role: 'self' | 'base' | 'own' | 'other';
  /** For a name with an unknown version behind it: the version. */
  readonly version?: string;
}

/** What is looked at, and what it is built on. */
export interface Looked {
  readonly subject: RecordId;
  readonly edition?: RecordId;
  readonly distribution: RecordId;
  /** The record that the base is: a release where one is known. */
  readonly base?: RecordId;
  readonly baseDistribution?: RecordId;
}

/** What is looked at in a sitting. */
export function lookedAt(
  catalogue: Catalogue,
  subject: RecordId,
  edition: RecordId | undefined,
  day: When,
): Looked {
  const distribution = distributionOf(catalogue, subject);
  const { links } = basesOf(catalogue, subject, firstDayOf(day), edition);
  const base = links[0]?.base;
  return {
    subject,
    distribution,
    ...(edition && { edition }),
    ...(base && { base, baseDistribution: distributionOf(catalogue, base) }),
  };
}

interface Named {
  readonly words: readonly string[];
  readonly id: RecordId;
  readonly kind: Mention['kind'];
}

const wordsOf = (name: string) => tokensOf(name).map(({ low }) => low);

type Names = ReadonlyMap<string, readonly Named[]>;

const put = (names: Map<string, Named[]>, name: string, id: RecordId, kind: Mention['kind']) => {
  const words = wordsOf(name);
  if (words.length > 0) names.set(words[0], [...(names.get(words[0]) ?? []), { words, id, kind }]);
};

/** The names of all projects, once for each state of a catalogue: a line is read with every letter. */
const PROJECTS = new WeakMap<Catalogue, Names>();

function projectNames(catalogue: Catalogue): Names {
  const known = PROJECTS.get(catalogue);
  if (known) return known;
  const names = new Map<string, Named[]>();
  for (const { id, name, aliases } of recordsOf(catalogue, 'distribution'))
    for (const each of [name, ...aliases]) if (each.length > 2) put(names, each, id, 'distribution');
  PROJECTS.set(catalogue, names);
  return names;
}

/** Names by their first word: those of projects, and of the editions and releases of what is looked at. */
function namesOf(catalogue: Catalogue, looked: Looked): (word: string) => readonly Named[] {
  const projects = projectNames(catalogue);
  const own = new Map<string, Named[]>();
  for (const each of editionsOf(catalogue, looked.distribution)) put(own, each.name, each.id, 'edition');
  for (const each of releasesOf(catalogue, looked.distribution)) put(own, each.version, each.id, 'release');
  return (word) => [...(projects.get(word) ?? []), ...(own.get(word) ?? [])];
}

/** Everything of the catalogue that is named in a line. */
export function mentionsOf(catalogue: Catalogue, looked: Looked, tokens: readonly Token[]): Mention[] {
  const names = namesOf(catalogue, looked);
  const found: Mention[] = [];
  for (let at = 0; at < tokens.length;) {
    const mention = mentionAt(catalogue, looked, names, tokens, at);
    if (mention) found.push(mention);
    at = mention?.to ?? at + 1;
  }
  return found;
}

function mentionAt(
  catalogue: Catalogue,
  looked: Looked,
  names: (word: string) => readonly Named[],
  tokens: readonly Token[],
  at: number,
): Mention | null {
  const plain = tokens[at].low.replace(/'s?$/, '');
  const candidates = [...names(tokens[at].low), ...(plain === tokens[at].low ? [] : names(plain))];
  const named = candidates
    .filter(({ words }) =>
      words.every((word, i) => i === 0 || tokens[at + i]?.low.replace(/'s?$/, '') === word),
    )
    .sort((a, b) => b.words.length - a.words.length)[0];
  if (!named) return null;
  const to = at + named.words.length;
  if (named.kind === 'distribution')
    return withVersion(catalogue, looked, tokens, {
      from: at,
      to,
      id: named.id,
      kind: 'distribution',
      role: 'other',
    });
  if (named.kind === 'edition')
    return {
      from: at,
      to,
      id: named.id,
      kind: 'edition',
      role: named.id === looked.edition ? 'self' : 'own',
    };
  return { from: at, to, id: named.id, kind: 'release', role: named.id === looked.subject ? 'self' : 'own' };
}

/** A name with the version, or the edition, that stands behind it. */
function withVersion(
  catalogue: Catalogue,
  looked: Looked,
  tokens: readonly Token[],
  mention: Mention,
): Mention {
  const { id, to } = mention;
  const isSelf = id === looked.distribution;
  const role = isSelf ? 'self' : id === looked.baseDistribution ? 'base' : 'other';
  const isOwned = /'s?$/.test(tokens[to - 1].low);
  const next = isOwned ? undefined : tokens[to];
  if (next && next.kind === 'number') {
    const release = releasesOf(catalogue, id).find(
      ({ version }) => keyOfName(version) === keyOfName(next.low),
    );
    if (release)
      return {
        ...mention,
        to: to + 1,
        id: release.id,
        kind: 'release',
        role: isSelf
          ? release.id === looked.subject
            ? 'self'
            : 'own'
          : release.id === looked.base
            ? 'base'
            : role,
      };
    if (/^\d+(\.\d+)*$/.test(next.low) && tokens[to + 1]?.low !== '%')
      return { ...mention, to: to + 1, role, version: next.text };
  }
  const edition =
    next && editionsOf(catalogue, id).find(({ name }) => keyOfName(name) === keyOfName(next.low));
  if (edition)
    return {
      ...mention,
      to: to + 1,
      id: edition.id,
      kind: 'edition',
      role: isSelf ? (edition.id === looked.edition ? 'self' : 'own') : role,
    };
  return { ...mention, role };
}
