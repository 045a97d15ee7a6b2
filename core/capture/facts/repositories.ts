/** Repositories: what the package tool is told to pull from, and whether it names one release. */
import type { Element } from '../../catalogue/factValue.ts';
import { parseDeb822 } from '../../formats/deb822.ts';
import type { ConfiguredRepository } from '../../formats/packageRepositories.ts';
import { parseMirrorList } from '../../formats/mirrorList.ts';
import { otherRepositories } from '../configuredRepositories.ts';
import type { ReadSystem } from '../system.ts';
import { manifestOf, pathOf, pathOfFormat, textOf } from '../systemFiles.ts';
import { keyFilesOf } from '../keyFilesOf.ts';
import { found, type FactRule, type FoundFact } from './rule.ts';

/** Suites that stand for whatever is current, as archives name them. */
const MOVING = /^(stable|oldstable|testing|unstable|latest|rolling|current|next|devel|experimental)([-/]|$)/;

/** The configured repositories in their order, with what is set for each. */
export const archives: FactRule = (system) => [...aptArchives(system), ...otherArchives(system)];

function aptArchives(system: ReadSystem): FoundFact[] {
  const sources = system.sources.filter(({ type }) => type === 'deb');
  const elements = sources.map(({ uri, suite, components, enabled }): Element => ({
    name: `${uri.replace(/^[a-z+]+:\/\/(?:[^/@]*@)?/i, '').replace(/\/$/, '')} ${suite}`,
    settings: { components: components.join(' '), state: enabled ? 'on' : 'off' },
  }));
  const place = pathOf(system, 'aptSources');
  const suites = sources.filter(({ enabled }) => enabled).map(({ suite }) => suite);
  return [
    ...found('repositories.archives', elements, place),
    ...found('repositories.pinning', pinningOf(suites.map((suite) => !MOVING.test(suite))), place),
  ];
}

function pinningOf(pinned: readonly boolean[]): string | null {
  if (pinned.length === 0) return null;
  return pinned.every(Boolean) ? 'pinned' : pinned.some(Boolean) ? 'mixed' : 'moving';
}

function otherArchives(system: ReadSystem): FoundFact[] {
  const files = [...keyFilesOf(system, 'pacman-conf'), ...keyFilesOf(system, 'yum-repo')];
  const repositories = otherRepositories(system);
  const place = files[0]?.path ?? '';
  const enabled = repositories.filter((repository) => repository.enabled);
  return [
    ...found('repositories.archives', repositories.map(elementOf), place),
    ...found('repositories.pinning', pinningOf(enabled.map(({ pinned }) => pinned)), place),
  ];
}

function elementOf({ id, place, enabled }: ConfiguredRepository): Element {
  return { name: [place, id].filter(Boolean).join(' '), settings: { state: enabled ? 'on' : 'off' } };
}

/** How many mirrors the system knows: servers of a mirror list. */
export const mirrors: FactRule = (system) => {
  const servers = new Set(parseMirrorList(textOf(system, 'alpm-mirror-list')));
  return found(
    'repositories.mirrors',
    servers.size > 1 ? servers.size : null,
    pathOfFormat(system, 'alpm-mirror-list'),
  );
};

/** Pins of apt_preferences(5) that differ from what apt does by itself. */
export const priorities: FactRule = (system) => {
  const text = textOf(system, 'apt-preferences');
  const place = pathOfFormat(system, 'apt-preferences');
  const pins = parseDeb822(text, place).stanzas.map(({ fields }): Element => {
    const value = (name: string) => fields.get(name)?.value ?? '';
    return { name: `${value('package')}: ${value('pin')}`, settings: { priority: value('pin-priority') } };
  });
  return found('repositories.priorities', pins, place);
};

/**
 * Keys by fingerprint, where their rings were read, with their holder and the ring; else the rings by name, as sources name
 * them (`signed-by`).
 */
export const keys: FactRule = (system) => {
  const read = system.files.flatMap(({ path, content }) =>
    content?.type === 'keys' ? content.keys.map((key) => ({ ...key, ring: ringName(path) })) : [],
  );
  const byFingerprint = new Map(read.map((key) => [key.fingerprint, key]));
  const rings = new Set(read.map(({ ring }) => ring));
  const named = system.sources
    .map(({ options }) => options['signed-by'] ?? '')
    .filter((path) => path.startsWith('/'))
    .map(ringName)
    .filter((name) => !rings.has(name));
  const elements: Element[] = [
    ...[...byFingerprint.values()].map(({ fingerprint, names, ends, revoked, ring }) => ({
      name: fingerprint,
      settings: {
        ...(names[0] && { holder: names[0] }),
        ...(ends && { ends }),
        ...(revoked && { state: 'revoked' }),
        ring,
      },
    })),
    ...[...new Set(named)].map((name) => ({ name })),
  ];
  const place = byFingerprint.size > 0 ? pathOf(system, 'keys') : pathOf(system, 'aptSources');
  return found('repositories.keys', elements, place);
};

const ringName = (path: string) =>
  path
    .split('/')
    .pop()!
    .replace(/\.(gpg|asc|pgp)$/, '');

/** Tools of other package formats that are there: on where a remote is set up, else offered. */
export const formats: FactRule = (system) => {
  const seen = [...manifestOf(system).seen.keys()];
  const hasRemote = (tool: string) =>
    seen.some((path) => new RegExp(`/${tool}/remotes\\.d/[^/]+$`).test(path));
  const tools = seen.flatMap((path) => /^usr\/bin\/(flatpak|snap)$/.exec(path)?.[1] ?? []);
  return found(
    'repositories.formats',
    tools.map((name) => ({ name, settings: { state: hasRemote(name) ? 'on' : 'offered' } })),
    'usr/bin',
    'likely',
  );
};
