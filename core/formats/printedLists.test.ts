/** What tools print and what bills of materials list, held against the tools; release calendars; zip archives. */
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { describeWith, hasTool, run, runBytes } from '../../testing/tools.ts';
import { collectPieces, piecesOf } from './byteStream.ts';
import { isLsbRelease, parseLsbRelease } from './lsbRelease.ts';
import { packageRow, type PackageColumns } from './packageColumns.ts';
import { isPackageText, parsePackageText, parsePkginfo } from './packageText.ts';
import { recogniseFormat } from './recognise.ts';
import { isReleaseCalendar, parseReleaseCalendar } from './releaseCalendar.ts';
import { parsePackageUrl, parseSoftwareBill } from './softwareBill.ts';
import { parseFree } from './printedState.ts';
import { parseAptPolicy, parseUname, splitTerminalText } from './terminalText.ts';
import { readZip } from './zip.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-printed-'));
afterAll(() => rmSync(folder, { recursive: true }));
const rows = (list: PackageColumns) => Array.from({ length: list.size }, (_, i) => packageRow(list, i));
const lines = (list: PackageColumns) =>
  rows(list)
    .map(({ name, version }) => `${name} ${version}`)
    .sort()
    .join('\n');
const sorted = (text: string) => text.trim().split('\n').sort().join('\n');
const recognise = (text: string) => recogniseFormat(new TextEncoder().encode(text), true);

describeWith(['dpkg', 'apt'], 'lists that dpkg and apt print', () => {
  const installed = sorted(
    run('dpkg-query', ['-W', '-f', '${db:Status-Abbrev}${Package} ${Version}\\n'])
      .split('\n')
      .filter((line) => line.startsWith('ii '))
      .map((line) => line.slice(3).trim())
      .join('\n'),
  );
  it.each([
    ['dpkg -l', () => run('sh', ['-c', 'COLUMNS=400 dpkg -l'])],
    [
      'dpkg-query -W',
      () =>
        run('sh', [
          '-c',
          "dpkg-query -W -f '${db:Status-Abbrev}\\t${Package}\\t${Version}\\n' | sed -n 's/^ii \\t//p'",
        ]),
    ],
    ['apt list', () => run('sh', ['-c', 'apt list --installed 2>/dev/null'])],
  ])('%s is read as the packages that are installed', (tool, print) => {
    const text = print();
    expect(recognise(text.slice(0, 60_000))).toBe('package-text');
    const list = parsePackageText(text, 'f');
    expect(list.tool).toBe(tool);
    expect(lines(list.packages)).toBe(installed);
  });
});

describe('lists that other tools print', () => {
  it('of pacman and rpm are told apart by their lines', () => {
    const pacman = parsePackageText(
      'warning: something\nalder-core 4.2.0-1\ngate 1:1.2.2-1.1\nlinux-longterm 6.10.8-2\n',
      'p',
    );
    expect([pacman.tool, lines(pacman.packages)]).toEqual([
      'pacman -Q',
      'alder-core 4.2.0-1\ngate 1:1.2.2-1.1\nlinux-longterm 6.10.8-2',
    ]);
    const rpm = parsePackageText(
      'two-data-1.2~rc1-7.nb21.noarch\nthree-3.0-1.x86_64\nfour-5-4^git.1.x86_64\n',
      'r',
    );
    expect(rpm.tool).toBe('rpm -qa');
    expect(rows(rpm.packages)).toMatchObject([
      { name: 'two-data', version: '1.2~rc1-7.nb21', architecture: 'noarch' },
      { name: 'three' },
      { name: 'four' },
    ]);
  });
  it('are not seen in prose, and nothing ever throws', () => {
    expect(isPackageText('The system is calm.\nIt has a guide.\nThe guide opens by itself.\n')).toBe(false);
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const read of [
          parsePackageText,
          parsePkginfo,
          parseSoftwareBill,
          parseReleaseCalendar,
          parseLsbRelease,
        ])
          expect(() => read(text, 'f')).not.toThrow();
        for (const read of [parseFree, parseUname, parseAptPolicy, splitTerminalText, parsePackageUrl])
          expect(() => read(text)).not.toThrow();
      }),
    );
  });
  it('have one package in .PKGINFO', () => {
    const text = 'pkgname = a\npkgbase = ab\npkgver = 2:1-3\narch = any\nprovides = x\nprovides = y=1\n';
    expect(recognise(text)).toBe('pkginfo');
    expect(rows(parsePkginfo(text, 'f').packages)).toMatchObject([
      { name: 'a', version: '2:1-3', source: 'ab', provides: 'x, y=1' },
    ]);
  });
});

describe('text from a terminal', () => {
  it('is divided by its prompts, else by empty lines', () => {
    const typed =
      'ann@desk:~$ uname -a\nLinux desk 6.4.9-1-stock #1 SMP x\nann@desk:~$ free -m\n  total\nMem: 1\n';
    expect(splitTerminalText(typed).map(({ command }) => command)).toEqual(['uname -a', 'free -m']);
    expect(splitTerminalText('one\ntwo\n\nthree\n')).toEqual([
      { command: '', text: 'one\ntwo\n' },
      { command: '', text: 'three\n' },
    ]);
  });
  it('says what the tools of this machine say', () => {
    expect(parseUname(run('uname', ['-a']))!.release).toBe(run('uname', ['-r']).trim());
    if (hasTool('free')) {
      const total = Math.round(
        Number(/^MemTotal:\s+(\d+)/m.exec(readFileSync('/proc/meminfo', 'utf8'))![1]) / 1024,
      );
      for (const option of ['-m', '-k', '-b', '-h']) {
        const read = parseFree(run('free', option === '-b' ? ['-k'] : [option]))!;
        expect(Math.abs(read.totalMiB - total) / total, option).toBeLessThan(0.05);
        expect(read.usedMiB).toBeLessThan(total);
      }
    }
    const policy = run('apt-cache', ['policy']);
    expect(recognise(policy)).toBe('apt-policy');
    const used = run('apt-get', ['indextargets', '--format', '$(REPO_URI)', 'Created-By: Packages']).split(
      '\n',
    );
    const read = parseAptPolicy(policy);
    for (const { uri } of read) expect(used.map((each) => each.replace(/\/$/, ''))).toContain(uri);
    expect(read.length).toBeGreaterThan(0);
  });
});

describe('a bill of materials', () => {
  const spdx = JSON.stringify({
    spdxVersion: 'SPDX-2.3',
    packages: [
      {
        name: 'a',
        supplier: 'Organization: Open',
        externalRefs: [
          {
            referenceType: 'purl',
            referenceLocator: 'pkg:deb/open/a@1%3A2.0-1?arch=amd64&upstream=src%402.0-1',
          },
        ],
      },
      { name: 'library', externalRefs: [{ referenceType: 'purl', referenceLocator: 'pkg:npm/x@1' }] },
      { name: 'no reference' },
    ],
  });
  const cyclone = JSON.stringify({
    bomFormat: 'CycloneDX',
    specVersion: '1.6',
    components: [
      {
        name: 'b',
        purl: 'pkg:rpm/open/b@1.2-3.gw21?arch=x86_64&epoch=4&upstream=src-1.2-3.gw21.src.rpm',
        components: [{ name: 'c', purl: 'pkg:rpm/open/c@1-1?arch=noarch' }],
      },
    ],
  });
  it('of either kind gives the system’s packages', () => {
    expect([recognise(spdx), recognise(cyclone)]).toEqual(['software-bill', 'software-bill']);
    expect(rows(parseSoftwareBill(spdx, 'f').packages)).toMatchObject([
      {
        name: 'a',
        version: '1:2.0-1',
        architecture: 'amd64',
        source: 'src',
        sourceVersion: '2.0-1',
        maintainer: 'Open',
      },
    ]);
    const list = parseSoftwareBill(cyclone, 'f').packages;
    expect(list.family).toBe('rpm');
    expect(rows(list)).toMatchObject([
      { name: 'b', version: '4:1.2-3.gw21' },
      { name: 'c', version: '1-1' },
    ]);
  });
  it('that is cut off says so, and one of another form is empty', () => {
    expect(parseSoftwareBill(spdx.slice(0, 60), 'f').issues.map(({ code }) => code)).toEqual([
      'json.damaged',
    ]);
    for (const odd of ['null', '[]', '{"packages":7}', '{"components":[null,{"purl":5}]}'])
      expect(parseSoftwareBill(odd, 'f').packages.size).toBe(0);
  });
});

describe('a release calendar', () => {
  it('gives releases with their ends, and names the line of what it skips', () => {
    const text =
      'version,codename,series,created,release,eol,eol-lts\n6,Agate,agate,2021-05-29,2023-05-20,2026-06-01,2028-06-01\nbroken,,x,yesterday\n7,Brindle,brindle,2023-05-20,2025-06-14,,\n';
    expect(recognise(text)).toBe('release-calendar');
    const { releases, issues } = parseReleaseCalendar(text, 'f');
    expect(releases).toMatchObject([
      { version: '6', series: 'agate', eol: '2026-06-01', ends: { 'eol-lts': '2028-06-01' } },
      { version: '7', eol: '', ends: {} },
    ]);
    expect(issues.map(({ params }) => params.line)).toEqual([3]);
  });
  const real = '/usr/share/distro-info/debian.csv';
  it.skipIf(!existsSync(real))('of this machine is read without a gap', () => {
    const text = readFileSync(real, 'utf8');
    expect(isReleaseCalendar(text)).toBe(true);
    const { releases, issues } = parseReleaseCalendar(text, real);
    expect(issues).toEqual([]);
    expect(releases).toHaveLength(text.trim().split('\n').length - 1);
  });
});

describe('an lsb-release file', () => {
  it('says the same as os-release under other names', () => {
    const text =
      'DISTRIB_ID=Tidewater\nDISTRIB_RELEASE=7.1\nDISTRIB_CODENAME=kelp\nDISTRIB_DESCRIPTION="Tidewater 7.1"\n';
    expect(isLsbRelease(text)).toBe(true);
    expect(recognise(text)).toBe('lsb-release');
    expect(parseLsbRelease(text, 'f').fields).toEqual({
      NAME: 'Tidewater',
      VERSION_ID: '7.1',
      VERSION_CODENAME: 'kelp',
      PRETTY_NAME: 'Tidewater 7.1',
    });
  });
});

describeWith(['bsdtar'], 'a zip archive', () => {
  writeFileSync(join(folder, 'one'), 'first\n');
  writeFileSync(join(folder, 'two'), 'second\n'.repeat(9000));
  const archive = runBytes('sh', ['-c', `cd ${folder} && bsdtar --format zip -cf - one two`]);
  async function list(bytes: Uint8Array, size: number) {
    const issues: string[] = [];
    const files: string[] = [];
    async function* pieces() {
      for (let at = 0; at < bytes.length; at += size) yield bytes.slice(at, at + size);
    }
    for await (const entry of readZip(pieces(), 'f', ({ code }) => issues.push(code)))
      files.push(`${entry.path} ${(await collectPieces(entry.pieces, 1e6)).bytes.length}`);
    return { files, issues };
  }
  it('gives its files, however it is cut into pieces', async () => {
    expect(recogniseFormat(archive, true)).toBe('zip');
    for (const size of [50, 1000, 1e6])
      expect(await list(archive, size)).toEqual({ files: ['one 6', 'two 63000'], issues: [] });
    expect((await collectPieces(piecesOf(archive), 10)).cut).toBe(true);
  });
  it('cut off gives the whole files before the damage, and says so', async () => {
    const { files, issues } = await list(archive.slice(0, 90), 1e6);
    expect(files).toEqual(['one 6']);
    expect(issues).toEqual(['zip.damaged']);
  });
});
