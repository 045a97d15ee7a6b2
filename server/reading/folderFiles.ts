/** A folder of this machine as the file system of a system that lies in it: its links stay within it. */
import {
  closeSync,
  lstatSync,
  openSync,
  readdirSync,
  readlinkSync,
  readSync,
  realpathSync,
  type Stats,
} from 'node:fs';
import type { ByteSource } from '../../core/images/byteSource.ts';
import type { FileNode, FileSystem, FolderEntry } from '../../core/images/fileSystem.ts';
import { cutAt, notRead } from '../../core/images/imageFault.ts';

interface FolderNode extends FileNode {
  readonly path: string;
}

/** Bytes of an open file from a place on. */
export function readAt(file: number, at: number, length: number, size: number): Uint8Array {
  const bytes = new Uint8Array(length);
  for (let done = 0, count = 1; done < length; done += count) {
    count = readSync(file, bytes, done, length - done, at + done);
    if (count === 0) throw cutAt('the file', at + done, size);
  }
  return bytes;
}

/** The files below a folder. What may not be read becomes a fault. */
export class FolderFiles implements FileSystem {
  readonly format = 'folder';
  readonly made = 0;
  readonly root: FileNode;

  /** Numbers of files, which are told by device and inode: both together are too long for one. */
  private readonly ids = new Map<string, number>();

  constructor(path: string) {
    this.root = this.nodeAt(realpathSync(path));
  }

  entries(folder: FileNode): FolderEntry[] {
    const { path } = folder as FolderNode;
    return asFault(path, () => readdirSync(path)).map((name) => ({
      name,
      node: () => this.nodeAt(`${path}/${name}`),
    }));
  }

  target(link: FileNode): string {
    const { path } = link as FolderNode;
    return asFault(path, () => readlinkSync(path));
  }

  open(file: FileNode): ByteSource {
    const { path, size } = file as FolderNode;
    const read = (at: number, length: number) =>
      asFault(path, () => {
        const open = openSync(path, 'r');
        try {
          return readAt(open, at, length, size);
        } finally {
          closeSync(open);
        }
      });
    return { size, read };
  }

  private nodeAt(path: string): FolderNode {
    const info = asFault(path, () => lstatSync(path));
    const key = `${info.dev} ${info.ino}`;
    const id = this.ids.get(key) ?? this.ids.size;
    this.ids.set(key, id);
    return {
      path,
      id,
      kind: kindOf(info),
      size: info.size,
      changed: Math.floor(info.mtimeMs / 1000),
      mode: info.mode & 0xfff,
    };
  }
}

function kindOf(info: Stats): FileNode['kind'] {
  if (info.isFile()) return 'file';
  if (info.isDirectory()) return 'folder';
  if (info.isSymbolicLink()) return 'link';
  return info.isBlockDevice() || info.isCharacterDevice() ? 'device' : 'other';
}

/** What the machine refuses, as a fault of the place. */
function asFault<Value>(path: string, ask: () => Value): Value {
  try {
    return ask();
  } catch (error) {
    if (!(error instanceof Error) || !('code' in error)) throw error;
    throw notRead(`“${path}” (${error.message})`, 'run this as somebody who may read it');
  }
}
