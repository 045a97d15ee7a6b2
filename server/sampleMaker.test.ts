import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { foldersOf } from './folders.ts';
import { listen } from './listen.ts';
import { missingParts, SampleMaker, type SampleState } from './sampleMaker.ts';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-folders-'))));
afterEach(() => rmSync(folder, { recursive: true }));

describe('what is written', () => {
  it('lies below a checkout, and in the user’s own folder of an installed package', () => {
    writeFileSync(join(folder, 'package.json'), '{"version":"9.8.7"}');
    expect(foldersOf(folder, {}, '/home/ada')).toEqual({
      sample: '/home/ada/.cache/aspen-ridge/9.8.7/sample',
      mirrors: '/home/ada/.cache/aspen-ridge/mirror',
    });
    expect(foldersOf(folder, { XDG_CACHE_HOME: '/var/tmp/c' }, '/home/ada').mirrors).toBe(
      '/var/tmp/c/aspen-ridge/mirror',
    );
    writeFileSync(join(folder, 'package-lock.json'), '{}');
    expect(foldersOf(folder, {}, '/home/ada').sample).toBe(join(folder, 'sample/out'));
  });
});

describe('the sample', () => {
  it('is made as far as it is missing', () => {
    expect(missingParts(folder)).toEqual(['mirror', 'catalogue']);
    writeFileSync(join(folder, 'mirror.complete'), '');
    expect(missingParts(folder)).toEqual(['catalogue']);
  });

  it('that cannot be made says why', async () => {
    writeFileSync(join(folder, 'taken'), 'a file where a folder is wanted');
    const maker = new SampleMaker(join(folder, 'taken'));
    const ended = maker.make(['catalogue']);
    expect(maker.state).toEqual({ state: 'making', share: 0 });
    await ended;
    expect(maker.state).toMatchObject({ state: 'failed', reason: /ENOTDIR|EEXIST/ });
    await new SampleMaker(folder).make([]);
  }, 60_000);

  it('is answered for while it is made, and served when it is there', async () => {
    let state: SampleState = { state: 'making', share: 0.4 };
    mkdirSync(join(folder, 'web'));
    writeFileSync(join(folder, 'catalogue.json'), '{}');
    const app = createApp({ web: join(folder, 'web'), sample: folder, sampleState: () => state });
    const server = await listen(app, 0);
    try {
      const waiting = await fetch(`${server.address}/sample/catalogue.json`);
      expect([waiting.status, waiting.headers.get('cache-control')]).toEqual([202, 'no-store']);
      expect(await waiting.json()).toEqual(state);
      state = { state: 'ready' };
      const there = await fetch(`${server.address}/sample/catalogue.json`);
      expect([there.status, await there.text()]).toEqual([200, '{}']);
    } finally {
      await server.close();
    }
  });
});
