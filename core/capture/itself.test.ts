/** A base itself, systems put together from two, and lists that were not read whole: what is said of each, and recorded. */
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import {
  createRandom,
  draw,
  indexText,
  moveOn,
  randomRows,
  statusText,
  type Row,
} from '../../testing/samples.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { createCatalogue } from '../catalogue/createCatalogue.ts';
import { wordAnswer, wordPlaced } from '../wording/answerText.ts';
import { wordComparison } from '../wording/dossierText.ts';
import { acceptSystem } from '../editing/intake.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { fileOf, readDropOf } from '../../testing/inputs.ts';
import { identityOfIndex } from './indexIdentity.ts';
import type { PlacedCandidate } from './placedCandidate.ts';
import { placeSystem } from './placeSystem.ts';
import { proposeFacts } from './proposeFacts.ts';
import type { InputFile } from './readFile.ts';

const file = fileOf;
const read = (...files: InputFile[]) => readDropOf(files);

const random = createRandom(77);
const suite = randomRows(random, 900);
const other = moveOn(suite, 0.8, random);

async function systemOf(installed: readonly Row[], osRelease: string, sources = '') {
  const { systems } = await read(
    file('etc/os-release', osRelease),
    file('etc/apt/sources.list', sources || '# none\n'),
    file('var/lib/dpkg/status', statusText(installed)),
  );
  return systems[0];
}
async function candidate(name: string, rows: readonly Row[], more: Partial<PlacedCandidate> = {}) {
  const { indexes } = await read(file(name, indexText(rows)));
  const list = { name, part: 'base' as const, packages: indexes[0].packages };
  return { name, suites: [name], states: [{ date: '', lists: [list] }], ...more };
}
const FENWICK = 'NAME="Fenwick Linux"\nID=fenwick\nVERSION_ID=31\nVERSION_CODENAME=saltmarsh\n';
const KELP = 'NAME=Kelp\nID=kelp\nVERSION_CODENAME=saltmarsh\n';
const OWN_SOURCE = 'deb https://mirror.example/fenwick saltmarsh main\n';

describe('a system of the base itself', () => {
  it('is told by the maker of the index, with its share', async () => {
    const system = await systemOf(draw(suite, 0.6, random), FENWICK, OWN_SOURCE);
    const placement = placeSystem(system, [await candidate('saltmarsh', suite, { makers: ['Fenwick'] })]);
    expect(placement).toMatchObject({
      answer: { base: null, reason: 'itself', best: 'saltmarsh' },
      relation: null,
    });
    expect(`${wordPlaced(placement)} ${wordAnswer(placement)}`).toMatch(
      /^It is saltmarsh itself\. 100\.0 % of \d+ packages are in its own repositories/,
    );
  });
  it('is not told by a code name alone', async () => {
    const placement = placeSystem(await systemOf(draw(suite, 0.6, random), KELP), [
      await candidate('saltmarsh', suite, { makers: ['Fenwick'] }),
    ]);
    expect(placement.answer).toMatchObject({ base: 'saltmarsh', reason: 'found' });
  });
  it('has no archive of its own: one that only kept the name is built on it', async () => {
    const kelp = (count: number) =>
      randomRows(random, count, 5000).map((row) => ({ ...row, name: `kelp-${row.name}` }));
    const installed = [...draw(suite, 0.6, random), ...kelp(30)];
    const sources = `${OWN_SOURCE}deb https://kelp.example/archive kelp main\n`;
    const fenwick = await candidate('saltmarsh', suite, { makers: ['Fenwick'] });
    const own = placeSystem(await systemOf(installed, FENWICK, sources), [fenwick]);
    expect(own.answer).toMatchObject({ base: 'saltmarsh', others: [], reason: 'found' });
    // A repository that nothing came from, packages from nowhere, or a few that somebody added, do not make another system of it.
    for (const [rows, text] of [
      [draw(suite, 0.6, random), sources],
      [[...draw(suite, 0.6, random), ...kelp(6)], sources],
      [installed, OWN_SOURCE],
    ] as const)
      expect(placeSystem(await systemOf(rows, FENWICK, text), [fenwick]).answer.reason).toBe('itself');
  });
  it('has no revisions of its own', async () => {
    const installed = draw(suite, 0.6, random).map((row, i) =>
      i % 12 === 0 ? { ...row, version: `${row.version}kelp1` } : row,
    );
    const placement = placeSystem(await systemOf(installed, FENWICK, OWN_SOURCE), [
      await candidate('saltmarsh', suite, { makers: ['Fenwick'] }),
    ]);
    expect(placement.answer).toMatchObject({ base: 'saltmarsh', reason: 'found' });
  });
});

describe('an index without its release file', () => {
  it.each([
    ['mirror.example_fenwick_dists_saltmarsh_main_binary-amd64_Packages', 'fenwick', 'saltmarsh'],
    ['fenwick/dists/saltmarsh/main/binary-amd64/Packages.xz', '', 'saltmarsh'],
    ['pool/fenwick/dists/saltmarsh/main/binary-amd64/Packages.xz', 'fenwick', 'saltmarsh'],
    ['first.db', '', 'first'],
    ['everything/repodata/abc-primary.xml.gz', '', 'everything'],
    ['Packages', '', ''],
    ['Packages.gz', '', ''],
  ])('%s is of “%s”, suite “%s”', (path, origin, suite_) =>
    expect(identityOfIndex(path, undefined)).toEqual({ origin, suite: suite_ }),
  );
  it('takes whose it is from what its packages say', async () => {
    const text = indexText(suite).replaceAll(/^Package: /gm, 'Origin: Fenwick\nPackage: ');
    const { indexes } = await read(file('Packages', text));
    expect(indexes[0].identity).toEqual({ origin: 'Fenwick', suite: '' });
    const few = indexText(suite).replace('Package: ', 'Origin: Somebody\nPackage: ');
    expect((await read(file('Packages', few))).indexes[0].identity.origin).toBe('');
  });
  it('is held against the size that a release file beside it states', async () => {
    const text = indexText(suite);
    const release = (size: number) =>
      `Origin: Fenwick\nCodename: saltmarsh\nSHA256:\n ${'0'.repeat(64)} ${size} main/binary-amd64/Packages\n`;
    const drop = (size: number) =>
      read(
        file('m_dists_saltmarsh_Release', release(size)),
        file('m_dists_saltmarsh_main_binary-amd64_Packages', text),
      );
    const { indexes, issues } = await drop(text.length);
    expect([indexes[0].losses, issues]).toEqual([[], []]);
    const cut = await drop(text.length + 5);
    expect(cut.indexes[0].losses).toMatchObject([{ code: 'list.size', params: { stated: text.length + 5 } }]);
    expect(cut.issues.map(({ code }) => code)).toEqual(['list.size']);
  });
});

describe('a system put together from two', () => {
  it('names both with their shares, and is recorded on both, in order', async () => {
    const installed = [...draw(suite.slice(0, 600), 0.9, random), ...draw(other.slice(600), 0.9, random)];
    const system = await systemOf(installed, KELP);
    const candidates = [await candidate('saltmarsh', suite), await candidate('tern', other)];
    const placement = placeSystem(system, candidates);
    expect(placement.answer).toMatchObject({ base: 'saltmarsh', others: ['tern'], reason: 'mixed' });
    expect(`${wordPlaced(placement)} ${wordAnswer(placement)}`).toMatch(
      /^Put together from saltmarsh and tern\. [\d.]+ % of \d+ packages equal saltmarsh; [\d.]+ % of \d+ packages equal tern\. \d+ packages only saltmarsh explains, \d+ only tern\./,
    );
    const rankedOf = (name: string) => placement.candidates.find((each) => each.name === name)!;
    const edited = acceptSystem(createCatalogue(), {
      system,
      distribution: 'Kelp',
      version: '1',
      facts: [],
      conditions: {},
      isImage: false,
      taken: '',
      today: '2026-11-24',
      by: '',
      bases: ['saltmarsh', 'tern'].map((name) => ({
        at: { distribution: name, version: '1' },
        relation: 'copies',
        candidate: rankedOf(name),
        accounts: placement.accounts,
      })),
    });
    const catalogue = valueOf(applyDiff(createCatalogue(), valueOf(edited).diff));
    const links = [...recordsOf(catalogue, 'link')].sort((a, b) => a.order - b.order);
    expect(links.map(({ base, order }) => [base, order])).toEqual([
      ['release:saltmarsh-1', 0],
      ['release:tern-1', 1],
    ]);
    expect([...recordsOf(catalogue, 'comparison')].map(({ base }) => base).sort()).toEqual([
      'release:saltmarsh-1',
      'release:tern-1',
    ]);
  });
});

describe('a list that was not read whole', () => {
  it('is marked in what is said, in the records, and in the counts that rest on it', async () => {
    const status = gzipSync(statusText(draw(suite, 0.6, random)));
    const { systems } = await read(
      file('etc/os-release', KELP),
      file('var/lib/dpkg/status', status.subarray(0, status.length >> 1)),
    );
    const placement = placeSystem(systems[0], [await candidate('saltmarsh', suite)]);
    expect(placement.losses).toMatchObject({ system: [{ code: 'compressed.truncated' }], base: [] });
    expect(wordPlaced(placement)).toBe('By what could be read: built on saltmarsh.');
    const facts = proposeFacts(systems[0]);
    expect(facts.find(({ key }) => key === 'defaults.packages')!.spoiledBy).toEqual(['not read whole']);
    const edited = acceptSystem(createCatalogue(), {
      system: systems[0],
      distribution: 'Kelp',
      version: '1',
      facts,
      conditions: {},
      isImage: false,
      taken: '',
      today: '2026-11-24',
      by: '',
      bases: [
        {
          at: { distribution: 'Fenwick', version: '31' },
          relation: 'copies',
          candidate: placement.candidates[0],
          accounts: placement.accounts,
        },
      ],
    });
    const catalogue = valueOf(applyDiff(createCatalogue(), valueOf(edited).diff));
    const [comparison] = recordsOf(catalogue, 'comparison');
    for (const record of [comparison, ...recordsOf(catalogue, 'snapshot'), ...recordsOf(catalogue, 'source')])
      expect(record.losses, record.id).toMatchObject([{ code: 'compressed.truncated' }]);
    expect(wordComparison(catalogue, comparison)).toMatch(
      /^100 % of its \d+ packages \(from a list cut off after [\d,]+ bytes\) are unmodified from Fenwick 31/,
    );
  });
  it('of a capture: a file that was changed, or is missing, is told by its manifest', async () => {
    const manifest = (lines: string[]) =>
      file('aspen-capture/manifest.tsv', ['aspen-capture\t1', ...lines, ''].join('\n'));
    const { systems, issues } = await read(
      manifest(['file\tetc/os-release\t20\t\t', 'file\tvar/lib/dpkg/status\t9\t\t']),
      file('etc/os-release', KELP),
    );
    expect(systems[0].losses).toMatchObject([{ code: 'capture.missing', params: { count: 1 } }]);
    expect(issues).toEqual(systems[0].losses);
  });
});
