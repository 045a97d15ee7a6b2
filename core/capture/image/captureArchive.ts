/** Captures of systems in an image as one archive, as the collector writes it. */
import { packTar } from 'modern-tar';
import type { ImageCapture } from './imageCapture.ts';

/** A tar archive of captures: of one the files themselves, of several each below a folder of its own. */
export function captureArchive(captures: readonly Pick<ImageCapture, 'files'>[]): Promise<Uint8Array> {
  return packTar(
    captures.flatMap(({ files }, i) =>
      files.map(({ path, bytes, time }) => ({
        header: {
          name: captures.length > 1 ? `system-${i + 1}/${path}` : path,
          size: bytes.length,
          type: 'file' as const,
          mode: 0o600,
          mtime: new Date(time || 0),
        },
        body: bytes,
      })),
    ),
  );
}
