/** Fetching from mirrors, against the sample's stand-in mirror and its faults, and against servers made for one case. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import type { MirrorRequest } from '../../core/exchange/mirrorMessages.ts';
import { createMirror } from '../../sample/mirror/mirror.ts';
import { openMirrors } from '../../testing/mirrorFetching.ts';
import { MirrorCache } from './cache.ts';
import { Downloader } from './download.ts';

const { out, folder, key, downloader, serve, fetchAll, ...mirrors } = openMirrors();
const { larkspur, copperline, graywether, linesOf, truth } = mirrors;

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
    expect([lists, codes]).toEqual([[], ['compressed.tooLarge', 'deb822.broken', 'mirror.notWhole']]);
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
      sha256: createHash('sha256').update(new Uint8Array(1000)).digest('hex'),
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
