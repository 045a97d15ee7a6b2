/** What the command does with inputs that are cut, forbidden or unusual, and with an output that takes nothing. */
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, openSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { afterAll, describe, expect, it } from 'vitest';
import { readFiles } from '../core/capture/readFiles.ts';
import { createRandom, draw, indexText, randomRows, statusText } from '../testing/samples.ts';
import { inputFiles } from '../server/reading/pathFiles.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-inputs-'));
afterAll(() => rmSync(folder, { recursive: true }));
const at = (name: string) => join(folder, name);

const random = createRandom(3);
const suite = randomRows(random, 600);
const installed = draw(suite, 0.6, random);
const whole = gzipSync(indexText(suite));
writeFileSync(at('whole.gz'), whole);
writeFileSync(at('cut.gz'), whole.subarray(0, whole.length >> 1));
const status = gzipSync(statusText(installed));
writeFileSync(at('status.gz'), status.subarray(0, status.length >> 1));
writeFileSync(at('behind.gz'), Buffer.concat([whole, Buffer.from('left behind')]));

function aspen(args: readonly string[], stdout: 'pipe' | number = 'pipe') {
  return spawnSync('node', [ENTRY, ...args], { encoding: 'utf8', stdio: ['ignore', stdout, 'pipe'] });
}

describe('an input that is not whole', () => {
  it('is printed as far as it goes, and ends with 1', () => {
    const { status: code, stdout, stderr } = aspen(['packages', at('cut.gz')]);
    expect(code).toBe(1);
    expect(stdout.split('\n').length).toBeGreaterThan(100);
    expect(stderr).toMatch(/ends too early/);
  });
  it('is placed in other words than a whole one, with what is missing, and ends with 1', () => {
    const { status: code, stdout } = aspen([
      'place',
      at('status.gz'),
      '--against',
      `saltmarsh=${at('whole.gz')}`,
    ]);
    expect(code).toBe(1);
    expect(stdout).toMatch(/^By what could be read: built on saltmarsh\. 100\.0 % of \d+ packages equal/);
    expect(stdout).toMatch(/The list of the system is cut off after [\d,]+ bytes/);
    const json = JSON.parse(
      aspen(['place', at('status.gz'), '--against', `saltmarsh=${at('whole.gz')}`, '--json']).stdout,
    ) as { losses: { system: { code: string }[]; base: unknown[] } };
    expect(json.losses).toMatchObject({ system: [{ code: 'compressed.truncated' }], base: [] });
  });
  it('may be the list of a base: that is said too', () => {
    const { status: code, stdout } = aspen([
      'place',
      at('whole.gz'),
      '--against',
      `saltmarsh=${at('cut.gz')}`,
    ]);
    expect(code).toBe(1);
    expect(stdout).toMatch(
      /The list of saltmarsh is cut off after .* what is missing from it counts as not there/,
    );
  });
  it('with bytes behind its end is whole: they are noted, and it ends with 0', () => {
    const { status: code, stdout, stderr } = aspen(['packages', at('behind.gz')]);
    expect(code).toBe(0);
    expect(stdout.trim().split('\n')).toHaveLength(600);
    expect(stderr).toMatch(/11 bytes stand behind the end/);
  });
});

describe('a folder', () => {
  it('with one that may not be looked into gives the others, and says which', async () => {
    mkdirSync(at('tree/etc/secret'), { recursive: true });
    mkdirSync(at('tree/var/lib/dpkg'), { recursive: true });
    writeFileSync(at('tree/etc/secret/x'), 'x');
    writeFileSync(at('tree/etc/os-release'), 'NAME=Tidewater\nID=tidewater\n');
    writeFileSync(at('tree/var/lib/dpkg/status'), statusText(installed));
    chmodSync(folder, 0o755);
    chmodSync(at('tree/etc/secret'), 0);
    const isRoot = process.getuid!() === 0;
    // Nothing is forbidden to root: it is asked as somebody else.
    if (isRoot) process.seteuid!(65_534);
    const files = await inputFiles(at('tree')).finally(() => isRoot && process.seteuid!(0));
    expect(files.map(({ path }) => path)).toEqual(['etc/os-release', 'etc/secret', 'var/lib/dpkg/status']);
    const read = await readFiles(files);
    expect(read.flatMap(({ issues }) => issues)).toMatchObject([
      { code: 'file.unreadable', where: 'etc/secret', loses: true },
    ]);
    chmodSync(at('tree/etc/secret'), 0o755);
  });
});

describe('an output', () => {
  it('that takes nothing is told in a line', () => {
    const { status: code, stderr } = aspen(['packages', at('whole.gz')], openSync('/dev/full', 'w'));
    expect(code).toBe(1);
    expect(stderr).toMatch(/^aspen: the output could not be written: .*no space left/i);
    expect(stderr).not.toMatch(/ at .*:\d+/);
  });
});
