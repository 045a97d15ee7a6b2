/** The whole start: both servers come up on 127.0.0.1, and both are gone after a signal. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';

it('starts the application and the stand-in mirror, and stops both', async () => {
  builtSample();
  const root = fileURLToPath(new URL('..', import.meta.url));
  const child = spawn(process.execPath, ['scripts/run.mjs', 'server/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: '0' },
  });
  try {
    let said = '';
    const addresses = await new Promise<string[]>((resolve, reject) => {
      child.stdout.on('data', (chunk: Buffer) => {
        said += String(chunk);
        const found = [...said.matchAll(/http:\/\/127\.0\.0\.1:\d+/g)].map(([address]) => address);
        if (found.length === 2) resolve(found);
      });
      child.on('exit', (code) => reject(new Error(`ended with ${code}: ${said}`)));
    });
    expect((await fetch(`${addresses[0]}/sample/catalogue.json`)).status).toBe(200);
    expect(
      await (await fetch(`${addresses[1]}/larkspur.example/archive/dists/brindle/Release`)).text(),
    ).toContain('Codename: brindle');
    const ended = new Promise<number | null>((resolve) => child.on('exit', resolve));
    child.kill('SIGTERM');
    expect(await ended).toBe(0);
    for (const address of addresses) await expect(fetch(address)).rejects.toThrow();
  } finally {
    child.kill('SIGKILL');
  }
}, 60_000);
