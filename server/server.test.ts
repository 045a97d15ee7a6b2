import { get as httpGet } from 'node:http';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { listen, type Listening } from './listen.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-server-'));
let server: Listening;
let address = '';

beforeAll(async () => {
  mkdirSync(join(folder, 'web/assets'), { recursive: true });
  mkdirSync(join(folder, 'sample'));
  writeFileSync(join(folder, 'web/index.html'), '<title>page</title>');
  writeFileSync(join(folder, 'web/assets/a-1.js'), 'let a;');
  writeFileSync(join(folder, 'sample/catalogue.json'), '{}');
  writeFileSync(join(folder, 'secret'), 'secret');
  server = await listen(createApp({ web: join(folder, 'web'), sample: join(folder, 'sample') }), 0);
  address = server.address;
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true });
});

const get = (path: string, headers = {}) => fetch(address + path, { headers });

describe('the server', () => {
  it('gives the page for every address of the interface, with a strict policy', async () => {
    for (const path of ['/', '/lineage', '/dossiers/release:a-1?fact=x']) {
      const response = await get(path, { accept: 'text/html' });
      expect(await response.text()).toContain('page');
      expect(response.headers.get('content-security-policy')).toContain("default-src 'self'");
      expect(response.headers.get('x-powered-by')).toBeNull();
    }
  });
  it('lets hashed files be kept for good, and the sample be asked for again', async () => {
    expect((await get('/assets/a-1.js')).headers.get('cache-control')).toContain('immutable');
    const sample = await get('/sample/catalogue.json');
    expect(sample.status).toBe(200);
    expect(
      (
        await get('/sample/catalogue.json', {
          'if-none-match': sample.headers.get('etag')!,
          'cache-control': 'max-age=0',
        })
      ).status,
    ).toBe(304);
  });
  it('gives nothing outside its folders', async () => {
    for (const path of [
      '/sample/../secret',
      '/sample/%2e%2e/secret',
      '/assets/..%2f..%2fsecret',
      '/sample/absent',
      '/sample/mirror/keys/larkspur.asc',
      '/sample/',
    ]) {
      const response = await get(path);
      expect(await response.text(), path).not.toContain('secret');
    }
    expect((await get('/sample/absent')).status).toBe(404);
  });
});

describe('another name of this machine', () => {
  const ask = (path: string, headers: Record<string, string>) =>
    new Promise<{ status: number; location: string }>((resolve, reject) => {
      const { port } = new URL(address);
      httpGet({ host: '127.0.0.1', port, path, headers }, (response) => {
        response.resume();
        resolve({ status: response.statusCode!, location: response.headers.location ?? '' });
      }).on('error', reject);
    });
  it('leads pages to the one address under which a browser keeps catalogues, and nothing else', async () => {
    const { port } = new URL(address);
    const html = { accept: 'text/html' };
    expect(await ask('/lineage?at=x', { ...html, host: `localhost:${port}` })).toEqual({
      status: 302,
      location: `http://127.0.0.1:${port}/lineage?at=x`,
    });
    expect(await ask('/lineage', { ...html, host: `127.0.0.1:${port}` })).toMatchObject({ status: 200 });
    expect(
      await ask('/sample/catalogue.json', { host: `localhost:${port}`, accept: 'application/json' }),
    ).toMatchObject({ status: 200 });
  });
  it('gets nothing under a name that was pointed at it, not even a file', async () => {
    const { port } = new URL(address);
    for (const host of [
      `evil.example:${port}`,
      '192.168.1.4',
      'not a host',
      `127.0.0.1.evil.example:${port}`,
    ])
      for (const path of ['/', '/assets/a-1.js', '/sample/catalogue.json'])
        expect(await ask(path, { host }), `${host} ${path}`).toMatchObject({ status: 403 });
  });
});
