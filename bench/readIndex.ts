/** Reading the largest package index at hand, from a plain file, against grep-dctrl: in Node, and in a browser's worker. */
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { concatBytes } from '../core/formats/byteStream.ts';
import { decompress, isCompression } from '../core/formats/compression/decompress.ts';
import { recogniseFormat } from '../core/formats/recognise.ts';
import { inputFiles } from '../server/reading/pathFiles.ts';
import { openBrowser, startServer } from '../e2e/browser.ts';
import { median, needs, passOfGrepDctrl, type BenchResult } from './compare.ts';
import { partInItsOwnProcess } from './ownProcess.ts';
import type { ReadIndexPart } from './readIndexPart.ts';

const LISTS = '/var/lib/apt/lists';

/** The largest index that apt keeps, or the one named by INDEX. */
export function largestIndex(): string | undefined {
  if (process.env.INDEX) return process.env.INDEX;
  const names = existsSync(LISTS) ? readdirSync(LISTS).filter((name) => /_Packages(\.\w+)?$/.test(name)) : [];
  const size = (name: string) => statSync(join(LISTS, name)).size;
  const [largest] = names.sort((a, b) => size(b) - size(a));
  return largest && join(LISTS, largest);
}

/** The bytes of a file, decompressed if it is compressed. */
export async function plainBytes(path: string): Promise<Uint8Array> {
  const [file] = await inputFiles(path);
  const parts: Uint8Array[] = [];
  for await (const piece of file.open()) parts.push(piece.slice());
  const bytes = concatBytes(parts);
  const format = recogniseFormat(bytes.subarray(0, 65_536), false);
  if (!isCompression(format)) return bytes;
  const out: Uint8Array[] = [];
  for await (const piece of decompress(format, inputPieces(bytes), path).pieces) out.push(piece.slice());
  return concatBytes(out);
}

async function* inputPieces(bytes: Uint8Array) {
  yield bytes;
}

/** Work on the largest index as a plain file, which goes again; skipped, and told so, where there is none or no grep-dctrl. */
export async function withPlainIndex(
  work: (plain: string) => Promise<BenchResult[]>,
): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!needs('grep-dctrl')) return [];
  if (!index) {
    console.log('SKIPPED: no package index at hand; run apt-get update, or name one with INDEX=/path');
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  try {
    const plain = join(folder, 'Packages');
    writeFileSync(plain, await plainBytes(index));
    return await work(plain);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

export function readIndexBench(): Promise<BenchResult[]> {
  return withPlainIndex(async (plain) => {
    const { times, packages } = partInItsOwnProcess<ReadIndexPart>('readIndexPart.ts', plain);
    const megabytes = (statSync(plain).size / 1e6).toFixed(0);
    return [
      {
        name: `Reading an index of ${packages} packages, ${megabytes} MB, against grep-dctrl`,
        ...times,
        limit: 0.6,
      },
    ];
  });
}

/** The same in the worker of the built interface, from choosing the file to seeing what was read. */
export async function readInWorkerBench(): Promise<BenchResult[]> {
  return needs('chromium') ? withPlainIndex(readInWorker) : [];
}

async function readInWorker(plain: string): Promise<BenchResult[]> {
  const server = await startServer();
  const browser = await openBrowser();
  try {
    const { page } = browser;
    await page.goto(`${server.address}/intake`);
    await page.getByText(/^Saved/).waitFor({ timeout: 60_000 });
    let last = 0;
    const ours = async () => {
      const again = page.getByRole('button', { name: 'Read something else' });
      if (await again.isVisible()) await again.click();
      await page.getByRole('button', { name: 'Choose files' }).waitFor();
      await page.evaluate(() => {
        const timed = globalThis as unknown as { began: number; took: Promise<number> };
        timed.took = new Promise((resolve) => {
          document.addEventListener('change', () => (timed.began = performance.now()), {
            capture: true,
            once: true,
          });
          new MutationObserver(() => {
            if (document.querySelector('[aria-label="Package lists"]'))
              resolve(performance.now() - timed.began);
          }).observe(document.body, { childList: true, subtree: true });
        });
      });
      await page.getByLabel('Files to read').setInputFiles(plain);
      last = await page.evaluate(() => (globalThis as unknown as { took: Promise<number> }).took);
    };
    const pairs: { ours: number; theirs: number }[] = [];
    for (let round = 0; round < 8; round++) {
      await ours();
      const began = performance.now();
      passOfGrepDctrl(plain);
      if (round > 0) pairs.push({ ours: last, theirs: performance.now() - began });
    }
    return [
      {
        name: 'Reading it in a worker of the browser, from the choice to the screen, against grep-dctrl',
        ours: median(pairs.map((pair) => pair.ours)),
        theirs: median(pairs.map((pair) => pair.theirs)),
        ratio: median(pairs.map((pair) => pair.ours / pair.theirs)),
        limit: 1.2,
      },
    ];
  } finally {
    await browser.close();
    await server.close();
  }
}
