/** Readers of alpm and rpm package lists: laws, damage, and what the formats' own tools say. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { describeWith, run } from '../../testing/tools.ts';
import { AlpmDatabaseReader, formatAlpmDesc, isAlpmDesc, parseAlpmDesc } from './alpmDesc.ts';
import { packageRow, type PackageColumns } from './packageColumns.ts';
import { recogniseFormat } from './recognise.ts';
import { formatRpmVersion, sourceVersionOf } from './rpmIdentity.ts';
import { parseRepomd, RpmPrimaryReader } from './rpmMetadata.ts';
import { parseRpmPackageTable } from './rpmPackageTable.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const rows = (list: PackageColumns) => Array.from({ length: list.size }, (_, i) => packageRow(list, i));
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-lists-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('an alpm desc file', () => {
  const line = fc
    .string({ minLength: 1, maxLength: 30 })
    .filter((text) => !/[\n\r]|^%[A-Z0-9]+%$/.test(text));
  const entries = fc.dictionary(
    fc.stringMatching(/^[A-Z]{2,10}$/),
    fc.array(line, { minLength: 1, maxLength: 4 }),
  );
  it('is read back as it was written', () => {
    fc.assert(
      fc.property(entries, (written) => {
        const read = parseAlpmDesc(formatAlpmDesc(Object.entries(written)));
        expect(Object.fromEntries(read)).toEqual(written);
      }),
    );
  });
  it('never throws, whatever the text', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const reader = new AlpmDatabaseReader('d');
        reader.push(`%NAME%\n${text}`, 'p');
        reader.push(text, 'p');
        expect(reader.finish().packages.size).toBeLessThanOrEqual(2);
      }),
    );
  });
  it('tells a repository from an installed system, and names what it skips', () => {
    const reader = new AlpmDatabaseReader('core.db');
    reader.push(
      '%FILENAME%\na-1-1.pkg.tar.zst\n\n%NAME%\na\n\n%BASE%\nalpha\n\n%VERSION%\n1:1-1\n\n%PROVIDES%\nx\ny=2\n',
      'a-1-1/desc',
    );
    reader.push('%NAME%\nb\n', 'b/desc');
    const { role, packages, issues } = reader.finish();
    expect(role).toBe('index');
    expect(rows(packages)).toMatchObject([
      { name: 'a', version: '1:1-1', source: 'alpha', provides: 'x, y=2' },
    ]);
    expect(issues).toMatchObject([
      { code: 'packages.broken', where: 'core.db', params: { place: 'b/desc' } },
    ]);
    expect(isAlpmDesc('%NAME%\na\n\n%VERSION%\n1-1\n')).toBe(true);
    expect(isAlpmDesc('NAME=a')).toBe(false);
  });
});

describeWith(['repo-add', 'bsdtar'], 'a database of repo-add', () => {
  it('gives the packages that were added', () => {
    const names = ['alpha-core', 'beta', 'gamma-data'];
    for (const name of names) {
      mkdirSync(join(folder, name), { recursive: true });
      writeFileSync(
        join(folder, name, '.PKGINFO'),
        `pkgname = ${name}\npkgbase = base-of-${name}\npkgver = 2:1.5_rc1-3.1\npkgdesc = words\nurl = https://x.invalid\nbuilddate = 1700000000\npackager = P <p@x.invalid>\nsize = 10\narch = any\nprovides = virtual-${name}\n`,
      );
      run('sh', [
        '-c',
        `cd ${folder}/${name} && bsdtar -czf ../${name}-2:1.5_rc1-3.1-any.pkg.tar.gz .PKGINFO`,
      ]);
      run('repo-add', [
        '-q',
        join(folder, 'own.db.tar.gz'),
        join(folder, `${name}-2:1.5_rc1-3.1-any.pkg.tar.gz`),
      ]);
    }
    const reader = new AlpmDatabaseReader('own.db');
    for (const name of names)
      reader.push(run('sh', ['-c', `bsdtar -xOf ${folder}/own.db.tar.gz '${name}-*/desc'`]), name);
    expect(rows(reader.finish().packages)).toMatchObject(
      names.map((name) => ({
        name,
        version: '2:1.5_rc1-3.1',
        source: `base-of-${name}`,
        architecture: 'any',
        provides: `virtual-${name}`,
      })),
    );
  });
});

const PRIMARY = `<?xml version="1.0" encoding="UTF-8"?>
<metadata xmlns="http://linux.duke.edu/metadata/common" xmlns:rpm="http://linux.duke.edu/metadata/rpm" packages="2">
<package type="rpm"><name>alpha</name><arch>x86_64</arch><version epoch="1" ver="2.0~rc1" rel="3.gw21"/>
<packager>P &amp; Q</packager><format><rpm:sourcerpm>alpha-src-2.0~rc1-3.gw21.src.rpm</rpm:sourcerpm>
<rpm:provides><rpm:entry name="alpha"/><rpm:entry name="editor"/></rpm:provides><rpm:requires><rpm:entry name="libc"/></rpm:requires></format></package>
<package type="rpm"><name>beta</name><arch>noarch</arch><version epoch="0" ver="1" rel="1"/><format><rpm:sourcerpm/></format></package>
</metadata>
`;

describe('rpm metadata', () => {
  const read = (text: string, size = 7) => {
    const reader = new RpmPrimaryReader('primary.xml');
    for (let at = 0; at < text.length; at += size) reader.push(bytes(text.slice(at, at + size)));
    return reader.finish();
  };
  it('give name, version, source and what is provided, however the pieces are cut', () => {
    for (const size of [1, 7, 100_000]) {
      const { packages, issues } = read(PRIMARY, size);
      expect(issues).toEqual([]);
      expect(rows(packages)).toMatchObject([
        {
          name: 'alpha',
          version: '1:2.0~rc1-3.gw21',
          source: 'alpha-src',
          sourceVersion: '2.0~rc1-3.gw21',
          maintainer: 'P & Q',
          provides: 'editor',
        },
        { name: 'beta', version: '1-1', source: 'beta', architecture: 'noarch' },
      ]);
    }
    expect(recogniseFormat(bytes(PRIMARY), true)).toBe('rpm-primary');
  });
  it('cut off keep what stands before, and say so', () => {
    const { packages, issues } = read(PRIMARY.slice(0, PRIMARY.indexOf('beta') + 6));
    expect(rows(packages).map(({ name }) => name)).toEqual(['alpha']);
    expect(issues.map(({ code }) => code)).toEqual(['xml.damaged']);
  });
  it('never throw on any text', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(() => read(PRIMARY.slice(0, 200) + text)).not.toThrow();
        expect(() => parseRepomd(text, 'r')).not.toThrow();
      }),
    );
  });
  it('name their files in repomd.xml, with both sums', () => {
    const text = `<?xml version="1.0"?><repomd xmlns="http://linux.duke.edu/metadata/repo"><revision>77</revision>
<data type="primary"><checksum type="sha256">aa</checksum><open-checksum type="sha256">bb</open-checksum><location href="repodata/aa-primary.xml.gz"/><size>10</size><open-size>20</open-size></data></repomd>`;
    expect(recogniseFormat(bytes(text), true)).toBe('rpm-repomd');
    expect(parseRepomd(text, 'r')).toEqual({
      revision: '77',
      files: [
        {
          type: 'primary',
          location: 'repodata/aa-primary.xml.gz',
          checksum: 'aa',
          checksumType: 'sha256',
          openChecksum: 'bb',
          size: 10,
          openSize: 20,
        },
      ],
      issues: [],
    });
  });
});

describe('a list of rpm packages', () => {
  it('gives versions as rpm shows them, and names the lines it skips', () => {
    const text =
      'NAME\tEPOCH\tVERSION\tRELEASE\tARCH\tSOURCERPM\nalpha\t(none)\t1\t2\tx86_64\tal-1-2.src.rpm\nbroken\n\nbeta\t3\t1\t2\tnoarch\t(none)\n';
    const { packages, issues, role } = parseRpmPackageTable(text, 'l');
    expect(role).toBe('status');
    expect(rows(packages)).toMatchObject([
      { name: 'alpha', version: '1-2', source: 'al' },
      { name: 'beta', version: '3:1-2', source: 'beta' },
    ]);
    expect(issues).toMatchObject([{ code: 'packages.broken', params: { place: 3 } }]);
    expect(recogniseFormat(bytes(text), true)).toBe('rpm-packages');
  });
  it('leaves out an epoch of none or 0', () => {
    expect(formatRpmVersion('0', '1', '2')).toBe('1-2');
    expect(formatRpmVersion('2', '1', '')).toBe('');
    expect(sourceVersionOf('a-b-1.0-3.nosrc.rpm')).toEqual({ name: 'a-b', version: '1.0-3' });
    expect(sourceVersionOf('nonsense')).toBeNull();
  });
});

describeWith(['rpm', 'rpmbuild', 'createrepo_c'], 'metadata of createrepo_c', () => {
  it('are read as rpm reads the packages', () => {
    const top = join(folder, 'rpm');
    mkdirSync(top, { recursive: true });
    const spec = join(top, 'two.spec');
    writeFileSync(
      spec,
      'Name: two\nEpoch: 4\nVersion: 1.2^git5\nRelease: 7\nSummary: s\nLicense: custom\nBuildArch: noarch\nProvides: editor\n%description\nd\n%package data\nSummary: s\nVersion: 9\n%description data\nd\n%files\n%files data\n',
    );
    run('rpmbuild', ['-bb', '--quiet', '--define', `_topdir ${top}`, '--define', `_rpmdir ${top}/out`, spec]);
    run('createrepo_c', ['-q', `${top}/out`]);
    const repomd = parseRepomd(readFileSync(`${top}/out/repodata/repomd.xml`, 'utf8'), 'r');
    const primary = repomd.files.find(({ type }) => type === 'primary')!;
    const reader = new RpmPrimaryReader('p');
    reader.push(bytes(run('gzip', ['-dc', `${top}/out/${primary.location}`])));
    const format = '%{NAME}\\t%|EPOCH?{%{EPOCH}:}|%{VERSION}-%{RELEASE}\\n';
    const said = run('sh', ['-c', `rpm -qp --qf '${format}' ${top}/out/noarch/*.rpm`])
      .trim()
      .split('\n')
      .sort();
    const read = rows(reader.finish().packages)
      .map(({ name, version }) => `${name}\t${version}`)
      .sort();
    expect(read).toEqual(said);
  });
});
