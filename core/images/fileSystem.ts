/** What every file system in an image gives, and how paths are followed in it. */
import type { Issue } from '../issue.ts';
import type { ByteSource } from './byteSource.ts';
import { damaged, ImageFault, issueOfFault, tooMuch } from './imageFault.ts';

/** A file, folder, link or something else that a file system knows. */
export interface FileNode {
  readonly kind: 'file' | 'folder' | 'link' | 'device' | 'other';
  /** Bytes of a file or link. */
  readonly size: number;
  /** When it was last changed, in seconds since 1970. */
  readonly changed: number;
  /** Permissions, the lowest twelve bits of a mode. */
  readonly mode: number;
  /** The same for what is the same file; unique within its file system. */
  readonly id: number;
  /** For a device: its number; 0 marks what a layer takes away (overlayfs). */
  readonly device?: number;
}

/** A name in a folder. What it names is read when it is asked for. */
export interface FolderEntry {
  readonly name: string;
  readonly node: () => FileNode;
}

/** A file system. All of these throw `ImageFault`. */
export interface FileSystem {
  /** Its format, as people know it. */
  readonly format: string;
  /** When it was made, in seconds since 1970; 0 where it does not say. */
  readonly made: number;
  readonly root: FileNode;
  /** Something that is wrong with it, though it can be read. */
  readonly remark?: ImageFault;
  entries(folder: FileNode): readonly FolderEntry[];
  target(link: FileNode): string;
  open(file: FileNode): ByteSource;
}

/** A name that no file can have: what has it is left out, and told. */
export const isImpossibleName = (name: string): boolean =>
  name === '' || name === '.' || name === '..' || name.includes('/') || name.includes('\0');

const LINKS_LIMIT = 40;
const NAMES_LIMIT = 2_000_000;

/** A file system as a tree of paths. Links stay within its root; what cannot be read is noted once and left out. */
export class FileTree {
  readonly issues: Issue[] = [];
  private readonly told = new Set<string>();
  private names = 0;
  private readonly folders = new Map<number, ReadonlyMap<string, FolderEntry>>();

  constructor(
    readonly fileSystem: FileSystem,
    /** How the file system is called in messages. */
    readonly where: string,
  ) {}

  /** Names in a folder, impossible ones left out. */
  list(folder: FileNode): ReadonlyMap<string, FolderEntry> {
    let names = this.folders.get(folder.id);
    if (!names) {
      if (this.folders.size >= KEPT_FOLDERS) this.folders.clear();
      this.folders.set(folder.id, (names = this.read(folder)));
    }
    return names;
  }

  private read(folder: FileNode): ReadonlyMap<string, FolderEntry> {
    const named = new Map<string, FolderEntry>();
    const entries = this.attempt(() => this.fileSystem.entries(folder)) ?? [];
    this.names += entries.length;
    if (this.names > NAMES_LIMIT) throw tooMuch('the folders', `more than ${NAMES_LIMIT} names`);
    for (const entry of entries) {
      if (isImpossibleName(entry.name))
        this.note(damaged('a folder', `it holds the name ${JSON.stringify(entry.name)}`));
      else named.set(entry.name, { name: entry.name, node: once(entry.node) });
    }
    return named;
  }

  /** What a name stands for; null where it cannot be read, which is noted. */
  nodeOf(entry: FolderEntry): FileNode | null {
    return this.attempt(entry.node);
  }

  /** What stands at a path below the root, following links; null without one. */
  find(path: string): FileNode | null {
    return this.locate(path)?.node ?? null;
  }

  /** The same without following a link that stands last. */
  findLink(path: string): FileNode | null {
    return this.locate(path, false)?.node ?? null;
  }

  /** Where a path leads to in the end, as a path below the root without links; null where it leads nowhere. */
  resolve(path: string): string | null {
    return this.locate(path)?.path ?? null;
  }

  private locate(path: string, last = true): { node: FileNode; path: string } | null {
    let left = path.split('/').filter((name) => name && name !== '.');
    let way: { name: string; node: FileNode }[] = [];
    for (let links = 0; left.length > 0;) {
      const [name, ...rest] = left;
      left = rest;
      if (name === '..') {
        way = way.slice(0, -1); // above the root is the root
        continue;
      }
      const folder = way.at(-1)?.node ?? this.fileSystem.root;
      if (folder.kind !== 'folder') return null;
      const entry = this.list(folder).get(name);
      const node = entry && this.nodeOf(entry);
      if (!node) return null;
      if (node.kind === 'link' && (rest.length > 0 || last)) {
        if (++links > LINKS_LIMIT) return null;
        const target = this.attempt(() => this.fileSystem.target(node));
        if (target === null) return null;
        if (target.startsWith('/')) way = [];
        left = [...target.split('/').filter((each) => each && each !== '.'), ...rest];
      } else way.push({ name, node });
    }
    return {
      node: way.at(-1)?.node ?? this.fileSystem.root,
      path: way.map(({ name }) => name).join('/'),
    };
  }

  /** Paths that a pattern names, in order: `*` and `[…]` stand for characters of one name, as in a shell. */
  expand(pattern: string): string[] {
    let paths = [''];
    for (const part of pattern.split('/')) {
      const next: string[] = [];
      const shape = /[*[?]/.test(part) ? shapeOf(part) : null;
      for (const path of paths) {
        const folder = this.find(path);
        if (folder?.kind !== 'folder') continue;
        const names = this.list(folder);
        const found = shape
          ? [...names.keys()].filter((name) => shape.test(name) && (name[0] !== '.' || part[0] === '.'))
          : names.has(part)
            ? [part]
            : [];
        next.push(...found.sort().map((name) => (path ? `${path}/${name}` : name)));
      }
      paths = next;
    }
    return paths;
  }

  /** The target of a link; null for what is none. */
  linkAt(path: string): string | null {
    const node = this.findLink(path);
    return node?.kind === 'link' ? this.attempt(() => this.fileSystem.target(node)) : null;
  }

  /** The bytes of a file; null where there is none, it is longer than `most`, or it cannot be read, which is noted. */
  bytes(path: string, most: number): Uint8Array | null {
    const node = this.find(path);
    if (node?.kind !== 'file' || node.size > most) return null;
    return this.attempt(() => this.fileSystem.open(node).read(0, node.size), path);
  }

  /** Goes through everything below a folder, files and folders before what is in them. */
  *walk(path = '', most = NAMES_LIMIT): Generator<{ readonly path: string; readonly node: FileNode }> {
    const start = this.find(path);
    if (!start) return;
    const waiting = [{ path, node: start }];
    const seen = new Set<number>([start.id]);
    let count = 0;
    for (let folder = waiting.pop(); folder; folder = waiting.pop()) {
      for (const [name, entry] of this.list(folder.node)) {
        const node = this.nodeOf(entry);
        if (!node) continue;
        if (++count > most) return this.note(tooMuch('the folders', `more than ${most} files`));
        const found = { path: folder.path ? `${folder.path}/${name}` : name, node };
        yield found;
        if (node.kind !== 'folder') continue;
        if (seen.has(node.id))
          this.note(damaged(`the folder ${found.path}`, 'it is held by itself or twice'));
        else {
          seen.add(node.id);
          waiting.push(found);
        }
      }
    }
  }

  /** What is asked for, or null where the image does not bear it: then that is noted. */
  attempt<Value>(ask: () => Value, path = ''): Value | null {
    try {
      return ask();
    } catch (error) {
      this.note(error, path);
      return null;
    }
  }

  private note(error: unknown, path = ''): void {
    const where = path ? `${this.where}!/${path}` : this.where;
    const issue = issueOfFault(error, where);
    const key = error instanceof ImageFault ? `${where} ${error.message}` : where;
    if (this.told.has(key)) return;
    this.told.add(key);
    if (this.issues.length < ISSUES_LIMIT) this.issues.push(issue);
  }
}

const ISSUES_LIMIT = 200;
const KEPT_FOLDERS = 4096;

/** Asks once, and gives the same again. */
function once<Value>(ask: () => Value): () => Value {
  let value: Value | undefined;
  return () => (value ??= ask());
}

/** A pattern of one name as an expression. */
function shapeOf(pattern: string): RegExp {
  const source = pattern.replace(/\[[^\]]*\]|[\s\S]/g, (part) =>
    part === '*'
      ? '.*'
      : part === '?'
        ? '.'
        : part.length > 1
          ? part
          : part.replace(/[.+^${}()|\\]/g, '\\$&'),
  );
  return new RegExp(`^${source}$`, 's');
}
