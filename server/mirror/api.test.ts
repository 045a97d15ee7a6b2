/** What the interface is answered when it asks for a repository. */
import { describe, expect, it } from 'vitest';
import type { MirrorEvent } from '../../core/exchange/mirrorMessages.ts';
import type { Issue } from '../../core/issue.ts';
import { openMirrors } from '../../testing/mirrorFetching.ts';
import { createApp } from '../app.ts';
import { listen, type Listening } from '../listen.ts';
import { createMirrorApi } from './api.ts';
import { type DownloadLimits } from './download.ts';

const { folder, now: NOW, limits: LIMITS, opened, downloader, ...mirrors } = openMirrors();
const { larkspur } = mirrors;

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
      hosts: [new URL(mirrors.address()).host],
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
        'request.notValid',
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
