/** Compression for the sample's repositories: each by a well-known package, the same bytes for the same input. */
import SevenZip from '7z-wasm';
import { compress as compressZstd, init as initZstd } from '@bokuweb/zstd-wasm';
import { gzipSync } from 'node:zlib';

export type Compressor = (bytes: Uint8Array) => Promise<Uint8Array>;

export const gzip: Compressor = async (bytes) => gzipSync(bytes, { level: 6 });

let zstdReady: Promise<void> | undefined;
export const zstd: Compressor = async (bytes) => {
  await (zstdReady ??= initZstd());
  return compressZstd(bytes, 6);
};

export const xz: Compressor = async (bytes) => {
  const tool = await SevenZip({ print: () => undefined });
  tool.FS.writeFile('index', bytes);
  tool.callMain(['a', '-txz', '-mx=3', '-mmt=1', 'index.xz', 'index']);
  return tool.FS.readFile('index.xz');
};
