/** A file that is to be read, and one that was. */
import type { Pieces } from '../formats/byteStream.ts';
import type { ByteSource } from '../images/byteSource.ts';
import type { AptSources } from '../formats/aptSources.ts';
import type { DebRelease, ReleasedFile } from '../formats/debRelease.ts';
import type { OpenPgpKey } from '../formats/openPgpKeys.ts';
import type { OsRelease } from '../formats/osRelease.ts';
import type { PackageList } from '../formats/packageList.ts';
import type { KeyFile } from '../formats/keyFile.ts';
import type { FormatId } from '../formats/recognise.ts';
import type { Repomd } from '../formats/rpmMetadata.ts';
import type { Issue } from '../issue.ts';

/** A file given to the program: its path as dropped, its size in bytes, and a way to read it, from the start each time. */
export interface InputFile {
  readonly path: string;
  readonly size: number;
  readonly open: () => Pieces;
  /** The same at random, where that can be had: an image is not read from front to end. */
  readonly random?: <Result>(use: (bytes: ByteSource) => Promise<Result>) => Promise<Result>;
}

/** What was read from a file. */
export type FileContent =
  | { readonly type: 'osRelease'; readonly osRelease: OsRelease }
  /** Says the same in another form; it counts where there is no os-release. */
  | { readonly type: 'lsbRelease'; readonly osRelease: OsRelease }
  | { readonly type: 'aptSources'; readonly aptSources: AptSources }
  /** `origin`: whose its packages say they are; without it they say nothing of that. */
  | { readonly type: 'packages'; readonly list: PackageList; readonly origin?: string }
  | {
      readonly type: 'release';
      readonly release: DebRelease;
      readonly files: readonly ReleasedFile[];
      /** The keys that signed it, as it says. */
      readonly signers: readonly string[];
    }
  | { readonly type: 'repomd'; readonly repomd: Repomd }
  | { readonly type: 'keyFile'; readonly keyFile: KeyFile }
  | { readonly type: 'keys'; readonly keys: readonly OpenPgpKey[] }
  /** A small text whose reader is asked by who needs it; the file's format says what it is. */
  | { readonly type: 'text'; readonly text: string };

/** A file that was looked at. `containers` are the archives and compressions it was taken out of. */
export interface ReadFile {
  readonly path: string;
  /** The dropped file it came in: its own path, or that of an archive. */
  readonly from: string;
  readonly containers: readonly FormatId[];
  readonly bytes: number;
  readonly format: FormatId;
  /** For a database in an archive: when the newest of its parts was changed, in milliseconds since 1970. */
  readonly newest?: number;
  readonly content?: FileContent;
  readonly issues: readonly Issue[];
}
