/** A file system that is held: the tree of an archive, with the contents of those files that are wanted of it. */
import { bytesSource, type ByteSource } from './byteSource.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import { isImpossibleName } from './fileSystem.ts';
import { damaged, notRead, tooMuch } from './imageFault.ts';

interface HeldNode extends FileNode {
  readonly names?: Map<string, HeldNode>;
  readonly bytes?: Uint8Array;
  readonly linkTo?: string;
}

/** So many bytes of contents are held, and so many files. */
const HELD_BYTES = 320 << 20;
const HELD_FILES = 1_000_000;

/** What an archive says of a file. */
interface HeldFile {
  readonly kind: FileNode['kind'];
  readonly size: number;
  readonly changed: number;
  readonly mode: number;
  readonly device?: number;
  readonly bytes?: Uint8Array;
  readonly linkTo?: string;
}

/** Files as they are put in, one after another; a later one takes the place of an earlier one. */
export class HeldFiles implements FileSystem {
  readonly root: HeldNode = folderNode(1);
  private count = 1;
  private bytes = 0;
  made = 0;

  constructor(readonly format: string) {}

  /** Puts a file in, with the folders above it where they are missing. Throws `ImageFault` for a path that leads out. */
  add(path: string, file: HeldFile): void {
    const { folder, name } = this.place(path);
    if (!name) return;
    if (++this.count > HELD_FILES) throw tooMuch('the archive', `more than ${HELD_FILES} files`);
    this.bytes += file.bytes?.length ?? 0;
    if (this.bytes > HELD_BYTES) throw tooMuch('the archive', `more than ${HELD_BYTES >> 20} MiB to hold`);
    const known = folder.get(name);
    if (file.kind === 'folder' && known?.kind === 'folder') return;
    const names = file.kind === 'folder' ? new Map<string, HeldNode>() : undefined;
    folder.set(name, { ...file, id: this.count, names });
  }

  /** A second name for a file that is there already. Throws `ImageFault` where it is not. */
  addName(path: string, of: string): void {
    const there = this.place(of);
    const node = there.folder.get(there.name);
    if (!node) throw damaged(`“${path}” in the archive`, `it is another name of “${of}”, which is not there`);
    const { folder, name } = this.place(path);
    if (name) folder.set(name, node);
  }

  private place(path: string): { folder: Map<string, HeldNode>; name: string } {
    const parts = path.split('/').filter((part) => part && part !== '.');
    if (parts.some(isImpossibleName))
      throw damaged('the archive', `it holds the path ${JSON.stringify(path)}`);
    let folder = this.root.names!;
    for (const part of parts.slice(0, -1)) {
      let next = folder.get(part);
      if (!next?.names) folder.set(part, (next = folderNode(++this.count)));
      folder = next.names!;
    }
    return { folder, name: parts.at(-1) ?? '' };
  }

  entries(folder: FileNode): FolderEntry[] {
    return [...((folder as HeldNode).names ?? [])].map(([name, node]) => ({ name, node: () => node }));
  }

  target(link: FileNode): string {
    return (link as HeldNode).linkTo ?? '';
  }

  open(file: FileNode): ByteSource {
    const { bytes, size } = file as HeldNode;
    if (size > 0 && !bytes) throw notRead('a file of the archive', 'unpack the archive and give the folder');
    return bytesSource(bytes ?? new Uint8Array(0));
  }
}

const folderNode = (id: number): HeldNode => ({
  kind: 'folder',
  size: 0,
  changed: 0,
  mode: 0o755,
  id,
  names: new Map(),
});
