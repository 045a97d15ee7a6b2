/** What a signature is worth when its key has ended, had ended, or was taken back; gpg is asked the same. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import * as openpgp from 'openpgp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { describeWith } from '../../testing/tools.ts';
import { checkClearText, checkDetached, readKeys, type Keys } from './signature.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-signature-'));
afterAll(() => rmSync(folder, { recursive: true }));

const DAY = 86_400;
const at = (day: string) => new Date(`${day}T12:00:00Z`);
const NOW = at('2026-11-20').getTime();
const TEXT = 'Origin: Fenwick\nSuite: stable\n';
const userIDs = [{ name: 'Fenwick archive', email: 'archive@fenwick.example' }];

/** A key that ended after a year, the same without an end, and the same taken back. */
async function createKeys() {
  const { privateKey: ending } = await openpgp.generateKey({
    userIDs,
    date: at('2015-01-01'),
    keyExpirationTime: 365 * DAY,
    format: 'object',
  });
  const { privateKey: lasting } = await openpgp.reformatKey({
    privateKey: ending,
    userIDs,
    date: at('2015-01-01'),
    keyExpirationTime: 0,
    format: 'object',
  });
  const { publicKey: revoked } = await openpgp.revokeKey({ key: lasting, format: 'object' });
  return { ending, lasting, revoked };
}

let keys: Awaited<ReturnType<typeof createKeys>>;
beforeAll(async () => {
  keys = await createKeys();
});

const sign = async (day: string) =>
  openpgp.sign({
    message: await openpgp.createCleartextMessage({ text: TEXT }),
    signingKeys: keys.lasting,
    date: at(day),
  });
const signDetached = async (day: string) =>
  openpgp.sign({
    message: await openpgp.createMessage({ binary: new TextEncoder().encode(TEXT) }),
    signingKeys: keys.lasting,
    detached: true,
    format: 'binary',
    date: at(day),
  });

async function given(key: openpgp.Key): Promise<Keys> {
  const read = await readKeys(key.toPublic().armor());
  if (!read.ok) throw new Error('unreadable');
  return read.value;
}
const stateOf = async (signed: string, key: openpgp.Key, now = NOW) =>
  (await checkClearText(new TextEncoder().encode(signed), await given(key), now)).state;

describe('a signature', () => {
  it('by a key that holds is verified, with its name and fingerprint', async () => {
    const keysGiven = await given(keys.lasting);
    const checked = await checkClearText(new TextEncoder().encode(await sign('2026-01-01')), keysGiven, NOW);
    expect(checked).toMatchObject({ state: 'verified', text: TEXT });
    expect(checked.signer).toContain('archive@fenwick.example');
    expect(checked.signer).toContain(keys.lasting.getFingerprint().toUpperCase());
  });
  it('by a key that has ended since it signed was verified then, and before the end is verified', async () => {
    expect(await stateOf(await sign('2015-06-01'), keys.ending)).toBe('verifiedThen');
    expect(await stateOf(await sign('2015-06-01'), keys.ending, at('2015-07-01').getTime())).toBe('verified');
  });
  it('that was made after the end of its key is never verified', async () => {
    expect(await stateOf(await sign('2017-06-01'), keys.ending)).toBe('expired');
  });
  it('by a key that was taken back is never verified', async () => {
    expect(await stateOf(await sign('2016-06-01'), keys.revoked)).toBe('revoked');
  });
  it('over other data, or by another key, is bad, whatever the key is worth', async () => {
    for (const key of [keys.lasting, keys.ending, keys.revoked])
      expect(await stateOf((await sign('2015-06-01')).replace('Fenwick', 'Copper'), key)).toBe('bad');
    const { publicKey: other } = await openpgp.generateKey({ userIDs, format: 'object' });
    expect(await stateOf(await sign('2015-06-01'), other)).toBe('bad');
  });
  it('beside a file has the same worth', async () => {
    const bytes = new TextEncoder().encode(TEXT);
    const check = async (day: string, key: openpgp.Key) =>
      (await checkDetached(bytes, await signDetached(day), await given(key), NOW)).state;
    expect([
      await check('2026-01-01', keys.lasting),
      await check('2015-06-01', keys.ending),
      await check('2017-06-01', keys.ending),
      await check('2015-06-01', keys.revoked),
    ]).toEqual(['verified', 'verifiedThen', 'expired', 'revoked']);
  });
});

describeWith(['gpg'], 'gpg', () => {
  /** What gpg says of a signed text: its status word. */
  function ask(signed: string, key: openpgp.Key): string {
    const home = mkdtempSync(join(folder, 'gpg-'));
    writeFileSync(join(home, 'key.asc'), key.toPublic().armor());
    writeFileSync(join(home, 'text.asc'), signed);
    const gpg = (...args: string[]) =>
      spawnSync('gpg', ['--homedir', home, '--batch', '--no-autostart', ...args], { encoding: 'utf8' });
    gpg('--import', join(home, 'key.asc'));
    const { stdout } = gpg('--status-fd', '1', '--verify', join(home, 'text.asc'));
    return /^\[GNUPG:\] (GOODSIG|EXPKEYSIG|REVKEYSIG|BADSIG|ERRSIG)/m.exec(stdout)?.[1] ?? 'none';
  }
  it('says the same', async () => {
    const words = { verified: 'GOODSIG', verifiedThen: 'EXPKEYSIG', expired: 'EXPKEYSIG' } as Record<
      string,
      string
    >;
    Object.assign(words, { revoked: 'REVKEYSIG', bad: 'BADSIG' });
    const changed = (await sign('2026-01-01')).replace('Fenwick', 'Copper');
    for (const [signed, key] of [
      [await sign('2026-01-01'), keys.lasting],
      [await sign('2015-06-01'), keys.ending],
      [await sign('2017-06-01'), keys.ending],
      [await sign('2016-06-01'), keys.revoked],
      [changed, keys.lasting],
    ] as const)
      expect(ask(signed, key)).toBe(words[await stateOf(signed, key)]);
  });
});
