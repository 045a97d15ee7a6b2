/** The process that reads one image: prints what is wrong with it, and an archive of captures of its systems. */
import { gzipSync } from 'node:zlib';
import { captureArchive } from '../../core/capture/image/captureArchive.ts';
import type { Issue } from '../../core/issue.ts';
import { systemsIn } from '../reading/pathFiles.ts';

/** What the process says before the archive, as JSON in one line. */
export interface ReadImageHead {
  /** False for a file that is no image of anything. */
  readonly isImage: boolean;
  /** So many systems are in it. */
  readonly systems: number;
  /** What is wrong with an image that holds none; that of a system stands in its capture. */
  readonly issues: readonly Issue[];
}

const found = await systemsIn(process.argv[2]);
const systems = found?.captures.filter(({ database }) => database) ?? [];
const head: ReadImageHead = {
  isImage: found !== null,
  systems: systems.length,
  issues: found?.issues ?? [],
};
process.stdout.write(`${JSON.stringify(head)}\n`);
if (systems.length > 0) process.stdout.write(gzipSync(await captureArchive(systems), { level: 6 }));
