/**
 * Layers that lie over one another as one file system: overlayfs (Documentation/filesystems/overlayfs.rst), and layers of
 * containers (OCI Image Specification, "Image Layer Filesystem Changeset"), whose signs for what is taken away both count.
 */
import type { ByteSource } from './byteSource.ts';
import type { FileNode, FileSystem, FolderEntry } from './fileSystem.ts';
import type { ImageFault } from './imageFault.ts';

const TAKEN_AWAY = '.wh.';
const OPAQUE = '.wh..wh..opq';
/** Ids of a layer stand so far from those of the next one. */
const APART = 2 ** 44;

interface LayeredNode extends FileNode {
  /** What it is in each layer that has it, the uppermost first: several only for folders. */
  readonly parts: readonly { readonly layer: number; readonly node: FileNode }[];
}

/** Layers as one, the lowest first. */
export class Overlay implements FileSystem {
  readonly format: string;
  readonly made: number;
  readonly root: FileNode;
  readonly remark?: ImageFault;

  constructor(private readonly layers: readonly FileSystem[]) {
    this.format = [...new Set(layers.map(({ format }) => format))].join(', ');
    this.made = Math.max(...layers.map(({ made }) => made));
    this.remark = layers.find(({ remark }) => remark)?.remark;
    this.root = layered(layers.map(({ root }, layer) => ({ layer, node: root })).reverse());
  }

  entries(folder: FileNode): FolderEntry[] {
    const found = new Map<string, { layer: number; entry: FolderEntry }[]>();
    const gone = new Set<string>();
    const closed = new Set<string>();
    for (const { layer, node } of (folder as LayeredNode).parts) {
      const entries = this.layers[layer].entries(node);
      const names = entries.filter(({ name }) => !name.startsWith(TAKEN_AWAY));
      for (const entry of names) {
        const { name } = entry;
        if (gone.has(name) || closed.has(name)) continue;
        const above = found.get(name);
        if (above) above.push({ layer, entry });
        else found.set(name, [{ layer, entry }]);
      }
      // What a layer takes away is gone from those below it, not from itself.
      for (const { name } of entries)
        if (name.startsWith(TAKEN_AWAY) && name !== OPAQUE) gone.add(name.slice(TAKEN_AWAY.length));
      for (const { name, node: ask } of names) {
        const kind = isDevice(ask);
        if (kind) closed.add(name);
      }
      if (entries.some(({ name }) => name === OPAQUE)) break;
    }
    return [...found].flatMap(([name, parts]) => {
      const first = parts[0].entry;
      return closed.has(name) && isDevice(first.node) ? [] : [{ name, node: () => this.nodeOf(parts) }];
    });
  }

  private nodeOf(entries: readonly { layer: number; entry: FolderEntry }[]): LayeredNode {
    const parts: { layer: number; node: FileNode }[] = [];
    for (const { layer, entry } of entries) {
      const node = entry.node();
      // A file hides what is below it, and a folder goes through files that are below it no further.
      if (parts.length > 0 && node.kind !== 'folder') break;
      parts.push({ layer, node });
      if (node.kind !== 'folder') break;
    }
    return layered(parts);
  }

  target(link: FileNode): string {
    const [{ layer, node }] = (link as LayeredNode).parts;
    return this.layers[layer].target(node);
  }

  open(file: FileNode): ByteSource {
    const [{ layer, node }] = (file as LayeredNode).parts;
    return this.layers[layer].open(node);
  }
}

/** True for the device that overlayfs puts where something is taken away. One that cannot be read is none. */
function isDevice(ask: () => FileNode): boolean {
  try {
    const node = ask();
    return node.kind === 'device' && node.device === 0;
  } catch {
    return false;
  }
}

function layered(parts: LayeredNode['parts']): LayeredNode {
  const [{ layer, node }] = parts;
  return { ...node, id: node.id + layer * APART, parts };
}
