import fc from 'fast-check';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { describeWith, run } from '../../testing/tools.ts';
import { createRandom, indexText, randomRows } from '../../testing/samples.ts';
import { DebPackagesReader, parseDebPackages } from './debPackages.ts';
import { packageRow } from './packageColumns.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const rowsOf = (text: string, role: 'index' | 'status' = 'index') => {
  const { packages, issues } = parseDebPackages(bytesOf(text), role, 'f');
  return { rows: Array.from({ length: packages.size }, (_, i) => packageRow(packages, i)), issues };
};

describe('a package list', () => {
  it('gives source names and versions, and leaves an epoch of 0 out', () => {
    const { rows } = rowsOf(
      'Package: b\nSource: a (0:2.0-1)\nVersion: 0:2.0-1+b2\nArchitecture: all\nSection: net\n',
    );
    expect(rows[0]).toMatchObject({
      name: 'b',
      version: '2.0-1+b2',
      source: 'a',
      sourceVersion: '2.0-1',
      architecture: 'all',
      section: 'net',
    });
    expect(rowsOf('Package: b\nSource: a\nVersion: 1:3\n').rows[0]).toMatchObject({
      version: '1:3',
      source: 'a',
      sourceVersion: '1:3',
    });
  });
  it('takes field names in any case, comments, carriage returns and lines of blanks', () => {
    const { rows, issues } = rowsOf(
      '# head\r\nPACKAGE: a\r\nversion: 1\r\n\r\n  \nPackage:b\n# within\nVersion:2\n',
    );
    expect(rows.map(({ name, version }) => `${name} ${version}`)).toEqual(['a 1', 'b 2']);
    expect(issues).toEqual([]);
  });
  it('leaves out damaged stanzas only, and says where', () => {
    const text =
      'Package: a\nVersion: 1\n\nPackage: b\nthis is no field\nVersion: 2\n\nPackage: c\n\nPackage: d\nVersion: 4\nPackage: e\nVersion: 5\n\nPackage: f\nVersion: 6\n';
    const { rows, issues } = rowsOf(text);
    expect(rows.map(({ name }) => name)).toEqual(['a', 'f']);
    expect(issues.map(({ code, params }) => `${code} ${params.line}`)).toEqual([
      'deb822.broken 5',
      'deb822.incomplete 8',
      'deb822.broken 12',
    ]);
  });
  it('counts damage beyond the first places instead of listing it', () => {
    const { issues } = rowsOf('Package: a\nbroken line\n\n'.repeat(50));
    expect(issues).toHaveLength(21);
    expect(issues[20]).toMatchObject({ code: 'deb822.moreBroken', params: { count: 30 } });
  });
  it('of a system leaves out what was never installed, and marks what only left its configuration', () => {
    const text =
      'Package: a\nStatus: install ok installed\nVersion: 1\n\nPackage: b\nStatus: deinstall ok config-files\nVersion: 2\n\nPackage: c\nStatus: purge ok not-installed\n\nPackage: d\nVersion: 3\n\nPackage: e\nStatus: purge ok not-installed\nVersion: 4\n\nPackage: f\nVersion: 5\n\n';
    const { rows, issues } = rowsOf(text, 'status');
    expect(rows.map(({ name, removed }) => `${name} ${removed}`)).toEqual([
      'a false',
      'b true',
      'd false',
      'f false',
    ]);
    expect(issues).toEqual([]);
  });
  it('is the same however the bytes are cut', () => {
    const bytes = bytesOf(indexText(randomRows(createRandom(1), 40)) + '\nPackage: last\nVersion: 1');
    const whole = parseDebPackages(bytes, 'index', 'f');
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 97 }), { minLength: 1 }), (lengths) => {
        const reader = new DebPackagesReader('index', 'f');
        for (let at = 0, i = 0; at < bytes.length; i++) {
          const length = lengths[i % lengths.length];
          reader.push(bytes.subarray(at, at + length));
          at += length;
        }
        const pieces = reader.finish();
        // Of the last, "Version: 1" may be the beginning of more.
        expect(pieces.packages.size).toBe(40);
        expect(pieces.issues).toEqual(whole.issues);
        expect(pieces.packages.columns).toEqual(whole.packages.columns);
        expect(pieces.packages.table.texts()).toEqual(whole.packages.table.texts());
      }),
      { numRuns: 60 },
    );
  });
  it('may be read for some columns only: they are the same, others are empty, and damage is told as ever', () => {
    const one = 'Package: b\nSource: a (1)\nVersion: 0:2\nSection: net\n\n';
    const text = `${indexText(randomRows(createRandom(2), 30))}\n${one}${one}broken\nPackage: a\n\n`;
    const whole = rowsOf(text);
    const reader = new DebPackagesReader('index', 'f', ['name', 'version', 'architecture']);
    reader.push(bytesOf(text));
    const { packages, issues } = reader.finish();
    const brief = Array.from({ length: packages.size }, (_, i) => packageRow(packages, i));
    const printed = ({ name, version, architecture }: (typeof brief)[0]) => [name, version, architecture];
    expect(brief.map(printed)).toEqual(whole.rows.map(printed));
    expect(issues).toEqual(whole.issues);
    // A text that comes twice stands once, where all is read.
    const { columns } = parseDebPackages(bytesOf(text), 'index', 'f').packages;
    expect(columns.version[30]).toBe(columns.version[31]);
    expect(whole.rows.some(({ source, name }) => source !== name)).toBe(true);
    expect(brief.some(({ source, name }) => source !== name)).toBe(false);
  });
  it('may have fields whose names begin like those that are read, before them and behind', () => {
    const { rows, issues } = rowsOf(
      'Packagx: 1\nVERSIon1: 2\nPACKagx: 3\nPackage: a\nversiox: 4\nVersion: 1\nPackagx: 5\n\nPACKAGE: b\nVERSION: 2\n',
    );
    expect(rows.map(({ name, version }) => `${name} ${version}`)).toEqual(['a 1', 'b 2']);
    expect(issues).toEqual([]);
  });
  it('begins with the mark of UTF-8, and loses no package by it', () => {
    const bytes = bytesOf(`\ufeff${indexText(randomRows(createRandom(1), 3))}`);
    for (const size of [1, 2, 1000]) {
      const reader = new DebPackagesReader('index', 'f');
      for (let at = 0; at < bytes.length; at += size) reader.push(bytes.subarray(at, at + size));
      const { packages, issues } = reader.finish();
      expect([packages.size, issues]).toEqual([3, []]);
    }
  });
  it('has lines and values of any length, and says which are too long', () => {
    const long = (length: number) =>
      `Package: a\nVersion: 1\nDepends: ${'x'.repeat(length)}\n\nPackage: b\nVersion: 2\n\n`;
    expect(parseDebPackages(bytesOf(long(200_000)), 'index', 'f')).toMatchObject({
      packages: { size: 2 },
      issues: [],
    });
    const reader = new DebPackagesReader('index', 'f');
    const bytes = bytesOf(long(6 << 20));
    for (let at = 0; at < bytes.length; at += 1 << 16) reader.push(bytes.subarray(at, at + (1 << 16)));
    const { packages, issues } = reader.finish();
    expect(packages.size).toBe(1);
    expect(issues).toMatchObject([{ code: 'deb822.longLine', params: { line: 3 }, loses: true }]);
    const value = parseDebPackages(bytesOf(`Package: ${'n'.repeat(300_000)}\nVersion: 1\n\n`), 'index', 'f');
    expect([value.packages.size, value.issues[0].code]).toEqual([0, 'deb822.longLine']);
  });
  it.each([[['name', 'version', 'architecture'] as const], [undefined]])(
    'has no more packages than fit, and says where it stopped: columns %s',
    (columns) => {
      const MOST = 500_000;
      const text = (from: number, to: number) =>
        Array.from({ length: to - from }, (_, i) => `Package: p${from + i}\nVersion: ${i}\n\n`).join('');
      const reader = new DebPackagesReader('index', 'f', columns);
      for (let from = 0; from < MOST + 1000; from += 1000) reader.push(bytesOf(text(from, from + 1000)));
      expect(reader.isFull).toBe(true);
      const { packages, issues } = reader.finish();
      expect(issues).toMatchObject([
        { code: 'packages.tooMany', params: { count: MOST, line: 3 * MOST + 1 } },
      ]);
      expect([packages.size, packages.columns.name.length]).toEqual([MOST, MOST]);
      for (const row of [0, 8191, 8192, 434_463, 440_000, MOST - 1])
        expect(packageRow(packages, row)).toMatchObject({ name: `p${row}`, version: `${row % 1000}` });
    },
  );
  it('never throws, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), fc.constantFrom('index', 'status'), (bytes, role) => {
        const { packages } = parseDebPackages(bytes, role as 'index', 'f');
        expect(packages.table.texts().length).toBeGreaterThan(0);
      }),
    );
    const line = fc.constantFrom(
      'Package: a',
      'Version: 1',
      '',
      ' more',
      'x',
      ': y',
      'Source: (',
      'Status: a b not-installed',
      'Package:',
      '\t',
    );
    fc.assert(
      fc.property(fc.array(line), (lines) => {
        const { packages } = parseDebPackages(bytesOf(lines.join('\n')), 'status', 'f');
        for (let i = 0; i < packages.size; i++) expect(packageRow(packages, i).name).toBe('a');
      }),
    );
  });
});

const STATUS = '/var/lib/dpkg/status';

describeWith(['dpkg-query'], 'the package database of this system', () => {
  it.runIf(existsSync(STATUS))('is read completely, package by package', () => {
    const { packages, issues } = parseDebPackages(readFileSync(STATUS), 'status', STATUS);
    const ours = Array.from({ length: packages.size }, (_, i) => packageRow(packages, i)).map(
      (row) => `${row.name}\t${row.version}\t${row.architecture}`,
    );
    const theirs = run('dpkg-query', ['-W', '-f', '${Package}\\t${Version}\\t${Architecture}\\n'])
      .trim()
      .split('\n');
    expect(issues).toEqual([]);
    expect(ours.sort()).toEqual(theirs.sort());
  });
});

describeWith(['grep-dctrl', 'lz4', 'apt-get'], 'the index lists that apt keeps', () => {
  const folder = '/var/lib/apt/lists';
  const lists = existsSync(folder)
    ? readdirSync(folder).filter((name) => /_Packages(\.lz4)?$/.test(name))
    : [];
  const scratch = mkdtempSync(join(tmpdir(), 'aspen-ridge-lists-'));
  afterAll(() => rmSync(scratch, { recursive: true }));
  it('are there', () => expect(lists.length, 'no index: run apt-get update').toBeGreaterThan(0));
  it.each(lists)('%s is read as grep-dctrl reads it', (name) => {
    const text = name.endsWith('.lz4')
      ? run('lz4', ['-dc', `${folder}/${name}`])
      : readFileSync(`${folder}/${name}`, 'utf8');
    const { packages, issues } = parseDebPackages(bytesOf(text), 'index', name);
    const theirs = run(
      'sh',
      ['-c', 'cat > "$0" && grep-dctrl -n -s Package,Version,Architecture "" "$0"', join(scratch, name)],
      text,
    )
      .trim()
      .split(/\n\n+/)
      .map((stanza) => stanza.replace(/^0:/m, '')); // an epoch of 0 is left out here
    const ours = Array.from({ length: packages.size }, (_, i) => packageRow(packages, i));
    expect(issues).toEqual([]);
    expect(ours.map((row) => [row.name, row.version, row.architecture].join('\n'))).toEqual(theirs);
  });
});
