/**
 * Fetched files on disk, named by the hash of their address: no part of an address becomes a path. When they take more
 * than the limit, those used longest ago go first. A file is written whole before it gets its name.
 */
import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';

/** What the server said of a file, to be asked again by. */
interface CachedHead {
  readonly url: string;
  readonly etag: string;
  readonly modified: string;
}

export interface CachedFile extends CachedHead {
  readonly bytes: Uint8Array;
  /** Lower-case hexadecimal. */
  readonly sha256: string;
}

/** The cache in one folder. It may be emptied at any time: a file that is not there is fetched again. */
export class MirrorCache {
  constructor(
    readonly folder: string,
    readonly limit: number,
  ) {}

  /** The file of an address, or null. Its use is noted. */
  async get(url: string): Promise<CachedFile | null> {
    const path = this.pathOf(url);
    try {
      const [head, bytes] = await Promise.all([readFile(`${path}.json`, 'utf8'), readFile(`${path}.data`)]);
      const parsed = JSON.parse(head) as CachedHead & { sha256: string };
      // A head and data of two downloads, or a damaged disk, are no file.
      if (parsed.url !== url || parsed.sha256 !== (await sha256InTurns(bytes))) return null;
      const now = new Date();
      await utimes(`${path}.data`, now, now);
      return { ...parsed, bytes: new Uint8Array(bytes) };
    } catch {
      return null; // not there, or removed meanwhile
    }
  }

  async put({ bytes, ...head }: CachedFile): Promise<void> {
    if (bytes.length > this.limit) return;
    await mkdir(this.folder, { recursive: true });
    const path = this.pathOf(head.url);
    await this.write(`${path}.data`, bytes);
    await this.write(`${path}.json`, JSON.stringify(head));
    await this.sweep();
  }

  private pathOf(url: string): string {
    return join(this.folder, sha256(url));
  }

  private async write(path: string, content: string | Uint8Array): Promise<void> {
    const temporary = join(this.folder, `${randomUUID()}.part`);
    await writeFile(temporary, content);
    await rename(temporary, path);
  }

  /** Removes what was used longest ago until the limit is kept. */
  private async sweep(): Promise<void> {
    const names = (await readdir(this.folder)).filter((name) => name.endsWith('.data'));
    const files = await Promise.all(
      names.map(async (name) => {
        const path = join(this.folder, name);
        const { size, mtimeMs } = await stat(path);
        return { path, size, used: mtimeMs };
      }),
    );
    let total = files.reduce((sum, { size }) => sum + size, 0);
    for (const { path, size } of files.sort((a, b) => a.used - b.used)) {
      if (total <= this.limit) return;
      await rm(path, { force: true });
      await rm(path.replace(/\.data$/, '.json'), { force: true });
      total -= size;
    }
  }
}

/** The sum of a large file, with room for others between its parts. */
async function sha256InTurns(bytes: Uint8Array): Promise<string> {
  const hash = createHash('sha256');
  for (let at = 0; at < bytes.length; at += TURN) {
    hash.update(bytes.subarray(at, at + TURN));
    await setImmediate();
  }
  return hash.digest('hex');
}

const TURN = 8 << 20;

/** Lower-case hexadecimal. */
function sha256(content: string | Uint8Array): string {
  return createHash('sha256').update(content).digest('hex');
}
