/** Looks at what vouches for a repository, and at nothing else: its release file, its database or its `repomd.xml`. */
import { createHash } from 'node:crypto';
import type { MirrorRequest } from '../../core/exchange/mirrorMessages.ts';
import type { Looked } from '../../core/overview/watching.ts';
import { parseDebRelease, parseReleasedFiles } from '../../core/formats/debRelease.ts';
import { parseRepomd } from '../../core/formats/rpmMetadata.ts';
import { success, type Result } from '../../core/issue.ts';
import type { Downloader } from './download.ts';
import { dateOf, Fetch, readReleaseFile, within, type RepositoryOptions } from './readRepository.ts';
import { checkDetached, readKeys, UNSIGNED } from './signature.ts';

/** What is seen now. Issues where it cannot be had. */
export async function lookAt(
  downloader: Downloader,
  request: MirrorRequest,
  options: Pick<RepositoryOptions, 'signal' | 'now'>,
): Promise<Result<Looked>> {
  const keys = await readKeys(request.key);
  if (!keys.ok) return keys;
  const silent = {
    ...options,
    onProgress: () => undefined,
    onIssue: () => undefined,
    onList: () => undefined,
  };
  const fetch = new Fetch(downloader, keys.value, silent);
  return request.family === 'deb' ? lookAtApt(fetch, request) : lookAtFile(fetch, request);
}

const NOTHING_SAID = { suite: '', codename: '', version: '', date: '', validUntil: '' };
const sumOf = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

async function lookAtApt(
  fetch: Fetch,
  request: Extract<MirrorRequest, { family: 'deb' }>,
): Promise<Result<Looked>> {
  const folder = within(request.url, `dists/${request.suite}`);
  const head = await readReleaseFile(fetch, folder);
  if (!head.ok) return head;
  const { text, state, signer } = head.value;
  const { suite, codename, version, date } = parseDebRelease(text, `${folder}/Release`);
  const { validUntil } = parseReleasedFiles(text, folder);
  return success({
    ...{ checksum: sumOf(text), suite, codename, version, date, signature: state, signer },
    validUntil: validUntil === null ? '' : dateOf(validUntil),
  });
}

async function lookAtFile(
  fetch: Fetch,
  request: Extract<MirrorRequest, { family: 'alpm' | 'rpm' }>,
): Promise<Result<Looked>> {
  const isAlpm = request.family === 'alpm';
  const url = within(request.url, isAlpm ? `${request.repository}.db` : 'repodata/repomd.xml');
  const head = await fetch.get(url);
  if (!head.ok) return head;
  let worth = UNSIGNED;
  for (const suffix of isAlpm ? ['sig'] : ['asc', 'sig']) {
    const signature = await fetch.find(`${url}.${suffix}`);
    if (!signature.ok) return signature;
    if (!signature.value) continue;
    worth = await checkDetached(head.value, signature.value, fetch.keys, fetch.options.now);
    break;
  }
  const seconds = isAlpm ? 0 : Number(parseRepomd(new TextDecoder().decode(head.value), url).revision);
  return success({
    ...NOTHING_SAID,
    checksum: sumOf(head.value),
    date: seconds > 1e8 ? dateOf(seconds * 1000) : '',
    signature: worth.state,
    signer: worth.signer,
  });
}
