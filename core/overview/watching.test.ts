import { describe, expect, it } from 'vitest';
import { nameOfRequest, requestOfAddress } from '../exchange/watchedAddress.ts';
import { wordFinding } from '../wording/watchText.ts';
import { compareLooks, type Looked } from './watching.ts';

const seen: Looked = {
  ...{ checksum: 'a', suite: 'stable', codename: 'brindle', version: '6', date: '2026-08-01' },
  ...{ validUntil: '', signature: 'verified', signer: 'AB12' },
};
const kindsOf = (now: Partial<Looked>, today = '2026-11-29') =>
  compareLooks(seen, { ...seen, ...now }, today).map(({ kind }) => kind);

describe('a look at a repository', () => {
  it('proposes nothing at first, and nothing when all is as it was', () => {
    expect(compareLooks(null, seen, '2026-11-29')).toEqual([]);
    expect(kindsOf({})).toEqual([]);
  });
  it('proposes a new state, a new release, a suite that moved', () => {
    expect(kindsOf({ checksum: 'b', date: '2026-09-01' })).toEqual(['newState']);
    expect(kindsOf({ checksum: 'b', version: '6.1' })).toEqual(['newRelease']);
    const [moved] = compareLooks(
      seen,
      { ...seen, checksum: 'b', codename: 'saltmarsh', version: '7' },
      '2026-11-29',
    );
    expect(moved).toEqual({ kind: 'newRelease', from: 'brindle 6', to: 'saltmarsh 7', hasMoved: true });
    expect(wordFinding(moved)).toBe(
      'It names another release: saltmarsh 7, before brindle 6. Whoever follows it by this name has moved.',
    );
  });
  it('tells of a key that expired, of another key, and of a mirror that is not kept up, once', () => {
    expect(kindsOf({ signature: 'verifiedThen' })).toEqual(['key']);
    expect(kindsOf({ signature: 'bad' })).toEqual(['key']);
    expect(kindsOf({ signer: 'CD34' })).toEqual(['signer']);
    expect(kindsOf({ validUntil: '2026-11-01' })).toEqual(['overdue']);
    const late = { ...seen, validUntil: '2026-11-01' };
    expect(compareLooks(late, late, '2026-11-29')).toEqual([]);
    expect(compareLooks(null, late, '2026-11-29')).toMatchObject([{ kind: 'overdue' }]);
  });
});

describe('the address of a repository', () => {
  it.each([
    ['https://m.example/archive/dists/brindle', 'm.example/archive brindle'],
    ['https://m.example/archive/dists/brindle/InRelease', 'm.example/archive brindle'],
    [
      'https://m.example/archive/dists/brindle/updates/stock/binary-amd64/Packages.xz',
      'm.example/archive brindle/updates',
    ],
    ['http://m.example/repo/core.db', 'm.example/repo core'],
    ['http://m.example/21/repodata/repomd.xml', 'm.example/21'],
    ['http://m.example/21/', 'm.example/21'],
  ])('%s', (address, name) => expect(nameOfRequest(requestOfAddress(address)!)).toBe(name));
  it('is refused where it is none of the web', () => {
    for (const text of ['', 'brindle', 'file:///etc/passwd', '/usr'])
      expect(requestOfAddress(text)).toBeNull();
  });
});
