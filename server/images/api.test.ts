/** Images on the server's side: only those below allowed folders are listed and read, whatever is asked for. */
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { assembleDrop } from '../../core/capture/system.ts';
import { readFiles } from '../../core/capture/readFiles.ts';
import type { ServerImages } from '../../core/exchange/imageMessages.ts';
import { piecesOf } from '../../core/formats/byteStream.ts';
import type { Issue } from '../../core/issue.ts';
import { writeTree } from '../../testing/imageTrees.ts';
import { describeWith, run } from '../../testing/tools.ts';
import { createApp } from '../app.ts';
import { listen, type Listening } from '../listen.ts';
import { AllowedImages } from './allowedImages.ts';
import { createImagesApi } from './api.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-images-'));
const at = (path: string) => join(folder, path);
const opened: Listening[] = [];
afterEach(() => Promise.all(opened.splice(0).map((each) => each.close())));
afterAll(() => rmSync(folder, { recursive: true }));

async function start(folders: readonly string[], limits?: Parameters<typeof createImagesApi>[1]) {
  const images = createImagesApi(new AllowedImages(folders), limits);
  const server = await listen(createApp({ web: folder, sample: folder, images }), 0);
  opened.push(server);
  return `${server.address}/api/images`;
}
const post = (address: string, body: unknown, headers: Record<string, string> = {}, signal?: AbortSignal) =>
  fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
    signal,
  });
const refusal = async (response: Response) => [
  response.status,
  ((await response.json()) as { issues: Issue[] }).issues.map(({ code }) => code).join(),
];

describeWith(['mksquashfs', 'xorriso'], 'images on the server', () => {
  const image = at('allowed/discs/both.iso');
  beforeAll(() => {
    for (const name of ['Kelpmoor', 'Tidewater']) {
      writeTree(at(`trees/${name}`), {
        'etc/os-release': `NAME=${name}\nID=${name.toLowerCase()}\n`,
        'var/lib/dpkg/status': 'Package: a\nStatus: install ok installed\nVersion: 1\n\n',
      });
      mkdirSync(at('disc'), { recursive: true });
      run('mksquashfs', [at(`trees/${name}`), at(`disc/${name}.squashfs`), '-quiet', '-no-progress']);
    }
    for (const path of ['allowed/discs', 'elsewhere', 'empty']) mkdirSync(at(path), { recursive: true });
    run('xorriso', ['-as', 'mkisofs', '-quiet', '-R', '-o', image, at('disc')]);
    run('mksquashfs', [at('empty'), at('allowed/bare.squashfs'), '-quiet', '-no-progress']);
    writeFileSync(at('allowed/notes.txt'), 'no image');
    writeFileSync(at('elsewhere/secret'), 'secret');
    symlinkSync(at('elsewhere/secret'), at('allowed/way-out'));
    symlinkSync(image, at('elsewhere/way-in'));
  });

  it('are listed, and nothing else is', async () => {
    const answer = (await (await fetch(await start([at('allowed')]))).json()) as ServerImages;
    expect(answer.images.map(({ path }) => path)).toEqual([at('allowed/bare.squashfs'), image]);
    expect(answer).toMatchObject({ folders: [at('allowed')], hasMore: false });
    expect(await (await fetch(await start([]))).json()).toEqual({ folders: [], images: [], hasMore: false });
    const absent = (await (await fetch(await start([at('absent')]))).json()) as ServerImages;
    expect(absent.images).toEqual([]);
  });

  it('are read there: what comes is a capture of each system', async () => {
    const response = await post(await start([at('allowed')]), { path: image });
    expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/gzip']);
    const bytes = new Uint8Array(await response.arrayBuffer());
    const drop = assembleDrop(
      await readFiles([{ path: 'both.iso.tar.gz', size: bytes.length, open: () => piecesOf(bytes) }]),
    );
    expect(
      drop.systems.map(({ identification, packages }) => [identification?.NAME, packages?.size]),
    ).toEqual([
      ['Kelpmoor', 1],
      ['Tidewater', 1],
    ]);
    expect(drop.systems.every(({ losses }) => losses.length === 0)).toBe(true);
  });

  it('are refused elsewhere, also by links, by steps up and for other pages', async () => {
    const address = await start([at('allowed')]);
    for (const path of [
      at('elsewhere/secret'),
      at('allowed/way-out'),
      at('allowed/../elsewhere/secret'),
      at('allowed'),
      at('allowedtoo'),
      '/etc/passwd',
      'discs/both.iso',
      'a\0b',
    ])
      expect(await refusal(await post(address, { path })), path).toEqual([403, 'serverImage.notAllowed']);
    // A link from elsewhere leads into the folder: the file lies there.
    expect((await post(address, { path: at('elsewhere/way-in') })).status).toBe(200);
    for (const bad of [{}, { path: '' }, { path: image, more: 1 }, [], null])
      expect(await refusal(await post(address, bad))).toEqual([400, 'request.notValid']);
    expect((await post(address, { path: image }, { origin: 'http://evil.example' })).status).toBe(403);
  });

  it('that hold no system, or are none, say so; what takes too long is ended', async () => {
    const address = await start([at('allowed')]);
    expect(await refusal(await post(address, { path: at('allowed/bare.squashfs') }))).toEqual([
      422,
      'image.noSystem',
    ]);
    expect(await refusal(await post(address, { path: at('allowed/notes.txt') }))).toEqual([
      422,
      'serverImage.none',
    ]);
    const short = await start([at('allowed')], { time: 50, memory: 1 << 30 });
    expect(await refusal(await post(short, { path: image }))).toEqual([502, 'reading.time']);
  });

  it('are let go when the page goes', async () => {
    const address = await start([at('allowed')]);
    const leave = new AbortController();
    const waiting = [1, 2].map(() => post(address, { path: image }, {}, leave.signal).catch(() => null));
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await refusal(await post(address, { path: image }))).toEqual([429, 'serverImage.busy']);
    leave.abort();
    await Promise.all(waiting);
    await expect
      .poll(async () => (await post(address, { path: image })).status, { timeout: 20_000 })
      .toBe(200);
  });
});
