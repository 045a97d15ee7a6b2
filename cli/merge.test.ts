/** `aspen merge` and `aspen check`: what they print, write and refuse. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { rmSync } from 'node:fs';
import { builtSample } from '../testing/builtSample.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const SAMPLE = `${builtSample()}catalogue.json`;
const folder = mkdtempSync(`${tmpdir()}/aspen-merge-`);
afterAll(() => rmSync(folder, { recursive: true }));

interface Raw {
  id: string;
  kind: string;
  [field: string]: unknown;
}
interface File {
  records: Raw[];
  packages: Record<string, string>;
  versions: Record<string, number>;
  format: string;
}

const readFile = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as File;
const MAIL = 'reading:brackenlight-2-capture-defaults.application.mail';

/** The sample with something else in it, as a file. */
function written(name: string, edit: (file: File, find: (id: string) => Raw) => void): string {
  const file = readFile(SAMPLE);
  edit(file, (id) => file.records.find((each) => each.id === id)!);
  const path = `${folder}/${name}.json`;
  writeFileSync(path, JSON.stringify(file));
  return path;
}
function aspen(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}

const mine = written('mine', (_file, find) => {
  find(MAIL).value = 'Mine';
  find('distribution:quickthorn').note = 'from me';
});
const theirs = written('theirs', (file, find) => {
  find(MAIL).value = 'Theirs';
  find('distribution:undershaw').note = 'from them';
  file.records = file.records.filter(({ kind }) => kind !== 'question');
});

describe('aspen merge', () => {
  it('prints counts and conflicts, and ends with 3 while one is undecided', () => {
    const { status, stdout, stderr } = aspen('merge', mine, theirs, '--base', SAMPLE, '--json');
    expect([status, stderr]).toEqual([3, '']);
    const { merged, conflicts, threeWay } = JSON.parse(stdout) as {
      merged: Record<string, number>;
      conflicts: object[];
      threeWay: boolean;
    };
    expect(threeWay).toBe(true);
    expect(conflicts).toEqual([
      { kind: 'reading', record: MAIL, field: 'value', base: 'Pigeonhole', mine: 'Mine', theirs: 'Theirs' },
    ]);
    expect(merged).toMatchObject({ added: 0, changed: 1, undecided: 1, unsure: 0 });
    expect(merged.removed).toBeGreaterThan(3);
    expect(merged.lists).toBeGreaterThan(100);
  });

  it('is decided by preference, and written whole with its lists', () => {
    for (const [prefer, value] of [
      ['mine', 'Mine'],
      ['theirs', 'Theirs'],
    ]) {
      const out = `${folder}/${prefer}.json`;
      const { status, stdout } = aspen(
        'merge',
        mine,
        theirs,
        '--base',
        SAMPLE,
        '--prefer',
        prefer,
        '--out',
        out,
      );
      expect(status).toBe(0);
      expect(stdout).toContain('1 conflict, 0 undecided');
      const after = readFile(out);
      const find = (id: string) => after.records.find((each) => each.id === id);
      expect(find(MAIL)).toMatchObject({ value });
      expect(find('distribution:quickthorn')).toMatchObject({ note: 'from me' });
      expect(find('distribution:undershaw')).toMatchObject({ note: 'from them' });
      expect(after.packages).toEqual(readFile(SAMPLE).packages);
      if (prefer === 'mine') continue;
      expect(aspen('check', out)).toMatchObject({ status: 0, stdout: `${out}: whole.\n` });
      // What came from theirs is known now: merging the same file again changes nothing, without naming an ancestor.
      const again = aspen('merge', out, theirs, '--json');
      expect(again.status).toBe(0);
      expect(JSON.parse(again.stdout)).toMatchObject({
        threeWay: true,
        merged: { added: 0, changed: 0, removed: 0 },
      });
    }
  });

  it('with itself, with what it was, and with a stranger', () => {
    const itself = aspen('merge', mine, mine);
    expect(itself.status).toBe(0);
    expect(itself.stdout).toContain('Nothing new came.\nNo conflicts.');
    const stranger = written('stranger', (file) => {
      file.records = [
        {
          id: 'distribution:zephyrine',
          kind: 'distribution',
          entered: 0,
          name: 'Zephyrine',
          aliases: [],
          note: '',
        },
      ];
      file.packages = {};
    });
    const merged = aspen('merge', mine, stranger, '--json');
    expect(JSON.parse(merged.stdout)).toMatchObject({
      threeWay: false,
      merged: { added: 1, changed: 0, removed: 0 },
    });
    const odd = aspen('merge', mine, theirs, '--base', stranger);
    expect(odd.stderr).toContain('is no common ancestor');
  });

  it('refuses what cannot be read or is wrong use, and leaves everything as it was', () => {
    const before = readFileSync(mine, 'utf8');
    expect(aspen('merge', mine, ENTRY)).toMatchObject({ status: 1, stdout: '' });
    expect(aspen('merge', mine, `${folder}/none.json`).stderr).toContain('could not be read');
    expect(aspen('merge', mine, theirs, '--prefer', 'hers')).toMatchObject({ status: 2, stdout: '' });
    expect(aspen('merge', mine, theirs, '--out', `${folder}/no/such/folder.json`).stderr).toContain(
      'could not be written',
    );
    const newer = written('newer', (file) => (file.versions.reading = 99));
    expect(aspen('merge', mine, newer).stderr).toMatch(/newer/);
    expect(readFileSync(mine, 'utf8')).toBe(before);
  });
});

describe('aspen check', () => {
  it('lists every problem of a file, not only the first', () => {
    const path = written('broken', (file, find) => {
      find('distribution:quickthorn').name = '';
      find('distribution:undershaw').aliases = 'none';
      file.records.push(structuredClone(find('distribution:larkspur')));
    });
    const { status, stdout } = aspen('check', path, '--json');
    expect(status).toBe(3);
    const { whole, problems } = JSON.parse(stdout) as {
      whole: boolean;
      problems: { code: string; where: string }[];
    };
    expect(whole).toBe(false);
    expect(problems.map(({ code, where }) => [code, where])).toEqual([
      ['record.invalid', 'distribution:quickthorn'],
      ['record.invalid', 'distribution:undershaw'],
      ['record.twice', 'distribution:larkspur'],
    ]);
  });

  it('finds owners that are missing, mentions of nothing, links in a circle and lists that are not what is said', () => {
    const path = written('odd', (file) => {
      const link = file.records.find(
        ({ kind, relation }) => kind === 'link' && relation === 'installs from',
      )!;
      file.records.push({ ...link, id: 'link:back', derivative: link.base, base: link.derivative });
      const source = file.records.find(({ kind }) => kind === 'source')!;
      file.records.push({ ...source, id: 'source:x', conditions: { edition: 'edition:nowhere' } });
      const [snapshot] = file.records.filter(({ kind, id }) => kind === 'snapshot' && id in file.packages);
      snapshot.packages = 1;
      file.packages['snapshot:stray'] = Object.values(file.packages)[0];
    });
    const { status, stdout } = aspen('check', path);
    expect(status).toBe(3);
    expect(stdout).toContain('source:x');
    expect(stdout).toContain('link:back: That would make a circle of bases');
    expect(stdout).toContain('its record says 1.');
    expect(stdout).toContain('snapshot:stray');
    const orphan = written('orphan', (file) => {
      file.records = file.records.filter(({ id }) => id !== 'release:tidewater-7.1');
    });
    expect(aspen('check', orphan).stdout.match(/which the file does not hold/g)!.length).toBeGreaterThan(40);
  });
});

describe('what may be one thing', () => {
  const mine = written('mine-names', (file) => {
    file.records.push({ id: 'distribution:corvane', kind: 'distribution', name: 'Corvane' });
  });
  const theirs = written('theirs-names', (file) => {
    file.records.push({ id: 'distribution:korvein', kind: 'distribution', name: 'Korvein' });
  });
  it('is asked: it ends with 3 until somebody says whether it is', () => {
    expect(aspen('merge', mine, theirs).status).toBe(3);
    expect(aspen('merge', mine, theirs, '--two', 'distribution:korvein=distribution:corvane').status).toBe(0);
    const same = aspen(
      'merge',
      mine,
      theirs,
      '--same',
      'distribution:korvein=distribution:corvane',
      '--json',
    );
    expect(same.status).toBe(0);
    expect(aspen('merge', mine, theirs, '--same', 'korvein').status).toBe(2);
  });
});
