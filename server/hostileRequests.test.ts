/** Whatever is asked of the server: it answers, tells nothing of its insides, and goes on. */
import { request } from 'node:http';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createRandom, type Random } from '../sample/random.ts';
import { openMirrors } from '../testing/mirrorFetching.ts';
import { createApp } from './app.ts';
import { AllowedImages } from './images/allowedImages.ts';
import { createImagesApi } from './images/api.ts';
import { listen, type Listening } from './listen.ts';
import { createMirrorApi } from './mirror/api.ts';

const { folder, now: NOW, downloader, larkspur } = openMirrors();

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body: string;
}

const METHODS = ['GET', 'POST', 'PUT', 'DELETE', 'HEAD', 'OPTIONS', 'PATCH', 'TRACE'];
const PARTS = [
  ...[
    '',
    '/',
    'api',
    'mirror',
    'look',
    'images',
    'sample',
    'catalogue.json',
    'captures',
    'assets',
    'policy',
    '..',
    '%2e%2e',
  ],
  ...[
    '%00',
    '%E0%A4%A',
    '%',
    '\\',
    '//',
    'etc',
    'passwd',
    'a'.repeat(3000),
    '?x=1',
    ';',
    '.env',
    'index.html',
    '~cut',
  ],
];
const TYPES = ['application/json', 'text/plain', 'application/csp-report', 'multipart/form-data', '', 'x'];

function hostile(random: Random): Asked {
  const pick = <T>(from: readonly T[]) => from[random.below(from.length)];
  const path = `/${Array.from({ length: random.below(5) }, () => pick(PARTS)).join('/')}`.replace(
    /[\s]/g,
    '',
  );
  const valid = JSON.stringify(larkspur());
  const bodies = [
    ...['', '{', 'null', '[]', '0', '"x"', valid.slice(0, random.below(valid.length)), 'x'.repeat(200_000)],
    valid.replace(/"[^"]*":/, `"${pick(['__proto__', 'url', 'x'])}":`),
    JSON.stringify({
      ...larkspur(),
      url: pick(['file:///etc/passwd', 'http://169.254.169.254/', 'x', '', 'http://[::1]/']),
    }),
    '['.repeat(20_000),
    JSON.stringify({ path: pick(['/etc/passwd', '..', '/proc/self/environ', `${folder}/../x`, folder]) }),
  ];
  return {
    method: pick(METHODS),
    path,
    headers: {
      ...(random.below(3) === 0 && { 'content-type': pick(TYPES) }),
      ...(random.below(4) === 0 && {
        host: pick(['evil.example', '127.0.0.1.evil.example', 'localhost', '[::1]', '']),
      }),
      ...(random.below(4) === 0 && { origin: pick(['http://evil.example', 'null', 'x']) }),
      ...(random.below(6) === 0 && { range: 'bytes=9-1,-,x', 'if-none-match': '"', accept: 'x/y;q=z' }),
    },
    body: pick(bodies),
  };
}

function ask(
  address: string,
  { method, path, headers, body }: Asked,
): Promise<{ status: number; text: string }> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve, reject) => {
    const asking = request({ hostname, port, method, path, headers, timeout: 10_000 }, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => (text += chunk));
      response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
      response.on('error', reject);
    });
    asking.on('timeout', () => asking.destroy(new Error('no answer')));
    asking.on('error', (error: NodeJS.ErrnoException) =>
      // What a body is too long for is cut off by the server.
      error.code === 'EPIPE' || error.code === 'ECONNRESET'
        ? resolve({ status: 0, text: '' })
        : reject(error),
    );
    if (!['GET', 'HEAD', 'TRACE'].includes(method)) asking.write(body);
    asking.end();
  });
}

describe('requests of any kind', () => {
  let server: Listening;
  const told: string[] = [];
  beforeAll(async () => {
    const mirrors = createMirrorApi(downloader({}), () => NOW);
    const onPolicyReport = (line: string) => void told.push(line);
    const images = createImagesApi(new AllowedImages([folder]));
    server = await listen(createApp({ web: folder, sample: folder, mirrors, images, onPolicyReport }), 0);
  });
  afterAll(() => server?.close());

  it('are answered or refused, without a word of the insides', async () => {
    const random = createRandom(5);
    const root = fileURLToPath(new URL('..', import.meta.url));
    for (let run = 0; run < Number(process.env.ASPEN_RIDGE_FUZZ ?? 400); run++) {
      const asked = hostile(random);
      const { status, text } = await ask(server.address, asked);
      const what = `run ${run}: ${asked.method} ${asked.path.slice(0, 100)} ${JSON.stringify(asked.headers)}`;
      expect(status, what).toBeLessThan(500);
      expect(text.includes(root) || /\bat .*\.ts:\d|node:internal|root:x:/.test(text), what).toBe(false);
    }
    expect((await fetch(`${server.address}/`, { headers: { accept: 'text/html' } })).status).toBeLessThan(
      500,
    );
  }, 120_000);

  it('that report of the content policy are told in plain text, and no more than some', async () => {
    const report = (body: unknown) =>
      fetch(`${server.address}/api/policy`, { method: 'POST', body: JSON.stringify(body) });
    const of = {
      'violated-directive': 'script-src',
      'blocked-uri': '\u001b[2Jinline',
      'document-uri': 'x'.repeat(900),
    };
    told.length = 0;
    expect((await report({ 'csp-report': of })).status).toBe(204);
    expect(told).toEqual([
      `A page asked for what the policy forbids: script-src, ?[2Jinline, ${'x'.repeat(200)}`,
    ]);
    for (let i = 0; i < 80; i++) await report({ 'csp-report': of });
    expect(told.length).toBeLessThanOrEqual(50);
    expect((await report({ any: 1 })).status).toBe(400);
    expect((await report('x'.repeat(50_000))).status).toBe(404);
  });
});
