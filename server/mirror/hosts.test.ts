/** Which addresses may be asked, and the configuration that says so. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listen, type Listening } from '../listen.ts';
import { MirrorCache } from './cache.ts';
import { configSchema, readConfig } from '../config.ts';
import { Downloader } from './download.ts';
import { AllowedHosts, isSpecialAddress, type Lookup } from './hosts.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-hosts-'));
let server: Listening;
beforeAll(async () => {
  const app = express();
  app.get('/', (_request, response) => void response.send('here'));
  server = await listen(app, 0);
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true });
});

describe('hosts', () => {
  const codes = (address: string, list: readonly string[]) => {
    const checked = new AllowedHosts(list).check(address);
    return checked.ok ? 'allowed' : checked.issues[0].code;
  };
  it('are asked only when they are on the list, with the very port', () => {
    const list = ['mirror.example', '10.0.0.5:8080'];
    expect(codes('https://mirror.example/a', list)).toBe('allowed');
    expect(codes('http://MIRROR.example/a', list)).toBe('allowed');
    expect(codes('http://10.0.0.5:8080/', list)).toBe('allowed');
    for (const other of [
      'http://mirror.example:81/',
      'http://x.mirror.example/',
      'http://10.0.0.5/',
      'http://mirror.example.evil.example/',
    ])
      expect(codes(other, list), other).toBe('mirror.notListed');
    for (const bad of [
      'ftp://mirror.example/',
      'file:///etc/passwd',
      'http://a:b@mirror.example/',
      'mirror.example',
      '',
    ])
      expect(codes(bad, list), bad).toBe('mirror.address');
  });
  it('of private addresses are listed with their port, the usual one too', () => {
    expect(codes('http://10.0.0.5/', ['10.0.0.5'])).toBe('mirror.notListed');
    expect(codes('http://10.0.0.5/', ['10.0.0.5:80'])).toBe('allowed');
    expect(codes('https://10.0.0.5/', ['10.0.0.5:80'])).toBe('mirror.notListed');
    expect(codes('http://[fd00::5]/', ['[fd00::5]:80'])).toBe('allowed');
    expect(codes('http://1.1.1.1/', ['1.1.1.1'])).toBe('allowed');
  });
  it('that lead into a private network are refused, unless the address is listed', async () => {
    const lookup: Lookup = (_host, _options, done) => done(null, [{ address: '127.0.0.1', family: 4 }]);
    const { port } = new URL(server.address);
    const ask = async (list: readonly string[]) => {
      const from = new Downloader(
        new AllowedHosts(list, lookup),
        new MirrorCache(join(folder, 'private'), 1000),
      );
      const got = await from.get(`http://mirror.example:${port}/`, { signal: new AbortController().signal });
      await from.close();
      return got.ok ? 'answered' : got.issues[0].code;
    };
    expect(await ask([`mirror.example:${port}`])).toBe('mirror.private');
    for (const other of ['127.0.0.1', '127.0.0.1:1', `127.0.0.2:${port}`])
      expect(await ask([`mirror.example:${port}`, other]), other).toBe('mirror.private');
    expect(await ask([`mirror.example:${port}`, `127.0.0.1:${port}`])).toBe('answered');
  });
  it('knows the special addresses', () => {
    for (const address of [
      '10.1.2.3',
      '127.0.0.1',
      '169.254.169.254',
      '192.168.1.1',
      '172.20.0.1',
      '100.64.0.1',
      '0.0.0.0',
      '::1',
      'fe80::1',
      'fec0::1',
      '64:ff9b:1::a00:1',
      'fd00::1',
      '::ffff:10.0.0.1',
      '::ffff:8.8.8.8',
      '224.0.0.1',
      'nonsense',
    ])
      expect(isSpecialAddress(address), address).toBe(true);
    for (const address of ['1.1.1.1', '151.101.2.132', '2a04:4e42::644'])
      expect(isSpecialAddress(address), address).toBe(false);
  });
});

describe('the configuration', () => {
  it('is checked, and says what is wrong with it', () => {
    const path = join(folder, 'config.json');
    expect(readConfig(join(folder, 'absent')).mirrors).toEqual([]);
    writeFileSync(path, '{"mirrors": ["mirror.example", "[fd00::5]:80"], "cacheMegabytes": 10}');
    expect(readConfig(path)).toMatchObject({
      mirrors: ['mirror.example', '[fd00::5]:80'],
      cacheMegabytes: 10,
    });
    for (const [text, reason] of [
      ['{', /not JSON/],
      ['{"mirrors": ["http://mirror.example/"]}', /mirrors.0: expected a host/],
      ['{"hosts": []}', /hosts/],
    ] as const) {
      writeFileSync(path, text);
      expect(() => readConfig(path)).toThrow(reason);
    }
    expect(configSchema.safeParse({ cacheMegabytes: -1 }).success).toBe(false);
  });
});
