/** Takes the package database of a tree, in the form that a capture has it. */
import type { FileTree } from '../../images/fileSystem.ts';
import { openRpmDatabase } from '../../images/rpmDatabases.ts';
import { readRpmHeader } from '../../formats/rpmHeader.ts';
import { createLoss } from '../../issue.ts';
import { bytesOfText, cutDescription, cutStanzas, textOfBytes } from './cleaning.ts';
import { isoTime, type TakenFile } from './taken.ts';
import { RPM_TAGS } from './wanted.ts';

/** What was taken, and what else the database tells. */
export interface TakenPackages {
  readonly files: readonly TakenFile[];
  readonly database: string;
  /** The names of what is installed. */
  readonly names: ReadonlySet<string>;
  /** The paths of a package's files, below the root. */
  readonly filesOf: (name: string) => readonly string[];
}

const LONGEST = 192 << 20;
const DPKG = 'var/lib/dpkg/status';
const DPKG_FOLDER = 'var/lib/dpkg/info';
const ALPM = 'var/lib/pacman/local';
const RPM_TABLE = 'aspen-capture/rpm-packages.tsv';

/** Takes the databases that are there; the first that is counts as the system's. */
export function takePackages(tree: FileTree): TakenPackages {
  const found = [takeDpkg(tree), takeAlpm(tree), takeRpm(tree)].filter((each) => each !== null);
  const [first] = found;
  return {
    files: found.flatMap(({ files }) => files),
    database: first?.database ?? '',
    names: new Set(found.flatMap(({ names }) => [...names])),
    filesOf: (name) => found.flatMap(({ filesOf }) => filesOf(name)),
  };
}

function takeDpkg(tree: FileTree): TakenPackages | null {
  const files: TakenFile[] = [];
  for (const path of [DPKG, 'var/lib/apt/extended_states']) {
    const node = tree.find(path);
    const bytes = node?.kind === 'file' ? tree.bytes(path, LONGEST) : null;
    if (bytes)
      files.push({ path, bytes: bytesOfText(cutStanzas(textOfBytes(bytes))), time: isoTime(node!.changed) });
  }
  if (files[0]?.path !== DPKG) return null;
  const text = textOfBytes(files[0].bytes);
  const names = new Set([...text.matchAll(/^Package: (\S+)$/gm)].map(([, name]) => name));
  const lists = dpkgLists(tree);
  const missing = [...lists.keys()].filter((name) => !names.has(name));
  if (missing.length > 0)
    tree.issues.push(createLoss('image.packagesMissing', DPKG, { count: missing.length, first: missing[0] }));
  return {
    files,
    database: DPKG,
    names,
    filesOf: (name) =>
      (lists.get(name) ?? []).flatMap((path) => linesOf(tree, path).map((line) => line.replace(/^\//, ''))),
  };
}

/** The lists of files that dpkg keeps, by package. */
function dpkgLists(tree: FileTree): Map<string, string[]> {
  const lists = new Map<string, string[]>();
  const folder = tree.find(DPKG_FOLDER);
  if (folder?.kind !== 'folder') return lists;
  for (const file of tree.list(folder).keys()) {
    const name = /^([^:]+)(?::[^:]+)?\.list$/.exec(file)?.[1];
    if (name) lists.set(name, [...(lists.get(name) ?? []), `${DPKG_FOLDER}/${file}`]);
  }
  return lists;
}

const linesOf = (tree: FileTree, path: string): string[] =>
  textOfBytes(tree.bytes(path, LONGEST) ?? new Uint8Array())
    .split('\n')
    .filter(Boolean);

function takeAlpm(tree: FileTree): TakenPackages | null {
  const folder = tree.find(ALPM);
  if (folder?.kind !== 'folder') return null;
  const files: TakenFile[] = [];
  const folders = new Map<string, string>();
  for (const [name, entry] of tree.list(folder)) {
    if (tree.nodeOf(entry)?.kind !== 'folder') continue;
    const path = `${ALPM}/${name}/desc`;
    const bytes = tree.bytes(path, 1 << 20);
    if (bytes) files.push({ path, bytes: bytesOfText(cutDescription(textOfBytes(bytes))), time: '' });
    else if (!tree.issues.some(({ where }) => where.endsWith(path)))
      tree.issues.push(createLoss('image.packagesMissing', ALPM, { count: 1, first: name }));
    folders.set(name.replace(/-[^-]+-[^-]+$/, ''), name);
  }
  return {
    files,
    database: ALPM,
    names: new Set(folders.keys()),
    filesOf: (name) => {
      const own = folders.get(name);
      const lines = own ? linesOf(tree, `${ALPM}/${own}/files`) : [];
      const from = lines.indexOf('%FILES%');
      return from < 0 ? [] : lines.slice(from + 1).filter((line) => !line.startsWith('%'));
    },
  };
}

/** A line for each package, as `rpm -qa --queryformat` prints them. */
function takeRpm(tree: FileTree): TakenPackages | null {
  const database = tree.attempt(() => openRpmDatabase(tree));
  if (!database) return null;
  const rows: string[] = [];
  const names = new Set<string>();
  // What stands before the damage is kept.
  tree.attempt(() => {
    for (const header of database.headers) {
      const values = readRpmHeader(header);
      if (!values?.NAME) {
        tree.issues.push(
          createLoss('image.damaged', database.path, {
            part: 'a package in the database',
            reason: 'its header is none',
          }),
        );
        continue;
      }
      if (values.NAME === 'gpg-pubkey') continue;
      names.add(values.NAME);
      rows.push(
        RPM_TAGS.map((tag) => values[tag] ?? (tag === 'SIZE' ? values.LONGSIZE : undefined) ?? '(none)').join(
          '\t',
        ),
      );
    }
  }, database.path);
  const text = `${[RPM_TAGS.join('\t'), ...rows].join('\n')}\n`;
  return {
    files: [{ path: RPM_TABLE, bytes: new TextEncoder().encode(text), time: '' }],
    database: RPM_TABLE,
    names,
    filesOf: () => [],
  };
}
