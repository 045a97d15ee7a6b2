/** A folder in which a test makes images, and reading them as they are dropped. */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect } from 'vitest';
import { readFiles } from '../core/capture/readFiles.ts';
import { assembleDrop, type ReadDrop, type ReadSystem } from '../core/capture/system.ts';
import { inputFile } from './builtSample.ts';

/** The codes of what was not read. */
export const lossesIn = (drop: ReadDrop) =>
  [...drop.issues, ...drop.files.flatMap(({ issues }) => issues)]
    .filter(({ loses }) => loses)
    .map(({ code }) => code);

/** Opens the folder for the tests of a file. */
export function openImageFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-image-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const at = (path: string) => join(folder, path);
  const tool = (command: string, ...args: string[]) =>
    void execFileSync(command, args, { cwd: folder, stdio: ['ignore', 'pipe', 'pipe'] });
  const squash = (tree: string, image: string) => {
    mkdirSync(at(image.slice(0, image.lastIndexOf('/') + 1)), { recursive: true });
    tool('mksquashfs', tree, image, '-noappend', '-quiet', '-no-progress', '-comp', 'gzip');
  };
  const disc = (tree: string, image: string) =>
    tool(
      'xorriso',
      '-as',
      'mkisofs',
      '-quiet',
      '-R',
      '-V',
      'TIDEWATER_71',
      '--modification-date=2026030310000000',
      '-o',
      image,
      tree,
    );
  const dropOf = async (image: string): Promise<ReadDrop> =>
    assembleDrop(await readFiles([inputFile(at(image), image)]));
  async function systemIn(image: string): Promise<ReadSystem> {
    const drop = await dropOf(image);
    expect(lossesIn(drop)).toEqual([]);
    expect(drop.systems).toHaveLength(1);
    return drop.systems[0];
  }
  return { at, tool, squash, disc, dropOf, systemIn };
}
