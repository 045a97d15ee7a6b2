/**
 * Gets files of a mirror: within limits of size and time, asking again only for what changed (RFC 9110, 13), taking up a
 * download that broke off where it stopped (RFC 9110, 14), following redirects within the same host only.
 */
import { createHash, type Hash } from 'node:crypto';
import { Agent, buildConnector, request, type Dispatcher } from 'undici';
import { concatBytes } from '../../core/formats/byteStream.ts';
import { createIssue, failure, success, type Result } from '../../core/issue.ts';
import { MirrorCache, type CachedFile } from './cache.ts';
import { PrivateAddressError, portOf, type AllowedHosts } from './hosts.ts';

export interface DownloadLimits {
  /** The most that one file may have, in bytes, as it is sent. */
  readonly fileBytes: number;
  /** The most that a file may expand to, in bytes. */
  readonly expandedBytes: number;
  /** The longest silence, in milliseconds. */
  readonly idleMs: number;
  /** The longest that one repository may take, in milliseconds. */
  readonly totalMs: number;
  /** The most time and memory that reading one file may take, in milliseconds and bytes. */
  readonly readingMs: number;
  readonly readingBytes: number;
  /** Downloads at a time, of all who ask. */
  readonly concurrent: number;
}

export const DEFAULT_LIMITS: DownloadLimits = {
  fileBytes: 256 << 20,
  expandedBytes: 1 << 30,
  idleMs: 20_000,
  totalMs: 15 * 60_000,
  readingMs: 60_000,
  readingBytes: 800 << 20,
  concurrent: 2,
};

/** What a file is known to be before it comes. */
export interface Expected {
  readonly size?: number;
  /** Lower-case hexadecimal. */
  readonly sha256?: string;
}

interface DownloadOptions {
  readonly signal: AbortSignal;
  readonly expected?: Expected;
  readonly onProgress?: (done: number, total: number) => void;
}

/** How often a broken download is taken up again, and how many redirects are followed. */
const TRIES = 4;
const REDIRECTS = 3;

/** Asks mirrors; one for a server. */
export class Downloader {
  private readonly agent: Agent;

  constructor(
    readonly hosts: AllowedHosts,
    readonly cache: MirrorCache,
    readonly limits: DownloadLimits = DEFAULT_LIMITS,
  ) {
    this.agent = new Agent({
      // The port decides too whether an address may be asked.
      connect: (options, done) =>
        buildConnector({
          lookup: hosts.lookupFor(portOf(options.protocol, options.port)) as never,
          timeout: limits.idleMs,
        })(options, done),
      headersTimeout: limits.idleMs,
      bodyTimeout: limits.idleMs,
      connections: 2,
    });
  }

  close(): Promise<void> {
    return this.agent.close();
  }

  /**
   * The bytes of a file. Issues: those of `AllowedHosts.check`; `mirror.absent` (404), `mirror.status`,
   * `mirror.redirect`, `mirror.tooLarge`, `mirror.broken` (it broke off, again and again), `mirror.checksum`,
   * `mirror.private`, `mirror.unreachable`, `mirror.stopped`.
   */
  async get(address: string, options: DownloadOptions): Promise<Result<Uint8Array>> {
    const checked = this.hosts.check(address);
    if (!checked.ok) return checked;
    const url = checked.value.href;
    const cached = await this.cache.get(url);
    const { expected } = options;
    if (cached && expected?.sha256 && cached.sha256 === expected.sha256) return success(cached.bytes);
    const fetched = await this.fetch(url, options, expected?.sha256 ? null : cached);
    if (!fetched.ok) return fetched;
    const { bytes } = fetched.value;
    if (
      (expected?.size !== undefined && expected.size !== bytes.length) ||
      (expected?.sha256 !== undefined && expected.sha256 !== fetched.value.sha256)
    )
      return failure(createIssue('error', 'mirror.checksum', url));
    if (fetched.value !== cached) await this.cache.put(fetched.value);
    return success(bytes);
  }

  private async fetch(
    url: string,
    options: DownloadOptions,
    cached: CachedFile | null,
  ): Promise<Result<CachedFile>> {
    const partial: Partial = { parts: [], length: 0, hash: createHash('sha256'), etag: '', modified: '' };
    let reason = '';
    for (let attempt = 0; attempt < TRIES; attempt++) {
      try {
        const answer = await this.ask(url, options, cached, partial);
        if (answer) return answer;
      } catch (error) {
        const refused = this.refusal(url, error, options.signal);
        if (refused) return refused;
        reason = error instanceof Error ? error.message : String(error);
        if (partial.length === 0) break; // it did not even begin
      }
    }
    return failure(
      partial.length > 0
        ? createIssue('error', 'mirror.broken', url, { bytes: partial.length, tries: TRIES })
        : createIssue('error', 'mirror.unreachable', url, { reason }),
    );
  }

  /** A failure that asking again does not mend. */
  private refusal(url: string, error: unknown, signal: AbortSignal): Result<never> | null {
    if (signal.aborted) {
      const isTimeout = (signal.reason as Error | undefined)?.name === 'TimeoutError';
      return failure(createIssue('error', isTimeout ? 'mirror.timeout' : 'mirror.stopped', url));
    }
    const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error;
    if (cause instanceof PrivateAddressError)
      return failure(
        createIssue('error', 'mirror.private', url, { host: cause.host, address: cause.address }),
      );
    return null;
  }

  /** One request. Null when the answer was unusable and is to be asked for again; throws when it breaks off. */
  private async ask(
    url: string,
    options: DownloadOptions,
    cached: CachedFile | null,
    partial: Partial,
  ): Promise<Result<CachedFile> | null> {
    const response = await this.follow(url, options, headersOf(cached, partial));
    if (!response.ok) return response;
    const { statusCode, headers, body } = response.value;
    const discard = async (result: Result<CachedFile>) => {
      await body.dump({ limit: 64 << 10, signal: options.signal }).catch(() => undefined);
      return result;
    };
    if (statusCode === 304 && cached) return discard(success(cached));
    if (statusCode === 404 || statusCode === 410)
      return discard(failure(createIssue('error', 'mirror.absent', url)));
    if (statusCode !== 200 && statusCode !== 206)
      return discard(failure(createIssue('error', 'mirror.status', url, { status: statusCode })));
    const continues = statusCode === 206 && startOf(headers['content-range']) === partial.length;
    if (!continues) Object.assign(partial, { parts: [], length: 0, hash: createHash('sha256') });
    partial.etag = String(headers.etag ?? '');
    partial.modified = String(headers['last-modified'] ?? '');
    const most = options.expected?.size ?? this.limits.fileBytes;
    const announced = partial.length + Number(headers['content-length'] ?? 0);
    const tooLarge = () =>
      failure(createIssue('error', 'mirror.tooLarge', url, { limit: Math.min(most, this.limits.fileBytes) }));
    if (announced > Math.min(most, this.limits.fileBytes)) return discard(tooLarge());
    for await (const piece of body) {
      const bytes = piece as Uint8Array;
      partial.parts.push(bytes);
      partial.length += bytes.length;
      partial.hash.update(bytes);
      if (partial.length > Math.min(most, this.limits.fileBytes)) {
        body.destroy();
        return tooLarge();
      }
      options.onProgress?.(partial.length, options.expected?.size ?? announced);
    }
    return success({
      url,
      etag: partial.etag,
      modified: partial.modified,
      bytes: concatBytes(partial.parts),
      sha256: partial.hash.digest('hex'),
    });
  }

  private async follow(
    url: string,
    { signal }: DownloadOptions,
    headers: Record<string, string>,
  ): Promise<Result<Dispatcher.ResponseData>> {
    let at = url;
    for (let hop = 0; hop <= REDIRECTS; hop++) {
      const response = await request(at, { dispatcher: this.agent, signal, headers });
      const location = response.headers.location;
      if (![301, 302, 303, 307, 308].includes(response.statusCode) || typeof location !== 'string')
        return success(response);
      await response.body.dump().catch(() => undefined);
      const next = URL.canParse(location, at) ? new URL(location, at) : null;
      if (!next || next.host !== new URL(url).host)
        return failure(
          createIssue('error', 'mirror.redirect', url, { to: next?.host ?? location.slice(0, 200) }),
        );
      at = next.href;
    }
    return failure(createIssue('error', 'mirror.redirect', url, { to: new URL(url).host }));
  }
}

interface Partial {
  parts: Uint8Array[];
  length: number;
  /** Of what has come. */
  hash: Hash;
  etag: string;
  modified: string;
}

/** Asks for the rest of what has come, if it is still the same file; else whether what is at hand has changed. */
function headersOf(cached: CachedFile | null, partial: Partial): Record<string, string> {
  const headers: Record<string, string> = { 'accept-encoding': 'identity', 'user-agent': 'aspen-ridge' };
  const validator = partial.etag.startsWith('W/') ? partial.modified : partial.etag || partial.modified;
  if (partial.length > 0 && validator)
    return { ...headers, range: `bytes=${partial.length}-`, 'if-range': validator };
  if (cached?.etag) headers['if-none-match'] = cached.etag;
  if (cached?.modified) headers['if-modified-since'] = cached.modified;
  return headers;
}

/** The first byte that a `Content-Range: bytes 500-999/1000` answer has; -1 without one. */
function startOf(range: string | string[] | undefined): number {
  const match = /^bytes (\d+)-/.exec(String(range ?? ''));
  return match ? Number(match[1]) : -1;
}
