/** Media that hold no system, made by xorriso: what they say of themselves. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { inputFile } from '../../testing/builtSample.ts';
import { describeWith, run } from '../../testing/tools.ts';
import { proposeFacts } from '../capture/proposeFacts.ts';
import { readFiles } from '../capture/readFiles.ts';
import { assembleDrop } from '../capture/system.ts';
import { recogniseFormat } from './recognise.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-iso-'));
afterAll(() => rmSync(folder, { recursive: true }));

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

  it('is told by its head', () => expect(recogniseFormat(bytes.subarray(0, 65_536), false)).toBe('iso9660'));
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
});

describe('anything else', () => {
  it('is no image', () =>
    expect(recogniseFormat(new Uint8Array(65_536).fill(65), false)).not.toBe('iso9660'));
});
