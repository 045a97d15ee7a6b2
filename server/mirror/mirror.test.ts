/** Fetching from mirrors, against the sample's stand-in mirror and its faults, and against servers made for one case. */
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import express from 'express';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { FetchedList, MirrorEvent, MirrorRequest } from '../../core/exchange/mirrorMessages.ts';
import type { Issue } from '../../core/issue.ts';
import { unpackColumns } from '../../core/packages/packSnapshot.ts';
import { createMirror } from '../../sample/mirror/mirror.ts';
import { builtSample, packageLines, sampleWorld, servedPackages } from '../../testing/builtSample.ts';
import { createApp } from '../app.ts';
import { listen, type Listening } from '../listen.ts';
import { createMirrorApi } from './api.ts';
import { MirrorCache } from './cache.ts';
import { DEFAULT_LIMITS, Downloader, type DownloadLimits } from './download.ts';
import { AllowedHosts } from './hosts.ts';
import { readRepository } from './readRepository.ts';

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

interface Fetched {
  lists: FetchedList[];
  issues: Issue[];
  codes: string[];
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

describe('a repository by its protocol', () => {
  it.each([
    ['deb', () => larkspur(), 'larkspur-brindle', 'brindle', '2026-11-20'],
    ['alpm', () => copperline(), 'copperline-first', 'first', '2026-11-20'],
    ['rpm', () => graywether(), 'graywether-21', 'everything', '2025-12-02'],
  ] as const)('%s: every package, verified, with its date', async (family, request, id, name, date) => {
    const { lists, codes } = await fetchAll(downloader(), request());
    expect(codes).toEqual([]);
    expect(lists).toHaveLength(1);
    expect(lists[0]).toMatchObject({ family, name, signature: { state: 'verified' } });
    expect(lists[0].date <= date).toBe(true);
    expect(lists[0].date > '2025-10').toBe(true);
    expect(lists[0].signature.signer).toContain('archive@');
    expect(linesOf(lists[0]) === truth(id)).toBe(true);
  });
  it('is never called verified without the key, with another key, or when it is not signed', async () => {
    const states = async (request: MirrorRequest) =>
      (await fetchAll(downloader(), request)).lists.map(({ signature }) => signature.state);
    for (const make of [larkspur, copperline, graywether]) {
      expect(await states({ ...make(), key: '' })).toEqual(['unchecked']);
      expect(await states({ ...make(), key: key('fenwick') })).toEqual(['bad']);
      expect(await states(make('/~other-key'))).toEqual(['bad']);
      expect(await states(make('/~unsigned'))).toEqual(['none']);
    }
  });
  it('takes a key as a binary file too, and says when it is none', async () => {
    const binary = readFileSync(join(out, 'mirror/keys/larkspur.gpg')).toString('base64');
    expect((await fetchAll(downloader(), larkspur('', { key: binary }))).lists[0].signature.state).toBe(
      'verified',
    );
    expect((await fetchAll(downloader(), larkspur('', { key: 'bm8ga2V5' }))).codes).toEqual(['mirror.key']);
  });
  it('says what is not there: suite, component, architecture', async () => {
    expect((await fetchAll(downloader(), larkspur('', { suite: 'absent' }))).codes).toEqual([
      'mirror.absent',
    ]);
    const { codes, lists } = await fetchAll(downloader(), larkspur('', { components: ['stock', 'absent'] }));
    expect([codes, lists.length]).toEqual([['mirror.noIndex'], 1]);
    expect((await fetchAll(downloader(), larkspur('', { architecture: 'mips' }))).codes).toEqual([
      'mirror.noIndex',
    ]);
  });
});

describe('a misbehaving mirror', () => {
  it.each([
    ['cut', ['mirror.broken'], ['mirror.broken'], ['mirror.broken']],
    ['checksum', ['mirror.checksum'], null, ['mirror.checksum']],
    ['missing', ['mirror.absent'], ['mirror.absent'], ['mirror.absent']],
    ['error', ['mirror.status'], ['mirror.status'], ['mirror.status']],
    ['endless', ['mirror.tooLarge'], ['mirror.tooLarge'], ['mirror.tooLarge']],
    ['redirect', ['mirror.redirect'], ['mirror.redirect'], ['mirror.redirect']],
  ] as const)(
    '~%s: nothing is taken, and the reason is told',
    async (fault, deb, alpm, rpm) => {
      for (const [make, expected] of [
        [larkspur, deb],
        [copperline, alpm],
        [graywether, rpm],
      ] as const) {
        const { lists, codes } = await fetchAll(downloader(), make(`/~${fault}`));
        if (expected === null) {
          // alpm has no sums: a changed database is damaged, or its signature does not hold.
          expect(
            codes.includes('mirror.notAList') || lists.every(({ signature }) => signature.state === 'bad'),
          ).toBe(true);
        } else expect([lists.length, codes]).toEqual([0, expected]);
      }
    },
    60_000,
  );
  it('~stale: an old state is taken for what it is', async () => {
    const { lists } = await fetchAll(downloader(), larkspur('/~stale'));
    expect(lists[0].signature.state).toBe('verified');
    expect(lists[0].date < '2026-11-20').toBe(true);
  });
  it('~slow: goes on as long as something comes, and stops at once when told', async () => {
    const stop = new AbortController();
    const started = performance.now();
    setTimeout(() => stop.abort(), 700);
    const { lists, codes } = await fetchAll(downloader(), larkspur('/~slow'), stop.signal);
    expect([lists.length, codes]).toEqual([0, ['mirror.stopped']]);
    expect(performance.now() - started).toBeLessThan(3000);
  });
  it('that is silent is given up after the idle time', async () => {
    const silent = await serve((app) => app.use(() => undefined));
    const from = downloader({ idleMs: 600 }, [new URL(silent.address).host]);
    const { codes } = await fetchAll(from, { ...graywether(), url: silent.address });
    expect(codes).toEqual(['mirror.unreachable']);
  });
  it('with a list that expands without end is refused', async () => {
    const bomb = gzipSync(Buffer.alloc(30 << 20, 'Package: a\nVersion: 1\n\n'));
    const sum = createHash('sha256').update(bomb).digest('hex');
    const evil = await serve((app) => {
      app.get(
        '/dists/s/Release',
        (_request, response) =>
          void response
            .type('text')
            .send(
              `Codename: s\nComponents: main\nSHA256:\n ${sum} ${bomb.length} main/binary-amd64/Packages.gz\n`,
            ),
      );
      app.get(
        '/dists/s/main/binary-amd64/Packages.gz',
        (_request, response) => void response.type('application/octet-stream').send(bomb),
      );
    });
    const from = downloader({ expandedBytes: 1 << 20 }, [new URL(evil.address).host]);
    const { lists, codes } = await fetchAll(from, larkspur('', { url: evil.address, suite: 's', key: '' }));
    expect([lists, codes]).toEqual([[], ['compressed.tooLarge', 'deb822.broken', 'mirror.notAList']]);
  });
  it('whose release file has ended is told of', async () => {
    const list = Buffer.from('Package: a\nVersion: 1\n');
    const sum = createHash('sha256').update(list).digest('hex');
    const old = await serve((app) => {
      app.get(
        '/dists/s/Release',
        (_request, response) =>
          void response
            .type('text')
            .send(
              `Codename: s\nComponents: main\nValid-Until: Sun, 01 Mar 2026 00:00:00 UTC\nSHA256:\n ${sum} ${list.length} main/binary-amd64/Packages\n`,
            ),
      );
      app.get(
        '/dists/s/main/binary-amd64/Packages',
        (_request, response) => void response.type('text').send(list),
      );
    });
    const from = downloader({}, [new URL(old.address).host]);
    const { lists, codes } = await fetchAll(from, larkspur('', { url: old.address, suite: 's' }));
    expect([lists.length, lists[0].signature.state, codes]).toEqual([1, 'none', ['mirror.expired']]);
  });
});

describe('downloads', () => {
  const BYTES = Buffer.alloc(400_000, 'abcdefgh');
  const get = (from: Downloader, url: string) => from.get(url, { signal: new AbortController().signal });
  it('go on where they broke off, when the file is still the same', async () => {
    const ranges: (string | undefined)[] = [];
    const server = await serve((app) =>
      app.get('/file', (request, response) => {
        ranges.push(request.headers.range);
        response.set({ ETag: '"one"', 'Accept-Ranges': 'bytes' });
        if (ranges.length === 1) {
          response.set('Content-Length', String(BYTES.length));
          response.write(BYTES.subarray(0, 250_000), () => setTimeout(() => response.destroy(), 50));
          return;
        }
        expect(request.headers['if-range']).toBe('"one"');
        const from = Number(/\d+/.exec(request.headers.range ?? '')![0]);
        response.status(206).set('Content-Range', `bytes ${from}-${BYTES.length - 1}/${BYTES.length}`);
        response.end(BYTES.subarray(from));
      }),
    );
    const got = await get(downloader({}, [new URL(server.address).host]), `${server.address}/file`);
    expect(got.ok && Buffer.from(got.value).equals(BYTES)).toBe(true);
    expect(ranges).toHaveLength(2);
    expect(ranges[1]).toMatch(/^bytes=[1-9]\d*-$/);
  });
  it('begin anew when the file has changed meanwhile', async () => {
    let asked = 0;
    const server = await serve((app) =>
      app.get('/file', (_request, response) => {
        response.set('ETag', `"${asked++}"`);
        if (asked === 1) {
          response.set('Content-Length', String(BYTES.length));
          response.write(BYTES.subarray(0, 9000), () => setTimeout(() => response.destroy(), 50));
        } else response.end(BYTES);
      }),
    );
    const got = await get(downloader({}, [new URL(server.address).host]), `${server.address}/file`);
    expect(got.ok && Buffer.from(got.value).equals(BYTES)).toBe(true);
  });
  it('ask only for what changed, and not at all for what has the right sum', async () => {
    const statuses: number[] = [];
    const watched = await serve((app) => {
      app.use((_request, response, next) => {
        response.on('finish', () => statuses.push(response.statusCode));
        next();
      });
      app.use(createMirror(join(out, 'mirror')));
    });
    const from = downloader({}, [new URL(watched.address).host]);
    const request = { ...larkspur(), url: `${watched.address}/larkspur.example/archive` } as MirrorRequest;
    const first = await fetchAll(from, request);
    expect(statuses).toEqual([200, 200]);
    const second = await fetchAll(from, request);
    expect(statuses).toEqual([200, 200, 304]);
    expect(second.lists[0].packed === first.lists[0].packed).toBe(true);
    expect(second.lists[0].signature.state).toBe('verified');
  });
  it('do not take a damaged cache for the file', async () => {
    const cache = join(folder, 'damaged');
    await fetchAll(downloader({}, undefined, cache), larkspur());
    for (const name of readdirSync(cache))
      if (name.endsWith('.data')) writeFileSync(join(cache, name), 'damaged');
    expect((await fetchAll(downloader({}, undefined, cache), larkspur())).lists[0].signature.state).toBe(
      'verified',
    );
  });
  it('follow a redirect within the host', async () => {
    const server = await serve((app) => {
      app.get('/a', (_request, response) => response.redirect('/b'));
      app.get('/b', (_request, response) => void response.send('here'));
    });
    const from = downloader({}, [new URL(server.address).host]);
    const got = await get(from, `${server.address}/a`);
    expect(got.ok && Buffer.from(got.value).toString()).toBe('here');
  });
  it('keep the cache within its limit, dropping what was used longest ago', async () => {
    const cache = new MirrorCache(join(folder, 'small'), 2500);
    const file = (name: string) => ({
      url: `http://x.example/${name}`,
      etag: '',
      modified: '',
      bytes: new Uint8Array(1000),
    });
    for (const name of ['a', 'b']) await cache.put(file(name));
    await new Promise((resolve) => setTimeout(resolve, 20));
    await cache.get('http://x.example/a');
    await new Promise((resolve) => setTimeout(resolve, 20));
    await cache.put(file('c'));
    expect(await cache.get('http://x.example/b')).toBeNull();
    expect((await cache.get('http://x.example/a'))?.bytes).toHaveLength(1000);
    await cache.put({ ...file('large'), bytes: new Uint8Array(3000) });
    expect(await cache.get('http://x.example/large')).toBeNull();
  });
});

describe('the answers to the interface', () => {
  async function start(limits: Partial<DownloadLimits> = {}): Promise<Listening> {
    const app = createApp({
      web: folder,
      sample: folder,
      mirrors: createMirrorApi(downloader(limits), () => NOW),
    });
    const started = await listen(app, 0);
    opened.push(started);
    return started;
  }
  const post = (address: string, body: unknown, headers: Record<string, string> = {}, signal?: AbortSignal) =>
    fetch(`${address}/api/mirror`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: typeof body === 'string' ? body : JSON.stringify(body),
      signal,
    });
  const eventsOf = async (response: Response) =>
    (await response.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as MirrorEvent);

  it('come line by line: progress, lists, the end', async () => {
    const { address } = await start();
    const events = await eventsOf(await post(address, larkspur()));
    expect(events.at(-1)).toEqual({ type: 'done' });
    expect(events.map(({ type }) => type)).toContain('progress');
    expect(events.filter(({ type }) => type === 'list')).toHaveLength(1);
    expect(await (await fetch(`${address}/api/mirror`)).json()).toEqual({
      hosts: [new URL(mirror.address).host],
      fileBytes: LIMITS.fileBytes,
    });
  });
  it('say what failed', async () => {
    const { address } = await start();
    const [failed] = await eventsOf(await post(address, { ...larkspur(), url: 'http://elsewhere.example/' }));
    expect(failed).toMatchObject({ type: 'failed', issues: [{ code: 'mirror.notListed' }] });
  });
  it('refuse requests that are not valid, foreign pages, and other names of this machine', async () => {
    const { address } = await start();
    for (const bad of [
      '{',
      '[]',
      { family: 'deb' },
      { ...larkspur(), suite: '../../etc' },
      { ...larkspur(), suite: 'a b' },
      { ...larkspur(), url: 'file:///etc' },
      { ...larkspur(), more: 1 },
    ]) {
      const response = await post(address, bad);
      expect([response.status, ((await response.json()) as { issues: Issue[] }).issues[0].code]).toEqual([
        400,
        'mirror.request',
      ]);
    }
    for (const headers of [{ origin: 'http://evil.example' }, { 'sec-fetch-site': 'cross-site' }] as Record<
      string,
      string
    >[])
      expect((await post(address, larkspur(), headers)).status).toBe(403);
    expect((await fetch(`${address}/api/other`)).status).toBe(404);
  });
  it('stop the fetch when the page goes, and let only so many run at a time', async () => {
    const { address } = await start({ concurrent: 1 });
    const leave = new AbortController();
    const slow = await post(address, larkspur('/~slow'), {}, leave.signal);
    await slow.body!.getReader().read();
    expect((await post(address, larkspur())).status).toBe(429);
    leave.abort();
    let status = 429;
    for (let i = 0; i < 50 && status === 429; i++) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      status = (await post(address, larkspur())).status;
    }
    expect(status).toBe(200);
  });
});
