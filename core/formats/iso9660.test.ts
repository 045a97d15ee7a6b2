/** Images made by xorriso, read in pieces. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { inputFile } from '../../testing/builtSample.ts';
import { describeWith, run } from '../../testing/tools.ts';
import { proposeFacts } from '../capture/proposeFacts.ts';
import { readFiles } from '../capture/readFiles.ts';
import { assembleDrop } from '../capture/system.ts';
import { collectPieces } from './byteStream.ts';
import { readIso9660 } from './iso9660.ts';
import { recogniseFormat } from './recognise.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-iso-'));
afterAll(() => rmSync(folder, { recursive: true }));

async function list(bytes: Uint8Array, size: number) {
  const files: Record<string, string> = {};
  const issues: string[] = [];
  async function* pieces() {
    for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
  }
  for await (const entry of readIso9660(pieces(), 'f', ({ code }) => issues.push(code)))
    files[entry.path] = new TextDecoder().decode((await collectPieces(entry.pieces, 1e7)).bytes);
  return { files, issues };
}

const FILES = {
  '.disk/info': 'Tidewater 7.1 live 20260303\n',
  'boot/grub/grub.cfg':
    'set timeout=5\nmenuentry "Start Tidewater" {\n linux /x\n}\nmenuentry \'Start with basic graphics\' {\n linux /x\n}\n',
  'live/filesystem.manifest': 'alder-core\t4.2.0-1\nbarley-scan\t1.6.0-1\nlinux-image-stock\t6.4.9-1fen1\n',
  'a/rather/deep/folder/with/A Long Name, and a Comma/version': '7.1\n',
  'live/filesystem.squashfs': 'x'.repeat(3_000_000),
  'readme.txt': 'not telling\n',
};

describeWith(['xorriso'], 'an image', () => {
  for (const [path, text] of Object.entries(FILES)) {
    mkdirSync(dirname(join(folder, 'tree', path)), { recursive: true });
    writeFileSync(join(folder, 'tree', path), text);
  }
  const path = join(folder, 'image.iso');
  run('xorriso', [
    '-as',
    'mkisofs',
    '-quiet',
    '-R',
    '-J',
    '-V',
    'TIDEWATER_71',
    '-publisher',
    'TIDEWATER',
    '--modification-date=2026030310000000',
    '-o',
    path,
    join(folder, 'tree'),
  ]);
  const bytes = new Uint8Array(readFileSync(path));

  it('gives its head and its telling files, however it is cut into pieces', async () => {
    expect(recogniseFormat(bytes.subarray(0, 65_536), false)).toBe('iso9660');
    for (const size of [2048, 30_000, 5_000_000]) {
      const { files, issues } = await list(bytes, size);
      expect(issues).toEqual([]);
      expect(files['volume-descriptor']).toContain('volume: TIDEWATER_71\npublisher: TIDEWATER\n');
      expect(files['volume-descriptor']).toContain('created: 2026-03-03');
      const { ['live/filesystem.squashfs']: _large, ['readme.txt']: _other, ...telling } = FILES;
      for (const [name, text] of Object.entries(telling)) expect(files[name], name).toBe(text);
      expect(Object.keys(files)).toHaveLength(Object.keys(telling).length + 1);
    }
  });
  it('is read as a system: packages of its list, day, size and boot entries', async () => {
    const { systems } = assembleDrop(await readFiles([inputFile(path, 'image.iso')]));
    expect(systems).toHaveLength(1);
    expect(systems[0].packages!.size).toBe(3);
    const facts = new Map(proposeFacts(systems[0]).map(({ key, value }) => [key, value]));
    expect(facts.get('editions.imageDate')).toBe('2026-03-03');
    expect(facts.get('editions.imageSize')).toBe(Math.round(bytes.length / 2 ** 20));
    expect(facts.get('editions.bootEntries')).toEqual([
      { name: 'Start Tidewater' },
      { name: 'Start with basic graphics' },
    ]);
  });
  it('cut off gives what stands before, and says what is missing', async () => {
    const { files, issues } = await list(bytes.subarray(0, 70_000), 2048);
    expect(files['volume-descriptor']).toContain('TIDEWATER_71');
    expect(issues).toEqual(['iso.short']);
    expect((await list(new Uint8Array(80_000), 2048)).issues).toEqual(['iso.descriptor']);
  });
  it('damaged anywhere never throws and never hangs', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(120_000), fc.nat(255)), { maxLength: 40 }),
        async (changes) => {
          const damaged = bytes.slice(0, 200_000);
          for (const [at, byte] of changes) damaged[at] = byte;
          expect((await list(damaged, 9000)).issues.length).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 60 },
    );
  }, 60_000);
});

describe('anything else', () => {
  it('is no image', () =>
    expect(recogniseFormat(new Uint8Array(65_536).fill(65), false)).not.toBe('iso9660'));
});
