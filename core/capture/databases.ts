/** Databases of libalpm, which have a file for each package, gathered while archives and folders are read. */
import { AlpmDatabaseReader } from '../formats/alpmDesc.ts';
import { collectPieces, type Pieces } from '../formats/byteStream.ts';
import type { FormatId } from '../formats/recognise.ts';
import { textWithin } from '../formats/text.ts';
import { createLoss, type Issue } from '../issue.ts';
import { withLoss } from './losses.ts';
import type { ReadFile } from './readFile.ts';

/** Several times what the largest repository has. */
const PACKAGES_LIMIT = 60_000;
/** More than the description of a package has. */
const DESC_LIMIT = 1 << 20;

interface OpenDatabase {
  readonly path: string;
  readonly from: string;
  readonly containers: readonly FormatId[];
  readonly reader: AlpmDatabaseReader;
  issues: Issue[];
  count: number;
  bytes: number;
  newest: number;
}

/** A file of a database as it is met. */
interface DescriptionFile {
  readonly path: string;
  readonly from: string;
  readonly containers: readonly FormatId[];
  /** When it was changed, in milliseconds since 1970, where the archive says so. */
  readonly changed?: number;
}

/** The databases of one reading. */
export class Databases {
  private readonly open = new Map<string, OpenDatabase>();

  /** Adds a package. libalpm keeps `PACKAGE-VERSION/desc` in an archive or below a folder: what stands before is the database. */
  async add(file: DescriptionFile, pieces: Pieces): Promise<void> {
    const { path, from, containers } = file;
    const folder = path.split('/').slice(0, -2).join('/');
    const key = `${from === path ? '' : from}!/${folder}`;
    let database = this.open.get(key);
    if (!database) {
      const name = folder || from;
      database = {
        path: name,
        from: from === path ? name : from,
        containers,
        reader: new AlpmDatabaseReader(name),
        issues: [],
        count: 0,
        bytes: 0,
        newest: 0,
      };
      this.open.set(key, database);
    }
    if (database.count++ >= PACKAGES_LIMIT) {
      if (database.count === PACKAGES_LIMIT + 1)
        database.issues.push(createLoss('packages.tooMany', database.path, { count: PACKAGES_LIMIT }));
      return;
    }
    const { bytes, cut } = await collectPieces(pieces, DESC_LIMIT);
    const { text, issues } = textWithin(bytes, path);
    if (cut) database.issues.push(createLoss('file.tooLong', path, { limit: DESC_LIMIT }));
    database.issues.push(...issues);
    // One that ends within a line is cut, and what stands last in it is not what was meant.
    if (text.endsWith('\n')) database.reader.push(text, path);
    else database.issues.push(createLoss('packages.unfinished', path));
    database.bytes += bytes.length;
    database.newest = Math.max(database.newest, file.changed ?? 0);
  }

  /** Notes that an archive was not read whole: so are the databases in it. */
  lose(archive: string, issue: Issue): void {
    for (const database of this.open.values())
      if (database.from === archive) database.issues = withLoss(database.issues, issue);
  }

  /** All of them, as read files. */
  finish(): ReadFile[] {
    return [...this.open.values()].map(({ path, from, containers, reader, issues, bytes, newest }) => {
      const list = reader.finish();
      return {
        path,
        from,
        containers,
        bytes,
        format: 'alpm-desc',
        ...(newest > 0 && { newest }),
        content: { type: 'packages', list },
        issues: [...issues, ...list.issues],
      };
    });
  }
}
