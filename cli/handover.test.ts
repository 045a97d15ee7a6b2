/** `aspen report` and `aspen export`: what they write, and what goes wrong. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const SAMPLE = `${builtSample()}catalogue.json`;
const ON = ['--on', '2026-11-24'];
const folder = mkdtempSync(`${tmpdir()}/aspen-handover-`);
afterAll(() => rmSync(folder, { recursive: true }));

function aspen(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, ...args], {
    encoding: 'utf8',
    maxBuffer: 64 << 20,
  });
  return { status, stdout, stderr };
}

describe('aspen report', () => {
  it('takes a subject, several, a purpose, a family, an area and a day', () => {
    for (const [args, title] of [
      [['Tidewater 7.1', 'Varnley 6@2026-06-01'], 'Tidewater 7.1 and Varnley 6'],
      [['Reading rooms'], 'Recommendation for “Reading rooms”'],
      [['--area', 'Welcome tools'], 'Welcome tools of all recorded distributions'],
      [['Tidewater', '--since', '2026-01-01'], 'Tidewater since 1 January 2026'],
    ] as const) {
      const { status, stdout, stderr } = aspen('report', SAMPLE, ...args, ...ON);
      expect([status, stderr]).toEqual([0, '']);
      expect(stdout).toContain(`<h1>${title}`);
    }
  });
  it('holds the parts that are asked for, in their order, as Markdown too', () => {
    const path = `${folder}/x.md`;
    const args = ['--parts', 'support,what', '--as', 'md', '--out', path];
    expect(aspen('report', SAMPLE, 'Tidewater 7.1', ...args, ...ON)).toMatchObject({ status: 0, stdout: '' });
    expect(readFileSync(path, 'utf8').match(/^## .*$/gm)).toEqual([
      '## Support',
      '## The project',
      '## Sources',
    ]);
  });
  it('says what is wrong, and writes nothing', () => {
    for (const [args, status, words] of [
      [['nobody at all'], 1, 'nobody at all'],
      [['Tidewater 7.1', '--parts', 'nothing'], 2, 'there is no “nothing” in it; there: short'],
      [['--area', 'nowhere'], 2, 'expected one of identity'],
    ] as const) {
      const result = aspen('report', SAMPLE, ...args, '--out', `${folder}/none`, ...ON);
      expect([result.status, result.stdout]).toEqual([status, '']);
      expect(result.stderr).toContain(words);
    }
    expect(existsSync(`${folder}/none`)).toBe(false);
  });
});

describe('aspen export', () => {
  it('writes tables, bills and pictures', () => {
    expect(aspen('export', SAMPLE, '--as', 'csv', '--table', 'links', ...ON).stdout).toMatch(
      /^id,derivative,relation,base/,
    );
    expect(aspen('export', SAMPLE, '--as', 'spdx', '--list', 'Tidewater 7.1', ...ON).stdout).toContain(
      'pkg:deb/tidewater/',
    );
    const path = `${folder}/map.png`;
    expect(aspen('export', SAMPLE, '--as', 'png', '--out', path, ...ON)).toMatchObject({
      status: 0,
      stdout: '',
    });
    const png = readFileSync(path);
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect(png.readUInt32BE(16)).toBeGreaterThan(1500);
  });
  it('says what is missing', () => {
    expect(aspen('export', SAMPLE, '--as', 'csv')).toMatchObject({ status: 2, stdout: '' });
    expect(aspen('export', SAMPLE, '--as', 'csv', '--table', 'x').stderr).toContain(
      'expected one of dossiers, facts',
    );
    expect(aspen('export', SAMPLE, '--as', 'spdx', '--list', 'nobody').stderr).toContain(
      'there is no package list “nobody”',
    );
  });
});
