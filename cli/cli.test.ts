import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createSampleImage, writeTree } from '../testing/imageTrees.ts';
import { describeWith, run } from '../testing/tools.ts';
import { createRandom, draw, indexText, moveOn, randomRows, statusText } from '../testing/samples.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));

const at = (name: string) => join(folder, name);
const random = createRandom(8);
const suite = randomRows(random, 700);
mkdirSync(at('system/etc'), { recursive: true });
mkdirSync(at('system/var/lib/dpkg'), { recursive: true });
writeFileSync(at('system/etc/os-release'), 'NAME="Tidewater"\nID=tidewater\nVERSION_ID=7.1\n');
writeFileSync(at('system/var/lib/dpkg/status'), statusText(draw(suite, 0.6, random)));
writeFileSync(at('one.gz'), gzipSync(indexText(suite)));
writeFileSync(at('two'), indexText(moveOn(suite, 0.7, random)));
writeFileSync(at('cut.gz'), gzipSync(indexText(suite)).subarray(0, 2000));
writeFileSync(at('nothing'), 'nothing of use\n');

function aspen(args: readonly string[], input = '') {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, NO_COLOR: '1' },
  });
  return { status, stdout, stderr };
}

describe('aspen order', () => {
  it('prints an answer for each line, in order', () => {
    const lines = ['deb\t1.0~rc1\t1.0', 'rpm\t1.0-1\t1.0-1', 'alpm\t1:1-1\t2-1', ''].join('\n');
    expect(aspen(['order'], lines)).toEqual({ status: 0, stdout: '-1\n0\n1\n', stderr: '' });
  });
  it('names the line it cannot read', () => {
    const { status, stdout, stderr } = aspen(['order'], 'deb\t1\t2\nzip\t1\t2\n');
    expect({ status, stdout }).toEqual({ status: 1, stdout: '-1\n' });
    expect(stderr).toMatch(/line 2/);
  });
});

describe('aspen packages', () => {
  it('prints every package of a compressed index', () => {
    const { status, stdout } = aspen(['packages', at('one.gz')]);
    expect(status).toBe(0);
    expect(stdout.trim().split('\n')).toEqual(
      suite.map(({ name, version, architecture }) => `${name}\t${version}\t${architecture}`),
    );
  });
  it('fails on a file that is none, and on one that is not there, saying which', () => {
    for (const name of ['nothing', 'absent']) {
      const { status, stderr } = aspen(['packages', at(name)]);
      expect(status).toBe(1);
      expect(stderr).toContain(at(name));
    }
  });
  it('prints what could be read of a cut-off file, and says so', () => {
    const { stdout, stderr } = aspen(['packages', at('cut.gz')]);
    expect(stdout.split('\n').length).toBeGreaterThan(5);
    expect(stderr).toMatch(/ends too early|damaged/);
  });
});

describe('aspen inspect', () => {
  it('prints what was recognised as JSON', () => {
    const { status, stdout } = aspen(['inspect', at('system'), '--json']);
    const report = JSON.parse(stdout) as {
      files: { path: string; format: string }[];
      systems: { name: string; packages: number }[];
    };
    expect(status).toBe(0);
    expect(report.files.map(({ path, format }) => `${path} ${format}`)).toEqual([
      'aspen-capture/manifest.tsv capture-manifest',
      'var/lib/dpkg/status dpkg-status',
      'etc/os-release os-release',
    ]);
    expect(report.systems).toMatchObject([{ name: 'Tidewater' }]);
  });
  it('fails when nothing is recognised', () => expect(aspen(['inspect', at('nothing')]).status).toBe(1));
});

describe('aspen place', () => {
  it('answers in the agreed shape', () => {
    const { status, stdout } = aspen([
      'place',
      at('system'),
      '--against',
      `two=${at('two')}`,
      '--against',
      `one=${at('one.gz')}`,
      '--json',
    ]);
    expect(status).toBe(0);
    const { answer, candidates, accounts, findings } = JSON.parse(stdout) as Record<string, never>;
    expect(answer).toMatchObject({
      base: 'one',
      reason: expect.stringContaining('equal one') as string,
      carriedShare: 1,
    });
    expect(Object.keys(answer)).toContain('margin');
    expect(candidates).toMatchObject([{ name: 'one', heldBack: 0 }, { name: 'two' }]);
    for (const key of [
      'name',
      'installed',
      'same',
      'rebuilt',
      'patched',
      'heldBack',
      'ahead',
      'own',
      'carriedShare',
      'score',
    ])
      expect(candidates[0]).toHaveProperty(key);
    expect(accounts).toMatchObject([{ name: 'one' }]);
    expect(findings).toEqual([]);
  });
  it('takes several files for one candidate, and a package database alone for a system', () => {
    const { stdout } = aspen([
      'place',
      at('system/var/lib/dpkg/status'),
      '--against',
      `both=${at('two')},${at('one.gz')}`,
    ]);
    expect(stdout).toMatch(/^Built on both\. 100\.0 % of \d+ packages equal both/);
  });
  it('tells each package with its class and account when asked, and when it was copied', () => {
    const { stdout } = aspen([
      'place',
      at('system'),
      ...['--against', `one@2026-05-01=${at('one.gz')}`, '--against', `one@2026-08-01=${at('two')}`],
      ...['--json', '--packages'],
    ]);
    const { answer, packages, accounts } = JSON.parse(stdout) as {
      answer: { copied: { state: string; before?: { date: string } } };
      accounts: { packages: number }[];
      packages: { class: string; account: number; by: string }[];
    };
    expect(answer.copied).toMatchObject({ state: '2026-05-01', before: { date: '2026-08-01' } });
    expect(packages).toHaveLength(accounts[0].packages);
    expect(packages.every((each) => each.class === 'same' && each.by === 'equalVersion')).toBe(true);
  });
  it.each([
    [['place'], 2],
    [['place', 'x'], 2],
    [['place', 'x', '--against', 'nofile'], 2],
    [['place', at('system'), '--against', `a=${at('absent')}`], 1],
    [['place', at('system'), '--against', `a=${at('nothing')}`], 1],
    [['place', at('nothing'), '--against', `a=${at('two')}`], 1],
    [['fly'], 2],
    [['--help'], 0],
    [['--version'], 0],
  ] as const)('%j ends with %i', (args, status) => expect(aspen(args).status).toBe(status));
});

describe('aspen freshness', () => {
  const states = [
    '--against',
    `base@2026-05-01=${at('one.gz')}`,
    '--against',
    `base@2026-08-01=${at('two')}`,
  ];
  it('says how far a system is behind', () => {
    const { status, stdout } = aspen(['freshness', at('system'), ...states, '--on', '2026-08-11']);
    expect(status).toBe(0);
    expect(stdout).toMatch(/^On 11 August 2026, .* packages are behind: half of them by at most 10 days/);
    const json = JSON.parse(aspen(['freshness', at('system'), ...states, '--json']).stdout) as {
      on: string;
      whole: { known: number; behind: number; current: number };
      packages: unknown[];
    };
    expect(json.on).toBe('2026-08-01');
    expect(json.whole.current + json.whole.behind).toBe(json.whole.known);
    expect(json.packages).toHaveLength(json.whole.known);
  });
  it.each([
    [[], 2],
    [['--against', `base=${at('two')}`], 2],
    [['--against', `base@nonsense=${at('two')}`], 2],
    [[...states, '--on', 'nonsense'], 2],
    [[...states, '--on', '2020-01-01'], 1],
  ] as const)('%j ends with %i', (args, status) =>
    expect(aspen(['freshness', at('system'), ...args]).status).toBe(status),
  );
});

describeWith(['mksquashfs', 'xorriso'], 'aspen on an image', () => {
  const image = at('marram-2-live.iso');
  beforeAll(() => void createSampleImage('marram-2', at('.')));
  it('inspects it, prints its packages, and says what its installer removes', () => {
    const { status, stdout } = aspen(['inspect', image, '--json']);
    const { systems } = JSON.parse(stdout) as { systems: Record<string, unknown>[] };
    expect(status).toBe(0);
    expect(systems).toMatchObject([
      {
        name: 'Marram 2',
        packages: 1370,
        taken: '2026-11-21T00:00:00Z',
        image: { formats: 'ISO 9660 › squashfs' },
      },
    ]);
    expect(Object.values(systems[0].removed as Record<string, string>)).toEqual(
      Array(3).fill('live/filesystem.packages-remove'),
    );
    expect(aspen(['packages', image]).stdout.trim().split('\n')).toHaveLength(1373);
    expect(aspen(['inspect', image]).stdout).toContain(
      'Read from marram-2-live.iso (21 November 2026; ISO 9660 › squashfs, live/filesystem.squashfs) and never started',
    );
  });
  it('captures it: what is proposed of the capture is what is proposed of the image', () => {
    const capture = at('marram.tar.gz');
    const { status, stdout } = aspen(['capture', image, '--output', capture]);
    expect([status, stdout]).toEqual([0, expect.stringMatching(/marram\.tar\.gz: \d+ files, [\d,]+ bytes/)]);
    const proposedOf = (path: string) =>
      (
        JSON.parse(aspen(['inspect', path, '--json']).stdout) as {
          systems: { facts: unknown; removed: unknown }[];
        }
      ).systems.map(({ facts, removed }) => ({ facts, removed }));
    expect(proposedOf(capture)).toEqual(proposedOf(image));
  });
  it('prints one of several systems, once it is said which', () => {
    const fill = (name: string, packages: string[]) => {
      const etc = { 'etc/os-release': `NAME=${name}\nID=${name.toLowerCase()}\n` };
      const status = packages.map((each) => `Package: ${each}\nStatus: install ok installed\nVersion: 1\n\n`);
      writeTree(at(`trees/${name}`), { ...etc, 'var/lib/dpkg/status': status.join('') });
      run('mksquashfs', [
        at(`trees/${name}`),
        at(`disc/${name.toLowerCase()}.squashfs`),
        '-quiet',
        '-no-progress',
      ]);
    };
    mkdirSync(at('disc'), { recursive: true });
    fill('Kelpmoor', ['a', 'b']);
    fill('Tidewater', ['c']);
    run('xorriso', ['-as', 'mkisofs', '-quiet', '-R', '-o', at('both.iso'), at('disc')]);
    const asked = aspen(['packages', at('both.iso')]);
    expect([asked.status, asked.stderr]).toEqual([1, expect.stringContaining('say which with --system')]);
    expect(aspen(['packages', at('both.iso'), '--system', 'Tidewater']).stdout).toBe('c\t1\t\n');
    expect(aspen(['packages', at('both.iso'), '--system', 'kelpmoor.squashfs']).stdout).toMatch(
      /^a\t1\t\nb\t1/,
    );
    const placed = aspen([
      'place',
      at('both.iso'),
      '--system',
      'Kelpmoor',
      '--against',
      `own=${at('one.gz')}`,
    ]);
    expect([placed.status, placed.stderr]).toEqual([0, '']);
  });
  it('asks which of several systems is meant, and refuses what holds none', () => {
    const asked = aspen(['capture', at('one.gz')]);
    expect([asked.status, asked.stderr]).toEqual([
      1,
      expect.stringContaining('is neither an image of a system'),
    ]);
    const wrong = aspen(['capture', image, '--system', 'Kelpmoor']);
    expect([wrong.status, wrong.stderr]).toEqual([
      1,
      expect.stringContaining('“Marram 2” (live/filesystem.squashfs); say which'),
    ]);
  });
  it('takes a root in a folder, and nothing behind its links', () => {
    writeTree(at('linked'), {
      'etc/os-release': '→/etc/os-release.real',
      'etc/os-release.real': 'NAME=Kelpmoor\nID=kelpmoor\n',
      'etc/apt/preferences': `→${at('one.gz')}`,
    });
    mkdirSync(at('linked/var/lib/dpkg'), { recursive: true });
    writeFileSync(
      at('linked/var/lib/dpkg/status'),
      'Package: a\nStatus: install ok installed\nVersion: 1\n\n',
    );
    const { systems, files } = JSON.parse(aspen(['inspect', at('linked'), '--json']).stdout) as {
      systems: { name: string }[];
      files: { path: string }[];
    };
    expect(systems.map(({ name }) => name)).toEqual(['Kelpmoor']);
    expect(files.map(({ path }) => path)).not.toContain('etc/apt/preferences');
  });
});

describe('aspen capture-script', () => {
  it('prints a script that a shell takes', () => {
    const { status, stdout } = aspen(['capture-script']);
    expect(status).toBe(0);
    expect(spawnSync('sh', ['-n'], { input: stdout }).status).toBe(0);
    expect(stdout).toMatch(/^#!\/bin\/sh\n/);
  });
});
