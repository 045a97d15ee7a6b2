/** The images below the folders that the configuration allows. Links are followed no further than those folders. */
import { readdir, realpath, stat } from 'node:fs/promises';
import { join, sep } from 'node:path';
import { cachedSource } from '../../core/images/byteSource.ts';
import { holdsContainer } from '../../core/images/containers.ts';
import { recogniseImage } from '../../core/images/openers.ts';
import type { ServerImage, ServerImages } from '../../core/exchange/imageMessages.ts';
import { withRandom } from '../reading/pathFiles.ts';

const MOST_LISTED = 500;
const MOST_LOOKED_AT = 20_000;
const DEEPEST = 4;

export class AllowedImages {
  constructor(private readonly folders: readonly string[]) {}

  /** The images in the folders, in the order of their paths. A folder that cannot be read holds none. */
  async list(): Promise<ServerImages> {
    const images: ServerImage[] = [];
    let hasMore = false;
    let lookedAt = 0;
    const walk = async (folder: string, depth: number): Promise<void> => {
      const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
      for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
        const path = join(folder, entry.name);
        if (entry.isDirectory() && depth < DEEPEST) await walk(path, depth + 1);
        if (!entry.isFile()) continue;
        if (images.length >= MOST_LISTED || ++lookedAt > MOST_LOOKED_AT) {
          hasMore = true;
          continue;
        }
        const image = await imageAt(path);
        if (image) images.push(image);
      }
    };
    for (const folder of this.folders) await walk(folder, 0);
    return { folders: this.folders, images, hasMore };
  }

  /** The real path of a file that may be read; null for any other. */
  async resolve(path: string): Promise<string | null> {
    const real = await realpath(path).catch(() => null);
    if (real === null || !(await stat(real)).isFile()) return null;
    const folders = await Promise.all(this.folders.map((folder) => realpath(folder).catch(() => null)));
    const isWithin = (folder: string | null) =>
      folder !== null && real.startsWith(folder.replace(/\/?$/, sep));
    return folders.some(isWithin) ? real : null;
  }
}

/** What is listed of a file that is an image by its first bytes, or an archive of a container by its names; null for others. */
async function imageAt(path: string): Promise<ServerImage | null> {
  try {
    const { size, mtime } = await stat(path);
    const isImage = await withRandom(path, size, (bytes) => {
      const source = cachedSource(bytes);
      return Promise.resolve(size > 0 && (recogniseImage(source) !== null || holdsContainer(source)));
    });
    return isImage ? { path, size, changed: mtime.toISOString().slice(0, 10) } : null;
  } catch {
    return null; // it may not be read, or it went
  }
}
