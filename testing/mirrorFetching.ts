/** Fetching from the sample's stand-in mirror in tests: downloaders, requests of each family, and what is true. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { afterAll, afterEach, beforeAll } from 'vitest';
import type { MirrorRequest } from '../core/exchange/mirrorMessages.ts';
import type { FetchedList } from '../core/exchange/fetchedList.ts';
import type { Issue } from '../core/issue.ts';
import { unpackColumns } from '../core/packages/packSnapshot.ts';
import { createMirror } from '../sample/mirror/mirror.ts';
import { listen, type Listening } from '../server/listen.ts';
import { MirrorCache } from '../server/mirror/cache.ts';
import { DEFAULT_LIMITS, Downloader, type DownloadLimits } from '../server/mirror/download.ts';
import { AllowedHosts } from '../server/mirror/hosts.ts';
import { readRepository } from '../server/mirror/readRepository.ts';
import { builtSample, packageLines, sampleWorld, servedPackages } from './builtSample.ts';

export interface Fetched {
  lists: FetchedList[];
  issues: Issue[];
  codes: string[];
}
/** Opens the mirror for the tests of a file; what they open is closed after each. */
export function openMirrors() {
  const out = builtSample();
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-mirror-'));
  const NOW = Date.parse('2026-11-25T00:00:00Z');
  const key = (owner: string) => readFileSync(join(out, 'mirror/keys', `${owner}.asc`), 'utf8');
  let mirror: Listening;
  const opened: (Listening | Downloader)[] = [];

  beforeAll(async () => {
    mirror = await listen(createMirror(join(out, 'mirror')), 0);
  });
  afterEach(async () => {
    await Promise.all(opened.splice(0).map((each) => each.close()));
  });
  afterAll(async () => {
    await mirror.close();
    rmSync(folder, { recursive: true });
  });

  const LIMITS: DownloadLimits = { ...DEFAULT_LIMITS, fileBytes: 8 << 20, idleMs: 4000, totalMs: 60_000 };
  let caches = 0;
  function downloader(
    limits: Partial<DownloadLimits> = {},
    hosts = [new URL(mirror.address).host],
    cache = join(folder, `cache-${caches++}`),
  ): Downloader {
    const made = new Downloader(new AllowedHosts(hosts), new MirrorCache(cache, 50 << 20), {
      ...LIMITS,
      ...limits,
    });
    opened.push(made);
    return made;
  }

  /** A server for one case. */
  async function serve(configure: (app: express.Express) => void): Promise<Listening> {
    const app = express();
    configure(app);
    const started = await listen(app, 0);
    opened.push(started);
    return started;
  }

  async function fetchAll(
    from: Downloader,
    request: MirrorRequest,
    signal = new AbortController().signal,
  ): Promise<Fetched> {
    const lists: FetchedList[] = [];
    const issues: Issue[] = [];
    const result = await readRepository(from, request, {
      signal,
      now: NOW,
      onProgress: () => undefined,
      onIssue: (issue) => issues.push(issue),
      onList: (list) => lists.push(list),
    });
    const all = [...issues, ...(result.ok ? [] : result.issues)];
    return { lists, issues: all, codes: all.map(({ code }) => code) };
  }
  const larkspur = (
    fault = '',
    more: Partial<Extract<MirrorRequest, { family: 'deb' }>> = {},
  ): MirrorRequest => ({
    family: 'deb',
    url: `${mirror.address}${fault}/larkspur.example/archive`,
    key: key('larkspur'),
    suite: 'brindle',
    components: [],
    architecture: 'amd64',
    ...more,
  });
  const copperline = (fault = ''): MirrorRequest => ({
    family: 'alpm',
    url: `${mirror.address}${fault}/copperline.example/repo/first/os/x86_64`,
    key: key('copperline'),
    repository: 'first',
  });
  const graywether = (fault = ''): MirrorRequest => ({
    family: 'rpm',
    url: `${mirror.address}${fault}/graywether.example/releases/21/everything`,
    key: key('graywether'),
  });
  const linesOf = (list: FetchedList) => {
    const columns = unpackColumns(new Uint8Array(Buffer.from(list.packed, 'base64')), list.name);
    if (!columns.ok) throw new Error('not unpacked');
    return packageLines(columns.value);
  };
  const truth = (id: string) => {
    const { world, repositories } = sampleWorld();
    return servedPackages(world, repositories.get(id)!).join('\n');
  };

  return {
    ...{ out, folder, now: NOW, limits: LIMITS, opened, key, downloader, serve, fetchAll },
    ...{ larkspur, copperline, graywether, linesOf, truth },
    address: () => mirror.address,
  };
}
