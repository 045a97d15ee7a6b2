/**
 * A system in an image of 2.5 GB: its files taken, against unsquashfs taking out the same ones; and in the browser, from the choice
 * of the image to the facts that are proposed, with the memory that the browser's process for the page has at most.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import {
  closeSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readAt } from '../server/reading/folderFiles.ts';
import { captureImage } from '../core/capture/image/imageCapture.ts';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { createRandom } from '../sample/random.ts';
import { compareInTurn, needs, type BenchResult } from './compare.ts';

const BYTES = 2_500_000_000;
const ROUNDS = 7;
const LIMIT = 3;

export async function imagesBench(): Promise<BenchResult[]> {
  if (!needs('mksquashfs') || !needs('xorriso') || !needs('chromium')) return [];
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-image-'));
  const at = (path: string) => join(folder, path);
  try {
    mkdirSync(at('medium/live'), { recursive: true });
    makeFiller(at('filler'));
    const image = at('medium/live/filesystem.squashfs');
    const from = ['/etc', '/usr', '/var', at('filler')];
    // Enough of this machine to be a system; the filler makes the image as large as images are.
    const left = [
      '-wildcards',
      '-e',
      'var/cache',
      'var/tmp',
      'usr/local',
      'usr/src',
      'usr/lib/[!o]*',
      'usr/bin',
      'usr/include',
    ];
    const how = ['-noappend', '-quiet', '-no-progress', '-comp', 'zstd', '-Xcompression-level', '1'];
    execFileSync('mksquashfs', [...from, image, ...how, ...left], { stdio: 'ignore' });
    execFileSync(
      'xorriso',
      ['-as', 'mkisofs', '-quiet', '-R', '-iso-level', '3', '-o', at('live.iso'), at('medium')],
      {
        stdio: 'ignore',
      },
    );
    const { size } = statSync(at('live.iso'));
    console.log(`An image of ${(size / 1e9).toFixed(1)} GB.`);
    const take = () => withImage(image, (bytes) => captureImage(bytes, 'image'));
    const taken = (await take())!.captures[0].files
      .map(({ path }) => path)
      .filter((path) => !path.startsWith('aspen-capture/'));
    writeFileSync(at('list'), taken.join('\n'));
    const measured = await compareInTurn(
      ROUNDS,
      async () => void (await take()),
      () =>
        void spawnSync('unsquashfs', ['-n', '-q', '-f', '-d', at('out'), '-ef', at('list'), image], {
          stdio: 'ignore',
        }),
    );
    await inBrowser(at('live.iso'));
    return [
      {
        name: `${taken.length} files of a system in an image, against unsquashfs`,
        ...measured,
        limit: LIMIT,
      },
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A file that cannot be made smaller, so that the image is as large as images are. */
function makeFiller(path: string): void {
  const random = createRandom(35);
  const block = new Uint32Array(4 << 20).map(() => random.below(2 ** 32));
  const bytes = new Uint8Array(block.buffer);
  const file = openSync(path, 'w');
  for (let done = 0; done < BYTES; done += bytes.length) {
    block[done % block.length] = done; // no two parts are the same
    writeFileSync(
      file,
      bytes.map((byte, i) => (i % 4096 === 0 ? byte ^ (done / bytes.length) : byte)),
    );
  }
  closeSync(file);
}

async function withImage<Result>(
  path: string,
  use: (bytes: { size: number; read: (at: number, length: number) => Uint8Array }) => Promise<Result>,
): Promise<Result> {
  const { size } = statSync(path);
  const file = openSync(path, 'r');
  try {
    return await use({ size, read: (at, length) => readAt(file, at, length, size) });
  } finally {
    closeSync(file);
  }
}

async function inBrowser(image: string): Promise<void> {
  const server = await startServer();
  const browser = await openBrowser();
  try {
    const { page } = browser;
    await page.goto(server.address);
    await page.getByText(/^Saved/).waitFor();
    await page.goto(`${server.address}/intake`);
    await page.getByRole('button', { name: 'Choose files' }).waitFor();
    await page.waitForTimeout(2000);
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, largestRenderer())), 100);
    const start = performance.now();
    await page.getByLabel('Files to read').setInputFiles(image);
    await page.getByText('Facts found').waitFor({ timeout: 120_000 });
    clearInterval(watch);
    console.log(
      `From the choice of the image to proposals: ${((performance.now() - start) / 1000).toFixed(1)} s, ${Math.round(most / 1e6)} MB at most.`,
    );
  } finally {
    await browser.close();
    await server.close();
  }
}

/** The memory of the largest process that shows a page, in bytes (proc(5), statm). */
function largestRenderer(): number {
  const sizes = readdirSync('/proc').map((id) => {
    try {
      if (!readFileSync(`/proc/${id}/cmdline`, 'latin1').includes('--type=renderer')) return 0;
      return Number(readFileSync(`/proc/${id}/statm`, 'latin1').split(' ')[1]) * 4096;
    } catch {
      return 0; // no process, or one that has ended
    }
  });
  return Math.max(...sizes);
}
