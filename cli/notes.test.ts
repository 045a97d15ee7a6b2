/** `aspen notes`: what is printed of each line, what is kept in the catalogue, and how it ends. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const SAMPLE = `${builtSample()}catalogue.json`;
const folder = mkdtempSync(`${tmpdir()}/aspen-notes-`);
afterAll(() => rmSync(folder, { recursive: true }));

function notes(lines: readonly string[], ...options: string[]) {
  const { status, stdout, stderr } = spawnSync(
    'node',
    [ENTRY, 'notes', SAMPLE, 'Tidewater 7.1', '--on', '2026-11-20', ...options],
    { encoding: 'utf8', input: `${lines.join('\n')}\n` },
  );
  return { status, stderr, printed: stdout.trim().split('\n') };
}
interface Printed {
  line: string;
  outcome: string;
  records: { kind: string; key?: string; subjectName?: string; sourceConditions?: object }[];
  choices: object[][];
  told: string | string[];
}

describe('aspen notes', () => {
  it('prints a JSON line for each, keeps the lines in a catalogue, and ends with 3 where one waits', () => {
    const out = `${folder}/after.json`;
    const lines = ['kernel 6.13.2', 'grmbl zzz frobnicate', 'does it wake from sleep?'];
    const { status, printed } = notes(lines, '--source', 'installed, virtual, 4 GiB', '--json', '--out', out);
    expect(status).toBe(3);
    const read = printed.map((each) => JSON.parse(each) as Printed);
    expect(read.map(({ line, outcome }) => [line, outcome])).toEqual([
      [lines[0], 'recorded'],
      [lines[1], 'note'],
      [lines[2], 'recorded'],
    ]);
    expect(read[0].records[0]).toMatchObject({
      kind: 'reading',
      key: 'kernel.version',
      subjectName: 'Tidewater 7.1',
      sourceConditions: { medium: 'installed', machine: 'virtual' },
    });
    expect(read[0].told).toMatch(/6\.13\.2/);
    const { records } = JSON.parse(readFileSync(out, 'utf8')) as {
      records: { kind: string; text?: string; state?: string }[];
    };
    const kept = records.filter(({ kind }) => kind === 'note').map(({ text, state }) => [text, state]);
    expect(kept.sort()).toEqual([
      [lines[2], 'recorded'],
      [lines[1], 'unsorted'],
      [lines[0], 'recorded'],
    ]);
  });
  it('tries every line by itself with --each, and tells in words without --json', () => {
    const { status, printed } = notes(
      ['swap is missing', 'swap is a file of 2 GB'],
      '--source',
      'live',
      '--each',
    );
    expect(status).toBe(0);
    expect(printed.join('\n')).toMatch(/^swap is missing\n {2}Swap of Tidewater 7\.1: none/);
  });
  it('says what is wrong with the source, and ends with 1', () => {
    const { status, stderr } = notes(['kernel 6.1'], '--source', 'installed, 3 purple');
    expect([status, stderr]).toEqual([1, expect.stringMatching(/3 purple/)]);
  });
});
