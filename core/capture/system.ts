/**
 * Puts the files that were read together into systems and repository indexes. Files of one system share a root
 * (what stands before `etc/`, `usr/`, `var/`); two package databases under one root are two systems mixed.
 */
import type { AptSource } from '../formats/aptSources.ts';
import type { DebRelease, ReleasedFile } from '../formats/debRelease.ts';
import { COLUMN_NAMES } from '../formats/columnNames.ts';
import type { PackageColumns } from '../formats/packageColumns.ts';
import { parseSummarySystem, parseSystemSummary } from '../formats/systemSummary.ts';
import { createIssue, createLoss, type Issue } from '../issue.ts';
import { parseCaptureManifest } from './captureManifest.ts';
import { identityOfIndex, type IndexIdentity } from './indexIdentity.ts';
import type { ReadFile } from './readFile.ts';
import { lossesOfSystem } from './systemLosses.ts';

/** An installed or live system, as far as its files tell. */
export interface ReadSystem {
  /** Where its files stood; empty for loose files. */
  readonly root: string;
  /** The identification fields by name; empty without an identification file. */
  readonly identification: Readonly<Record<string, string>>;
  readonly sources: readonly AptSource[];
  /** What is installed; of an image, what remains when its installer has taken away what it is told to. */
  readonly packages?: PackageColumns;
  /** Packages of an image that its installer takes away, with the place that says so. */
  readonly removed: ReadonlyMap<string, string>;
  readonly files: readonly ReadFile[];
  /** What of its files was not read, those of the archive that it came in among them; empty when all was. */
  readonly losses: readonly Issue[];
  /** What of its package list was not read. */
  readonly listLosses: readonly Issue[];
}

/** A repository's index, with the release file that belongs to it where one was at hand. */
interface ReadIndex {
  readonly path: string;
  /** A readable name: its suite, else its path. */
  readonly name: string;
  readonly identity: IndexIdentity;
  readonly packages: PackageColumns;
  readonly release?: DebRelease;
  /** The keys that signed its release file, as that says. */
  readonly signers: readonly string[];
  /** What of it was not read; empty when all was. */
  readonly losses: readonly Issue[];
}

/** Everything that was read from one drop. */
export interface ReadDrop {
  readonly files: readonly ReadFile[];
  readonly systems: readonly ReadSystem[];
  readonly indexes: readonly ReadIndex[];
  /** About the drop as a whole: two systems mixed, nothing recognised. */
  readonly issues: readonly Issue[];
}

/** Sorts what was read. */
export function assembleDrop(files: readonly ReadFile[]): ReadDrop {
  const issues: Issue[] = [];
  const systems = assembleSystems(files.filter(belongsToSystem), files, issues);
  const indexes = assembleIndexes(files);
  const where = files[0]?.from ?? '';
  const told = new Set(files.flatMap((file) => file.issues));
  issues.push(...[...systems, ...indexes].flatMap(({ losses }) => losses).filter((loss) => !told.has(loss)));
  if (systems.length > 1) {
    issues.push(
      createIssue('note', 'drop.severalSystems', where, {
        count: systems.length,
        names: systems.map(nameOfSystem).join(', '),
      }),
    );
  }
  if (systems.length === 0 && indexes.length === 0)
    issues.push(createIssue('error', 'drop.nothing', where, { files: files.length }));
  return { files, systems, indexes, issues };
}

/** How a system is called in messages: its own name, else its place. */
export function nameOfSystem(system: ReadSystem): string {
  return system.identification.PRETTY_NAME ?? system.identification.NAME ?? (system.root || 'unnamed system');
}

function belongsToSystem({ content }: ReadFile): boolean {
  if (!content) return false;
  return content.type === 'packages'
    ? content.list.role === 'status'
    : content.type !== 'release' && content.type !== 'repomd';
}

/** What stands before the first directory of a root file system. */
function rootOf(file: ReadFile): string {
  const path = file.from !== file.path ? `${file.from}!/${file.path}` : file.path;
  const match = /^(.*?)(?:^|\/)(?:etc|usr|var|proc|boot|sys|sbin|aspen-capture)\//.exec(path);
  if (match) return match[1].replace(/!\/?$/, '');
  return path.includes('!/') ? path.slice(0, path.indexOf('!/')) : '';
}

function assembleSystems(
  files: readonly ReadFile[],
  all: readonly ReadFile[],
  issues: Issue[],
): ReadSystem[] {
  const byRoot = new Map<string, ReadFile[]>();
  for (const file of files) {
    const root = rootOf(file);
    const known = byRoot.get(root);
    if (known) known.push(file);
    else byRoot.set(root, [file]);
  }
  const found = [...byRoot.values()].flat();
  if (databasesOf(found).length <= 1 && identitiesOf(found).size <= 1) {
    const root = byRoot.size === 1 ? [...byRoot.keys()][0] : '';
    return found.length ? [assembleSystem(root, found, all)] : [];
  }
  return [...byRoot].flatMap(([root, group]) => splitMixed(root, group, all, issues));
}

/** Under one root there is one package database and one identity; more means that two systems were mixed. */
function splitMixed(
  root: string,
  group: readonly ReadFile[],
  all: readonly ReadFile[],
  issues: Issue[],
): ReadSystem[] {
  const databases = databasesOf(group);
  const identities = identitiesOf(group);
  if (databases.length <= 1 && identities.size <= 1) return [assembleSystem(root, group, all)];
  issues.push(
    createIssue('error', 'drop.mixed', root || group[0].from, {
      databases: databases.length,
      names: [...identities.values()].join(', ') || databases.map(({ path }) => path).join(', '),
    }),
  );
  // Which identification belongs to which database cannot be known: each database stands alone.
  return databases.map((file) => assembleSystem(file.path, [file], all));
}

function databasesOf(files: readonly ReadFile[]): ReadFile[] {
  return files.filter(({ content }) => content?.type === 'packages');
}

function identitiesOf(files: readonly ReadFile[]): Map<string, string> {
  const found = new Map<string, string>();
  for (const { content } of files) {
    if (content?.type !== 'osRelease') continue;
    const {
      ID = '',
      VERSION_ID = '',
      BUILD_ID = '',
      NAME = '',
      PRETTY_NAME = NAME,
    } = content.osRelease.fields;
    found.set([ID || NAME, VERSION_ID, BUILD_ID].join('\n'), PRETTY_NAME);
  }
  return found;
}

function assembleSystem(root: string, files: readonly ReadFile[], all: readonly ReadFile[]): ReadSystem {
  const identification: Record<string, string> = {};
  const lsb: Record<string, string> = {};
  const printed: Record<string, string> = {};
  const sources: AptSource[] = [];
  let packages: PackageColumns | undefined;
  let removed: ReadonlyMap<string, string> = new Map();
  for (const { content, format, path } of [...files].sort((a, b) => (a.path < b.path ? -1 : 1))) {
    if (content?.type === 'osRelease') Object.assign(identification, content.osRelease.fields);
    if (content?.type === 'lsbRelease') Object.assign(lsb, content.osRelease.fields);
    if (content?.type === 'aptSources') sources.push(...content.aptSources.sources);
    if (content?.type === 'packages') packages = content.list.packages;
    if (content?.type === 'text' && format === 'capture-manifest') {
      const manifest = parseCaptureManifest(content.text, path);
      if (manifest.ok) removed = manifest.value.removed;
    }
    if (content?.type === 'text' && format === 'system-summary')
      Object.assign(printed, identificationIn(content.text));
  }
  return {
    root,
    identification: [identification, lsb, printed].find((each) => Object.keys(each).length > 0) ?? {},
    sources,
    packages: packages && withoutPackages(packages, removed),
    removed,
    files,
    ...lossesOfSystem(files, all),
  };
}

/** A list without some packages. */
function withoutPackages(list: PackageColumns, names: ReadonlyMap<string, string>): PackageColumns {
  if (names.size === 0) return list;
  const { family, table, columns, removed } = list;
  const texts = table.texts();
  const isKept = (_: number, row: number) => !names.has(texts[columns.name[row]]);
  const kept = { ...columns };
  for (const name of COLUMN_NAMES) kept[name] = columns[name].filter(isKept);
  return { family, table, size: kept.name.length, columns: kept, removed: removed.filter(isKept) };
}

/** The name and version of the system in a summary that it showed of itself. */
function identificationIn(summary: string): Record<string, string> {
  const fields = parseSystemSummary(summary)?.fields ?? {};
  const stated = fields.OS ?? fields['Operating System'];
  if (!stated) return {};
  const { name, version } = parseSummarySystem(stated);
  return { NAME: name, PRETTY_NAME: stated, ...(version && { VERSION_ID: version }) };
}

function assembleIndexes(files: readonly ReadFile[]): ReadIndex[] {
  const releases = files.flatMap((file) =>
    file.content?.type === 'release'
      ? [{ file, release: file.content.release, listed: file.content.files, signers: file.content.signers }]
      : [],
  );
  return files.flatMap((file): ReadIndex[] => {
    if (file.content?.type !== 'packages' || file.content.list.role !== 'index') return [];
    const nearest = nearestRelease(file.path, releases);
    const release = nearest?.release;
    const wrongSize = nearest ? sizeLoss(file, nearest.file.path, nearest.listed) : [];
    const identity = identityOfIndex(file.path, release, file.content.origin);
    return [
      {
        path: file.path,
        name: identity.suite || file.path.split('/').pop()!,
        identity,
        packages: file.content.list.packages,
        release,
        signers: nearest?.signers ?? [],
        losses: [...file.issues.filter(({ loses }) => loses), ...wrongSize],
      },
    ];
  });
}

/** The release file whose place is the beginning of the index's, as in `dists/SUITE/` or apt's list names. */
function nearestRelease<T extends { readonly file: ReadFile }>(
  path: string,
  releases: readonly T[],
): T | undefined {
  const stem = (file: ReadFile) => file.path.replace(/(In)?Release$/, '');
  return releases
    .filter(({ file }) => stem(file).length > 0 && stem(file) !== file.path && path.startsWith(stem(file)))
    .sort((a, b) => stem(b.file).length - stem(a.file).length)[0];
}

/** An index that does not have the size that its release file vouches for. */
function sizeLoss(file: ReadFile, release: string, listed: readonly ReleasedFile[]): Issue[] {
  if (file.from !== file.path) return [];
  const rest = file.path.slice(release.replace(/(In)?Release$/, '').length);
  // apt packs its lists anew: only plain ones are as the mirror has them.
  const isPacked = /\.\w+$/.test(rest);
  const path = rest.includes('/') || isPacked ? rest : rest.replaceAll('_', '/');
  const stated = listed.find((each) => each.path === path)?.size;
  return stated !== undefined && stated !== file.bytes
    ? [createLoss('list.size', file.path, { size: file.bytes, stated })]
    : [];
}
