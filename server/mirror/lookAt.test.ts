/** Looking again: what the release file says, through the server, while the mirror moves on. */
import { afterEach, describe, expect, it } from 'vitest';
import type { MirrorRequest } from '../../core/exchange/mirrorMessages.ts';
import type { Issue } from '../../core/issue.ts';
import { compareLooks, lookedSchema, type Looked } from '../../core/overview/watching.ts';
import { openMirrors } from '../../testing/mirrorFetching.ts';
import { createApp } from '../app.ts';
import { listen } from '../listen.ts';
import { createMirrorApi } from './api.ts';

const { folder, now: NOW, opened, downloader, ...mirrors } = openMirrors();
const { larkspur, copperline, graywether } = mirrors;
const moveTo = (day: string) => fetch(`${mirrors.address()}/day/${day}`, { method: 'POST' });
afterEach(() => moveTo('now'));

async function start(): Promise<string> {
  const app = createApp({ web: folder, sample: folder, mirrors: createMirrorApi(downloader(), () => NOW) });
  const started = await listen(app, 0);
  opened.push(started);
  return started.address;
}
const look = (address: string, request: MirrorRequest, headers: Record<string, string> = {}) =>
  fetch(`${address}/api/mirror/look`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(request),
  });
const seen = async (address: string, request: MirrorRequest): Promise<Looked> =>
  lookedSchema.parse(await (await look(address, request)).json());

describe('looking at a repository', () => {
  it('tells what its release file says and how it is signed, for each family', async () => {
    const address = await start();
    expect(await seen(address, larkspur())).toMatchObject({
      codename: 'brindle',
      date: '2026-11-20',
      signature: 'verified',
    });
    for (const request of [copperline(), graywether()])
      expect(await seen(address, request)).toMatchObject({ signature: 'verified', version: '' });
  });

  it('finds a new state once the mirror has moved on, and nothing before', async () => {
    const address = await start();
    expect((await moveTo('2026-08-19')).status).toBe(200);
    const then = await seen(address, larkspur());
    expect(compareLooks(then, await seen(address, larkspur()), '2026-11-25')).toEqual([]);
    await moveTo('now');
    const now = await seen(address, larkspur());
    expect(then.date < now.date).toBe(true);
    expect(compareLooks(then, now, '2026-11-25')).toContainEqual(
      expect.objectContaining({ kind: 'newState', from: then.date, to: '2026-11-20' }),
    );
    expect((await moveTo('yesterday')).status).toBe(400);
  });

  it('says why it cannot be had, and answers nobody else', async () => {
    const address = await start();
    const issuesOf = async (response: Response) =>
      ((await response.json()) as { issues: Issue[] }).issues.map(({ code }) => code);
    const absent = await look(address, larkspur('', { suite: 'nowhere' }));
    expect([absent.status, await issuesOf(absent)]).toEqual([502, ['mirror.absent']]);
    const foreign = await look(address, { ...larkspur(), url: 'http://elsewhere.example/' });
    expect(await issuesOf(foreign)).toEqual(['mirror.notListed']);
    expect((await look(address, { ...larkspur(), url: 'file:///etc' })).status).toBe(400);
    expect((await look(address, larkspur(), { origin: 'http://evil.example' })).status).toBe(403);
  });
});
