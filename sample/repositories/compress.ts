/** Compression for the sample's repositories: each by a well-known package, the same bytes for the same input. */
import { compress as compressZstd, init as initZstd } from '@bokuweb/zstd-wasm';
import { easyBufferEncode, initModule } from 'node-liblzma/wasm';
import { gzipSync } from 'node:zlib';

export type Compressor = (bytes: Uint8Array) => Promise<Uint8Array>;

export const gzip: Compressor = async (bytes) => gzipSync(bytes, { level: 6 });

let zstdReady: Promise<void> | undefined;
export const zstd: Compressor = async (bytes) => {
  await (zstdReady ??= initZstd());
  return compressZstd(bytes, 6);
};

export const xz: Compressor = async (bytes) => {
  await initModule();
  return easyBufferEncode(bytes, 3);
};
