/** Keys and key rings, beside gpg: fingerprints, holders, dates; rings that are cut or have an odd key. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as openpgp from 'openpgp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fileOf, readDropOf } from '../../testing/inputs.ts';
import { describeWith, run } from '../../testing/tools.ts';
import { proposeFacts } from '../capture/proposeFacts.ts';
import { placeSystem } from '../capture/placeSystem.ts';
import { indexText, createRandom, draw, randomRows, statusText } from '../../testing/samples.ts';
import { isOpenPgpKey, readOpenPgpKeys } from './openPgpKeys.ts';
import { signersOf } from './openPgpSigners.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-keys-'));
afterAll(() => rmSync(folder, { recursive: true }));

const made = (name: string, more: object = {}) =>
  openpgp.generateKey({
    userIDs: [{ name, email: `${name.toLowerCase()}@keys.example` }],
    date: new Date('2021-03-04T10:00:00Z'),
    format: 'object',
    ...more,
  });
let keys: Awaited<ReturnType<typeof made>>[];
let ring: Uint8Array;
beforeAll(async () => {
  keys = [
    await made('Fenwick'),
    await made('Larkspur', { type: 'rsa', rsaBits: 2048, keyExpirationTime: 86_400 * 365 }),
    await made('Varnley', { type: 'ecc', curve: 'nistP256' }),
  ];
  ring = new Uint8Array(Buffer.concat(keys.map(({ publicKey }) => publicKey.write())));
});

describeWith(['gpg'], 'a key ring', () => {
  /** Fingerprints, times of making and of ending, and holders, as gpg says them. */
  function asked(path: string): string[] {
    const rows = run('gpg', [
      '--batch',
      '--no-autostart',
      '--homedir',
      folder,
      '--show-keys',
      '--with-colons',
      path,
    ])
      .split('\n')
      .map((line) => line.split(':'));
    const day = (seconds: string) =>
      seconds ? new Date(Number(seconds) * 1000).toISOString().slice(0, 10) : '';
    return rows.flatMap((row, i) =>
      row[0] === 'pub' ? `${rows[i + 1][9]} ${day(row[5])} ${day(row[6])} ${rows[i + 2][9]}` : [],
    );
  }
  const said = async (bytes: Uint8Array) =>
    (await readOpenPgpKeys(bytes, 'f')).keys.map(
      ({ fingerprint, created, ends, names }) => `${fingerprint} ${created} ${ends} ${names[0]}`,
    );
  it('has the keys that gpg finds in it, binary and armoured', async () => {
    const armoured = keys.map(({ publicKey }) => publicKey.armor()).join('\n');
    for (const [name, bytes] of [
      ['ring.gpg', ring],
      ['ring.asc', new TextEncoder().encode(armoured)],
    ] as const) {
      writeFileSync(join(folder, name), bytes);
      expect(isOpenPgpKey(bytes.subarray(0, 4096)), name).toBe(true);
      expect(await said(bytes)).toEqual(asked(join(folder, name)));
      expect((await readOpenPgpKeys(bytes, 'f')).issues).toEqual([]);
    }
  });
});

describe('keys', () => {
  it('that are cut anywhere give those before, and say so', async () => {
    for (let cut = 20; cut < ring.length; cut += 61) {
      const { keys: read, issues } = await readOpenPgpKeys(ring.subarray(0, cut), 'f');
      expect(read.length).toBeLessThanOrEqual(3);
      const ends = keys.map((_, i) =>
        keys.slice(0, i + 1).reduce((sum, { publicKey }) => sum + publicKey.write().length, 0),
      );
      if (!ends.includes(cut))
        expect(issues, String(cut)).toMatchObject([{ code: 'openpgp.truncated', loses: true }]);
    }
    const armoured = keys[0].publicKey.armor();
    const { issues } = await readOpenPgpKeys(new TextEncoder().encode(armoured.slice(0, 300)), 'f');
    expect(issues).toMatchObject([{ code: 'openpgp.truncated' }]);
  });
  it('with one that cannot be read give the others, and how many could not', async () => {
    const odd = keys[1].publicKey.write().slice();
    odd[3] = 9; // a version that nobody has defined
    const bytes = new Uint8Array(Buffer.concat([keys[0].publicKey.write(), odd, keys[2].publicKey.write()]));
    const { keys: read, issues } = await readOpenPgpKeys(bytes, 'f');
    expect(read.map(({ names }) => names[0].split(' ')[0])).toEqual(['Fenwick', 'Varnley']);
    expect(issues).toMatchObject([{ code: 'openpgp.damaged', params: { count: 1, keys: 2 } }]);
  });
  it('are told from other bytes', () => {
    expect(isOpenPgpKey(Uint8Array.of(0x1f, 0x8b, 8, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0))).toBe(false);
    expect(isOpenPgpKey(new TextEncoder().encode('-----BEGIN PGP SIGNATURE-----\n\nabc'))).toBe(false);
    expect(isOpenPgpKey(new Uint8Array(40))).toBe(false);
  });
  it('of a system are listed by fingerprint, and are held against who signed the index', async () => {
    const rows = randomRows(createRandom(5), 400);
    const [fenwick, larkspur] = keys;
    const signed = (await openpgp.sign({
      message: await openpgp.createCleartextMessage({
        text: 'Origin: Fenwick\nCodename: saltmarsh\nSHA256:\n',
      }),
      signingKeys: fenwick.privateKey,
    })) as string;
    expect(await signersOf(signed)).toEqual([fenwick.publicKey.getKeyID().toHex().toUpperCase()]);
    const systemWith = async (key: openpgp.PublicKey) => {
      const { systems, indexes } = await readDropOf([
        fileOf('etc/os-release', 'NAME=Kelp\nID=kelp\n'),
        fileOf(
          'etc/apt/sources.list',
          'deb [signed-by=/usr/share/keyrings/a.gpg] https://f.example/a saltmarsh main\n',
        ),
        fileOf('usr/share/keyrings/a.gpg', key.write()),
        fileOf('var/lib/dpkg/status', statusText(draw(rows, 0.5, createRandom(6)))),
        fileOf('f_dists_saltmarsh_InRelease', signed),
        fileOf('f_dists_saltmarsh_main_binary-amd64_Packages', indexText(rows)),
      ]);
      const [index] = indexes;
      const list = { name: index.name, part: 'base' as const, packages: index.packages };
      const candidate = {
        name: index.name,
        makers: [index.identity.origin],
        signers: index.signers,
        states: [{ date: '', lists: [list] }],
      };
      return { facts: proposeFacts(systems[0]), placement: placeSystem(systems[0], [candidate]) };
    };
    const { facts, placement } = await systemWith(fenwick.publicKey);
    expect(facts.find(({ key }) => key === 'repositories.keys')!.value).toEqual([
      {
        name: fenwick.publicKey.getFingerprint().toUpperCase(),
        settings: { holder: 'Fenwick <fenwick@keys.example>', ring: 'a' },
      },
    ]);
    expect(placement.findings.map(({ code }) => code)).toContain('evidence.signer');
    const other = await systemWith(larkspur.publicKey);
    expect(other.placement.findings.map(({ code }) => code)).toContain('evidence.noKeyRing');
  });
});
