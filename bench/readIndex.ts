/** Reading the largest package index at hand, from a plain file, against grep-dctrl on the same file. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFiles } from '../core/capture/readFiles.ts';
import { concatBytes } from '../core/formats/byteStream.ts';
import { decompress, isCompression } from '../core/formats/decompress.ts';
import { recogniseFormat } from '../core/formats/recognise.ts';
import { inputFiles } from '../cli/readPath.ts';
import { compareInTurn, needs, type BenchResult } from './compare.ts';

const LISTS = '/var/lib/apt/lists';

/** The largest index that apt keeps, or the one named by INDEX. */
function largestIndex(): string | undefined {
  if (process.env.INDEX) return process.env.INDEX;
  const names = existsSync(LISTS) ? readdirSync(LISTS).filter((name) => /_Packages(\.\w+)?$/.test(name)) : [];
  const size = (name: string) => statSync(join(LISTS, name)).size;
  const [largest] = names.sort((a, b) => size(b) - size(a));
  return largest && join(LISTS, largest);
}

/** The bytes of a file, decompressed if it is compressed. */
async function plainBytes(path: string): Promise<Uint8Array> {
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

export async function readIndexBench(): Promise<BenchResult[]> {
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
    let packages = 0;
    const ours = async () => {
      const [{ content }] = await readFiles(await inputFiles(plain));
      packages = content?.type === 'packages' ? content.list.packages.size : 0;
    };
    const theirs = () =>
      void execFileSync('grep-dctrl', ['-n', '-s', 'Package,Version', '', plain], { maxBuffer: 1 << 29 });
    const times = await compareInTurn(11, ours, theirs);
    const megabytes = (statSync(plain).size / 1e6).toFixed(0);
    return [
      {
        name: `Reading an index of ${packages} packages, ${megabytes} MB, against grep-dctrl`,
        ...times,
        limit: 0.7,
      },
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}
