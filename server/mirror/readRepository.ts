/**
 * Fetches a repository by its own protocol: what vouches for it first, then the package lists that this names, each
 * checked against its sum. Gives packed package lists, each with what its signature is worth.
 */
import type { MirrorRequest } from '../../core/exchange/mirrorMessages.ts';
import type { FetchedList, SignatureState } from '../../core/exchange/fetchedList.ts';
import { parseDebRelease, parseReleasedFiles, type ReleasedFile } from '../../core/formats/debRelease.ts';
import { parseRepomd } from '../../core/formats/rpmMetadata.ts';
import { createIssue, failure, success, type Issue, type Result } from '../../core/issue.ts';
import { readList, type ReadList } from '../reading/readList.ts';
import type { Downloader } from './download.ts';
import { checkClearText, checkDetached, readKeys, UNSIGNED, type Keys } from './signature.ts';

/** What is told of a fetch, and when it is (milliseconds since 1970). */
export interface RepositoryOptions {
  readonly signal: AbortSignal;
  readonly now: number;
  readonly onProgress: (file: string, done: number, total: number) => void;
  readonly onIssue: (issue: Issue) => void;
  readonly onList: (list: FetchedList) => void;
}

type Of<F extends MirrorRequest['family']> = Extract<MirrorRequest, { family: F }>;

/** One fetch: the request, its options, and what is shared by all protocols. */
export class Fetch {
  constructor(
    readonly downloader: Downloader,
    readonly keys: Keys,
    readonly options: RepositoryOptions,
  ) {}

  get(url: string, expected?: { size?: number; sha256?: string }): Promise<Result<Uint8Array>> {
    const { signal, onProgress } = this.options;
    const file = url.slice(url.lastIndexOf('/') + 1);
    return this.downloader.get(url, {
      signal,
      expected,
      onProgress: (done, total) => onProgress(file, done, total),
    });
  }

  /** The same, where a file need not be there: null then. */
  async find(url: string): Promise<Result<Uint8Array | null>> {
    const found = await this.get(url);
    return !found.ok && found.issues.every(({ code }) => code === 'mirror.absent') ? success(null) : found;
  }

  /** Reads a fetched file as a package list. One that is not whole is not taken in part. */
  async read(url: string, bytes: Uint8Array): Promise<Result<ReadList>> {
    const { expandedBytes, readingMs, readingBytes } = this.downloader.limits;
    const limits = { time: readingMs, memory: readingBytes, expandedBytes };
    const read = await readList(url, bytes, limits, this.options.signal);
    if (!read.ok) return read;
    const losses = read.value.issues.filter(({ loses }) => loses);
    if (losses.length > 0) return failure(...losses, createIssue('error', 'mirror.notWhole', url));
    read.value.issues.forEach(this.options.onIssue);
    return read;
  }
}

/** Fetches what is asked for. Lists come through `onList` as they are read; the result tells whether all came. */
export async function readRepository(
  downloader: Downloader,
  request: MirrorRequest,
  options: RepositoryOptions,
): Promise<Result<null>> {
  const keys = await readKeys(request.key);
  if (!keys.ok) return keys;
  const fetch = new Fetch(downloader, keys.value, options);
  switch (request.family) {
    case 'deb':
      return readApt(fetch, request);
    case 'alpm':
      return readAlpm(fetch, request);
    case 'rpm':
      return readRpmMd(fetch, request);
  }
}

/** An address below another. */
export const within = (url: string, path: string) => `${url.replace(/\/+$/, '')}/${path}`;

function listOf(
  name: string,
  url: string,
  { family, packages, packed }: ReadList,
  more: Pick<FetchedList, 'date' | 'signature' | 'release'>,
): FetchedList {
  return { name, url, family, packages, packed: Buffer.from(packed).toString('base64'), ...more };
}

/** "Debian Repository Format": `dists/SUITE/InRelease`, or `Release` with `Release.gpg`; then the Packages indexes. */
async function readApt(fetch: Fetch, request: Of<'deb'>): Promise<Result<null>> {
  const folder = within(request.url, `dists/${request.suite}`);
  const head = await readReleaseFile(fetch, folder);
  if (!head.ok) return head;
  const { text, ...signature } = head.value;
  const release = parseDebRelease(text, `${folder}/Release`);
  const { files, byHash, validUntil } = parseReleasedFiles(text, folder);
  if (files.length === 0) return failure(createIssue('error', 'mirror.noFiles', folder));
  if (validUntil !== null && validUntil < fetch.options.now)
    fetch.options.onIssue(createIssue('damage', 'mirror.expired', folder, { until: dateOf(validUntil) }));
  const components = request.components.length ? request.components : release.components;
  for (const component of components) {
    const index = smallestIndex(files, `${component}/binary-${request.architecture}/Packages`);
    if (!index) {
      fetch.options.onIssue(
        createIssue('damage', 'mirror.noIndex', folder, { component, architecture: request.architecture }),
      );
      continue;
    }
    const bytes = await fetchIndex(fetch, folder, index, byHash);
    if (!bytes.ok) return bytes;
    const url = `${folder}/${index.path}`;
    const packages = await fetch.read(url, bytes.value);
    if (!packages.ok) return packages;
    const suite = release.codename || request.suite;
    const name = components.length > 1 ? `${suite} ${component}` : suite;
    fetch.options.onList(listOf(name, url, packages.value, { date: release.date, signature, release }));
  }
  return success(null);
}

/** The release file of a suite with what its signature is worth. */
export async function readReleaseFile(
  fetch: Fetch,
  folder: string,
): Promise<Result<{ text: string } & SignatureState>> {
  const inline = await fetch.find(`${folder}/InRelease`);
  if (!inline.ok) return inline;
  if (inline.value) return success(await checkClearText(inline.value, fetch.keys, fetch.options.now));
  const release = await fetch.get(`${folder}/Release`);
  if (!release.ok) return release;
  const signature = await fetch.find(`${folder}/Release.gpg`);
  if (!signature.ok) return signature;
  const text = new TextDecoder().decode(release.value);
  const worth = signature.value
    ? await checkDetached(release.value, signature.value, fetch.keys, fetch.options.now)
    : UNSIGNED;
  return success({ text, ...worth });
}

/** The forms of an index that can be read; the smallest that is offered is fetched. */
const FORMS = ['.xz', '.zst', '.gz', '.lz4', ''];

function smallestIndex(files: readonly ReleasedFile[], path: string): ReleasedFile | undefined {
  const offered = files.filter((file) => FORMS.some((form) => file.path === path + form));
  return offered.sort((a, b) => a.size - b.size)[0];
}

/** By its hash where that is offered: the index of this very release file, also while the mirror is being renewed. */
async function fetchIndex(
  fetch: Fetch,
  folder: string,
  { path, size, sha256 }: ReleasedFile,
  byHash: boolean,
): Promise<Result<Uint8Array>> {
  const expected = { size, sha256 };
  if (byHash) {
    const parent = path.slice(0, path.lastIndexOf('/'));
    const found = await fetch.get(`${folder}/${parent}/by-hash/SHA256/${sha256}`, expected);
    if (found.ok || found.issues.some(({ code }) => code !== 'mirror.absent')) return found;
  }
  return fetch.get(`${folder}/${path}`, expected);
}

/** alpm: `REPOSITORY.db`, an archive of descriptions, with a detached signature beside it where it is signed. */
async function readAlpm(fetch: Fetch, request: Of<'alpm'>): Promise<Result<null>> {
  const url = within(request.url, `${request.repository}.db`);
  const database = await fetch.get(url);
  if (!database.ok) return database;
  const signature = await fetch.find(`${url}.sig`);
  if (!signature.ok) return signature;
  const worth = signature.value
    ? await checkDetached(database.value, signature.value, fetch.keys, fetch.options.now)
    : UNSIGNED;
  const packages = await fetch.read(url, database.value);
  if (!packages.ok) return packages;
  // A database does not say its own day: it is that on which something was last put into it.
  const { newest } = packages.value;
  const date = dateOf(newest > 0 && newest <= fetch.options.now ? newest : fetch.options.now);
  fetch.options.onList(
    listOf(request.repository, url, packages.value, { date, signature: worth, release: null }),
  );
  return success(null);
}

/** The ISO date of a time. */
export const dateOf = (time: number) => new Date(time).toISOString().slice(0, 10);

/** rpm-md: `repodata/repomd.xml` with its signature names `primary.xml` with its sum. */
async function readRpmMd(fetch: Fetch, request: Of<'rpm'>): Promise<Result<null>> {
  const url = within(request.url, 'repodata/repomd.xml');
  const head = await fetch.get(url);
  if (!head.ok) return head;
  let worth = UNSIGNED;
  for (const suffix of ['asc', 'sig']) {
    const signature = await fetch.find(`${url}.${suffix}`);
    if (!signature.ok) return signature;
    if (!signature.value) continue;
    worth = await checkDetached(head.value, signature.value, fetch.keys, fetch.options.now);
    break;
  }
  const { files, revision, issues } = parseRepomd(new TextDecoder().decode(head.value), url);
  const primary = files.find(({ type }) => type === 'primary');
  if (!primary) return failure(...issues, createIssue('error', 'mirror.noFiles', url));
  if (
    primary.checksumType !== 'sha256' ||
    !/^[^/:][^:]*$/.test(primary.location) ||
    primary.location.includes('..')
  )
    return failure(createIssue('error', 'mirror.noFiles', url));
  const place = within(request.url, primary.location);
  const expected = {
    sha256: primary.checksum.toLowerCase(),
    ...(primary.size > 0 && { size: primary.size }),
  };
  const bytes = await fetch.get(place, expected);
  if (!bytes.ok) return bytes;
  const packages = await fetch.read(place, bytes.value);
  if (!packages.ok) return packages;
  const seconds = Number(revision);
  const date = dateOf(seconds > 1e8 ? seconds * 1000 : fetch.options.now);
  const name = new URL(request.url).pathname.split('/').filter(Boolean).at(-1) ?? new URL(request.url).host;
  fetch.options.onList(listOf(name, place, packages.value, { date, signature: worth, release: null }));
  return success(null);
}
