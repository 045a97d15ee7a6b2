import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as openpgp from 'openpgp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listen, type Listening } from '../../server/listen.ts';
import { builtSample } from '../../testing/builtSample.ts';
import { FAULTS } from './faults.ts';
import { createMirror } from './mirror.ts';

const tree = join(builtSample(), 'mirror');
const SUITE = 'larkspur.example/archive/dists/brindle';
const INDEX = `${SUITE}/stock/binary-amd64/Packages.gz`;
let mirror: Listening;

beforeAll(async () => {
  mirror = await listen(createMirror(tree), 0);
});
afterAll(() => mirror.close());

const get = (path: string, init?: RequestInit) => fetch(`${mirror.address}/${path}`, init);
const bytesOf = async (response: Response) => Buffer.from(await response.arrayBuffer());
const onDisk = (path: string) => readFileSync(join(tree, path));

describe('the stand-in mirror', () => {
  it('serves files with an entity tag and the date of their index, and answers conditional requests', async () => {
    const response = await get(INDEX);
    expect(response.headers.get('last-modified')).toBe('Fri, 20 Nov 2026 12:00:00 GMT');
    expect((await bytesOf(response)).equals(onDisk(INDEX))).toBe(true);
    const etag = response.headers.get('etag')!;
    expect(
      (await get(INDEX, { headers: { 'if-none-match': etag, 'cache-control': 'max-age=0' } })).status,
    ).toBe(304);
    const since = response.headers.get('last-modified')!;
    expect(
      (await get(INDEX, { headers: { 'if-modified-since': since, 'cache-control': 'max-age=0' } })).status,
    ).toBe(304);
  });
  it('resumes a file in the middle', async () => {
    const whole = onDisk(INDEX);
    const response = await get(INDEX, { headers: { range: 'bytes=1000-1999' } });
    expect(response.status).toBe(206);
    expect(response.headers.get('content-range')).toBe(`bytes 1000-1999/${whole.length}`);
    expect((await bytesOf(response)).equals(whole.subarray(1000, 2000))).toBe(true);
  });
  it('says what it is, and has nothing outside its tree', async () => {
    const text = await (await get('')).text();
    for (const word of ['/larkspur.example', '/~cut', 'invented']) expect(text).toContain(word);
    for (const path of ['absent.example/x', '%2e%2e/catalogue.json', '~slow/%2e%2e/catalogue.json', 'keys/'])
      expect((await get(path)).status, path).toBe(404);
  });
  it('has the key that signs, and older states of its repositories', async () => {
    const key = await openpgp.readKey({ armoredKey: await (await get('keys/larkspur.asc')).text() });
    const message = await openpgp.readCleartextMessage({
      cleartextMessage: await (await get(`${SUITE}/InRelease`)).text(),
    });
    const { signatures } = await openpgp.verify({ message, verificationKeys: key });
    await expect(signatures[0].verified).resolves.toBe(true);
    expect(
      existsSync(join(tree, 'copperline.example/repo/snapshots/2025-11-19/first/os/x86_64/first.db')),
    ).toBe(true);
  });
});

describe('its faults', () => {
  it('are all described, and leave the other kind of file alone', async () => {
    for (const { name, says } of FAULTS) expect(`${name} ${says}`).toMatch(/^[a-z-]+ [a-z].{10,}$/);
    for (const fault of ['cut', 'checksum', 'missing', 'endless'])
      expect(
        (await bytesOf(await get(`~${fault}/${SUITE}/InRelease`))).equals(onDisk(`${SUITE}/InRelease`)),
        fault,
      ).toBe(true);
    expect((await bytesOf(await get(`~unsigned/${INDEX}`))).equals(onDisk(INDEX))).toBe(true);
  });
  it('change one byte, break off, answer nothing or 503, send elsewhere', async () => {
    const whole = onDisk(INDEX);
    const changed = await bytesOf(await get(`~checksum/${INDEX}`));
    expect(changed.filter((byte, i) => byte !== whole[i])).toHaveLength(1);
    const cut = await get(`~cut/${INDEX}`);
    expect(cut.headers.get('content-length')).toBe(String(whole.length));
    await expect(cut.arrayBuffer()).rejects.toThrow();
    expect((await get(`~missing/${INDEX}`)).status).toBe(404);
    expect((await get(`~unsigned/${SUITE}/InRelease`)).status).toBe(404);
    expect((await get(`~error/${SUITE}/InRelease`)).status).toBe(503);
    const away = await get(`~redirect/${INDEX}`, { redirect: 'manual' });
    expect([away.status, away.headers.get('location')]).toEqual([302, `http://elsewhere.invalid/${INDEX}`]);
  });
  it('serve an old state, rightly signed', async () => {
    const text = await (await get(`~stale/${SUITE}/InRelease`)).text();
    expect(text).toContain('Sat, 14 Jun 2025');
    const verificationKeys = await openpgp.readKey({ armoredKey: onDisk('keys/larkspur.asc').toString() });
    const message = await openpgp.readCleartextMessage({ cleartextMessage: text });
    const { signatures } = await openpgp.verify({ message, verificationKeys });
    await expect(signatures[0].verified).resolves.toBe(true);
  });
  it('sign the right text by another key', async () => {
    const text = await (await get(`~other-key/${SUITE}/InRelease`)).text();
    const verificationKeys = await openpgp.readKey({ armoredKey: onDisk('keys/larkspur.asc').toString() });
    const message = await openpgp.readCleartextMessage({ cleartextMessage: text });
    expect(message.getText().trim()).toBe(onDisk(`${SUITE}/Release`).toString().trim());
    const { signatures } = await openpgp.verify({ message, verificationKeys });
    await expect(signatures[0].verified).rejects.toThrow();
    const detached = await bytesOf(await get(`~other-key/${SUITE}/Release.gpg`));
    expect(detached.equals(onDisk(`${SUITE}/Release.gpg`))).toBe(false);
  });
  it('go on without end until the client leaves, and slowly', async () => {
    const stop = new AbortController();
    const response = await get(`~endless/${INDEX}`, { signal: stop.signal });
    expect(response.headers.get('content-length')).toBeNull();
    let received = 0;
    for await (const piece of response.body!) if ((received += piece.length) > 1 << 22) break;
    stop.abort();
    expect(received).toBeGreaterThan(1 << 22);

    const slow = new AbortController();
    const started = performance.now();
    const body = (await get(`~slow/${INDEX}`, { signal: slow.signal })).body!.getReader();
    let pieces = 0;
    for (let bytes = 0; bytes < 3 * 16384; pieces++) bytes += (await body.read()).value!.length;
    expect(performance.now() - started).toBeGreaterThan(350);
    slow.abort();
  });
});
