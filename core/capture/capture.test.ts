import { valueOf } from '../../testing/catalogues.ts';
import { fileOf, readDropOf } from '../../testing/inputs.ts';
import { pointersOf } from '../../testing/pointers.ts';
import { existsSync } from 'node:fs';
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
import { describeWith, hasTool, runBytes } from '../../testing/tools.ts';
import { inputFiles } from '../../server/reading/pathFiles.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import { createCatalogue } from '../catalogue/createCatalogue.ts';
import { checkDiff } from '../catalogue/checkDiff.ts';
import { diffOfRecords, reverseDiff } from '../catalogue/diff.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { packageRow } from '../formats/packageColumns.ts';
import { acceptPlacement } from './acceptPlacement.ts';
import { createCandidate } from '../packages/candidate.ts';
import { placeSystem } from './placeSystem.ts';
import { proposeFacts } from './proposeFacts.ts';

const file = fileOf;
const read = readDropOf;
const codes = (list: readonly { code: string }[]) => list.map(({ code }) => code);

const random = createRandom(3);
const suite = randomRows(random, 900);
const next = moveOn(suite, 0.7, random);
const OS =
  'NAME="Tidewater"\nID=tidewater\nID_LIKE=fenwick\nVERSION_ID=7.1\nVERSION_CODENAME=kelp\nSUPPORT_END=2029-06-01\n';
const roles: Row[] = [
  { name: 'fathom', version: '3', provides: 'www-browser, gopher (= 1)' },
  { name: 'linux-image-6.8.0-4-generic', version: '6.8.12-4' },
  { name: 'linux-image-6.8.0-9-generic', version: '6.8.12-9' },
  { name: 'pen', version: '1', provides: 'editor' },
  { name: 'quill', version: '1', provides: 'editor' },
];
const system = (root = '', installed: readonly Row[] = [...draw(suite, 0.6, random), ...roles]) => [
  file(`${root}etc/os-release`, OS),
  file(
    `${root}etc/apt/sources.list`,
    'deb https://tidewater.example/front kelp main\ndeb https://fenwick.example/a saltmarsh base shelf\n',
  ),
  file(`${root}var/lib/dpkg/status`, statusText(installed)),
];

describe('a dropped system', () => {
  it('is put together from its files, recognised by content', async () => {
    const drop = await read([
      file('x/1', OS),
      file('x/2', 'deb https://fenwick.example/a saltmarsh base\n'),
      file('x/3', statusText(suite)),
    ]);
    expect(drop.systems).toHaveLength(1);
    expect(drop.systems[0]).toMatchObject({
      identification: { NAME: 'Tidewater' },
      sources: [{ suite: 'saltmarsh' }],
    });
    expect(drop.systems[0].packages!.size).toBe(900);
    expect(drop.issues).toEqual([]);
  });
  it('shows facts with the file that shows each; a role with two providers shows none', async () => {
    const { systems } = await read(system());
    const facts = Object.fromEntries(proposeFacts(systems[0]).map(({ key, value }) => [key, value]));
    expect(facts).toMatchObject({
      'identity.packageFormat': 'deb',
      'identity.baseVisible': true,
      'model.supportEnd': '2029-06-01',
      'kernel.version': '6.8.12',
      'defaults.application.browser': 'fathom',
      'defaults.packages': systems[0].packages!.size,
    });
    expect(facts['repositories.archives']).toEqual([
      { name: 'tidewater.example/front kelp', settings: { components: 'main', state: 'on' } },
      { name: 'fenwick.example/a saltmarsh', settings: { components: 'base shelf', state: 'on' } },
    ]);
    expect(facts).not.toHaveProperty('defaults.application.editor');
    expect(proposeFacts(systems[0]).find(({ key }) => key === 'kernel.version')!.place).toBe(
      'var/lib/dpkg/status, linux-image-6.8.0-9-generic',
    );
  });
  it('in an archive is read as the same files outside it', async () => {
    if (!hasTool('tar')) return expect.unreachable('tar is part of every Debian system');
    const script =
      'cd $(mktemp -d); mkdir -p etc var/lib/dpkg; cat > var/lib/dpkg/status; echo "NAME=A\nID=a" > etc/os-release; tar -cz .';
    const archive = runBytes('sh', ['-c', script], statusText(suite));
    const { systems, files } = await read([file('capture.tar.gz', archive)]);
    expect(systems[0].packages!.size).toBe(900);
    expect(files.map(({ path, from, containers }) => `${path} ${from} ${containers}`).sort()).toEqual([
      'etc/os-release capture.tar.gz gzip,tar',
      'var/lib/dpkg/status capture.tar.gz gzip,tar',
    ]);
  });
  it('is kept apart from another one in the same drop', async () => {
    const other = system('b/', draw(next, 0.5, random));
    other[0] = file('b/etc/os-release', 'NAME="Varnley"\nID=varnley\nVERSION_ID=6\n');
    const { systems, issues } = await read([...system('a/'), ...other]);
    expect(systems.map(({ root, identification }) => `${root} ${identification.NAME}`)).toEqual([
      'a Tidewater',
      'b Varnley',
    ]);
    expect(codes(issues)).toEqual(['drop.severalSystems']);
  });
  it('mixed with another one in one folder is not guessed at', async () => {
    const { systems, issues } = await read([
      file('s1', statusText(suite)),
      file('s2', statusText(next)),
      file('o1', OS),
      file('o2', 'NAME="B"\nID=b\n'),
    ]);
    expect(codes(issues)).toContain('drop.mixed');
    expect(
      systems.map(({ identification, packages }) => [Object.keys(identification).length, packages!.size]),
    ).toEqual([
      [0, 900],
      [0, 900],
    ]);
  });
});

describe('bad input', () => {
  it('is named with its file, and the rest of the drop is read', async () => {
    const drop = await read([
      file('empty', ''),
      file('letter.txt', 'Dear reader, hello.\nYours\n'),
      file('picture', new Uint8Array([1, 2, 0, 4, 0, 6])),
      file(
        'index',
        `${indexText(suite.slice(0, 3))}\nPackage: broken\nno colon here\n\nPackage: last\nVersion: 1\nFilename: x\n`,
      ),
      ...system(),
    ]);
    const issueOf = (path: string) =>
      drop.files.find((entry) => entry.path === path)!.issues.map(({ code }) => code);
    expect(issueOf('empty')).toEqual(['file.empty']);
    expect(issueOf('letter.txt')).toEqual(['file.unknown']);
    expect(issueOf('picture')).toEqual(['file.binary']);
    expect(issueOf('index')).toEqual(['deb822.broken']);
    expect(drop.indexes[0].packages.size).toBe(4);
    expect(drop.systems[0].packages!.size).toBeGreaterThan(500);
  });
  it('a cut-off xz keeps what came before', async () => {
    if (!hasTool('xz')) return console.warn('SKIPPED: a cut-off xz needs xz');
    const packed = runBytes('xz', ['-c'], indexText(randomRows(random, 20_000)));
    const { files, indexes } = await read([file('Packages.xz', packed.slice(0, packed.length * 0.6))]);
    expect(files[0]).toMatchObject({ containers: ['xz'], format: 'deb-packages' });
    expect(files[0].issues[0].code).toMatch(/^compressed\./);
    expect(indexes[0].packages.size).toBeGreaterThan(1000);
    expect(indexes[0].packages.size).toBeLessThan(20_000);
  });
  it('a compressed file with nothing to be saved is named as what it is', async () => {
    const bytes = Uint8Array.from([31, 139, 8, 0, 0, 0, 0, 0, 0, 3, ...new TextEncoder().encode('garbage')]);
    const { files } = await read([file('bad.gz', bytes)]);
    expect(files).toMatchObject([{ format: 'gzip', issues: [{ code: 'compressed.damaged' }] }]);
  });
  it('half a gigabyte of zeros is left unread as soon as it is recognised', async () => {
    const zeros = gzipSync(Buffer.alloc(1 << 26));
    const started = performance.now();
    const { files } = await read(Array.from({ length: 8 }, (_, i) => file(`zeros${i}.gz`, zeros)));
    expect(files.map(({ format }) => format)).toEqual(new Array(8).fill('binary'));
    expect(performance.now() - started).toBeLessThan(5000);
  });
  it('a file that expands beyond the limit is cut there', async () => {
    const { files } = await read([file('big.gz', gzipSync(indexText(randomRows(random, 9000))))], {
      expansionLimit: 300_000,
    });
    expect(files[0].issues[0]).toMatchObject({ code: 'compressed.tooLarge' });
    expect(files[0].content).toBeDefined();
  });
  it('archives within archives end somewhere', async () => {
    let bytes: Uint8Array = new TextEncoder().encode('x');
    for (let i = 0; i < 8; i++) bytes = new Uint8Array(gzipSync(bytes));
    expect(codes((await read([file('nest', bytes)])).files[0].issues)).toContain('file.nested');
  });
  it('a file that cannot be opened does not stop the others', async () => {
    const open = async function* (): AsyncGenerator<Uint8Array> {
      throw new Error('permission denied');
    };
    const { files, systems } = await read([{ path: 'secret', size: 5, open }, ...system()]);
    expect(files[0]).toMatchObject({
      path: 'secret',
      issues: [{ code: 'file.unreadable', params: { reason: 'permission denied' } }],
    });
    expect(systems[0].packages).toBeDefined();
  });
  it('nothing of use is said so', async () => {
    expect(codes((await read([file('a', 'x\n')])).issues)).toEqual(['drop.nothing']);
  });
  it('reading stops when it is cancelled', async () => {
    const stop = new AbortController();
    const files = Array.from({ length: 50 }, (_, i) => file(`f${i}`, indexText(suite)));
    const drop = await read(files, {
      signal: stop.signal,
      onProgress: ({ files: count }) => count >= 3 && stop.abort(),
    });
    expect(drop.files.length).toBeLessThan(6);
  });
});

describe('placing', () => {
  const candidates = async (root = '') => {
    const drop = await read([
      file(`${root}saltmarsh`, indexText(suite)),
      file(`${root}tern`, indexText(next)),
    ]);
    return drop.indexes.map(({ name, packages }) => createCandidate(name, [packages]));
  };
  it('holds the answer against the configuration', async () => {
    const { systems } = await read(system());
    const placement = placeSystem(systems[0], await candidates());
    expect(placement).toMatchObject({ answer: { base: 'saltmarsh' }, relation: 'installs from' });
    expect(codes(placement.findings)).toEqual(['evidence.sourcesAgree']);
  });
  it('reports sources and names that say something else than the packages', async () => {
    const files = system('', draw(next, 0.6, random));
    files[0] = file('etc/os-release', 'NAME="X"\nID=x\nVERSION_CODENAME=saltmarsh\n');
    const { systems } = await read(files);
    const placement = placeSystem(systems[0], await candidates());
    expect(placement).toMatchObject({ answer: { base: 'tern' }, relation: 'copies' });
    expect(codes(placement.findings)).toEqual(['evidence.sourcesContradict', 'evidence.nameContradicts']);
  });
  it('says when the configuration names a base that the packages do not bear out', async () => {
    const { systems } = await read(system('', randomRows(createRandom(99), 800)));
    const placement = placeSystem(systems[0], await candidates());
    expect(placement).toMatchObject({ answer: { base: null }, relation: null });
    expect(codes(placement.findings)).toEqual(['evidence.sourcesUnsupported']);
  });
});

describe('accepting', () => {
  it('makes valid records that one reversed diff takes back, and reuses what is there', async () => {
    const { systems } = await read(system());
    const [index] = (await read([file('saltmarsh', indexText(suite))])).indexes;
    const placement = placeSystem(systems[0], [createCandidate('saltmarsh', [index.packages])]);
    const facts = proposeFacts(systems[0]);
    const accept = (catalogue = createCatalogue()) =>
      acceptPlacement(catalogue, {
        isImage: false,
        system: systems[0],
        distribution: 'Tidewater',
        version: '7.1',
        facts,
        conditions: {},
        taken: '',
        today: '2026-11-24',
        by: '',
        bases: [
          {
            at: { distribution: 'Fenwick', version: '31' },
            relation: 'installs from',
            candidate: placement.candidates[0],
            accounts: placement.accounts,
            indexes: [
              {
                name: 'saltmarsh',
                origin: 'f',
                date: '2026-11-20',
                family: 'deb',
                packages: index.packages.size,
                signature: 'unchecked',
              },
            ],
          },
        ],
      });
    const first = accept();
    const diff = diffOfRecords(createCatalogue(), first.records);
    expect(checkDiff(createCatalogue(), diff)).toEqual([]);
    const catalogue = valueOf(applyDiff(createCatalogue(), diff));
    expect([...recordsOf(catalogue, 'distribution')].map(({ name }) => name).sort()).toEqual([
      'Fenwick',
      'Tidewater',
    ]);
    expect([...recordsOf(catalogue, 'link')]).toMatchObject([
      { derivative: first.release, base: 'release:fenwick-31', relation: 'installs from' },
    ]);
    expect([...recordsOf(catalogue, 'reading')]).toHaveLength(facts.length);
    expect([...recordsOf(catalogue, 'snapshot')].map(({ role }) => role).sort()).toEqual([
      'repository',
      'system',
    ]);
    expect(pointersOf(valueOf(applyDiff(catalogue, reverseDiff(diff))))).toEqual({});

    const again = accept(catalogue);
    expect(again.release).toBe(first.release);
    const second = diffOfRecords(catalogue, again.records);
    expect(Object.keys(second.changed)).toEqual([]);
    expect(checkDiff(catalogue, second)).toEqual([]);
  });
});

const LISTS = '/var/lib/apt/lists';

describeWith(['dpkg-query', 'apt-get'], 'this machine', () => {
  it.runIf(existsSync(LISTS))('is placed on the suite that its sources name', async () => {
    const files = (
      await Promise.all(['/etc/os-release', '/etc/apt', '/var/lib/dpkg/status', LISTS].map(inputFiles))
    ).flat();
    const drop = await read(files.map((entry) => ({ ...entry, path: entry.path.split('/').pop()! })));
    const { indexes, systems } = drop;
    const main = indexes.toSorted((a, b) => b.packages.size - a.packages.size)[0];
    const named = systems[0].sources
      .filter(({ type, enabled }) => type === 'deb' && enabled)
      .map(({ suite }) => suite);
    const placement = placeSystem(
      systems[0],
      indexes.map(({ name, packages }) => createCandidate(name, [packages])),
    );
    expect(named).toContain(placement.answer.base);
    expect(placement.answer.base).toBe(main.name);
    const { installed } = placement.candidates[0].counts;
    expect(placement.accounts.reduce((sum, { packages }) => sum + packages, 0)).toBe(installed);
    expect(packageRow(systems[0].packages!, 0).name).not.toBe('');
  });
});
