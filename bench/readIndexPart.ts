/** The part of the reading bench in a process of its own: `readIndexPart.ts INDEX` prints a ReadIndexPart. */
import { execFileSync } from 'node:child_process';
import { readFiles } from '../core/capture/readFiles.ts';
import { inputFiles } from '../cli/readPath.ts';
import { compareInTurn } from './compare.ts';

/** What a part measured. */
export interface ReadIndexPart {
  readonly times: Awaited<ReturnType<typeof compareInTurn>>;
  readonly packages: number;
}

const index = process.argv[3];
let packages = 0;
const times = await compareInTurn(
  11,
  async () => {
    const [{ content }] = await readFiles(await inputFiles(index));
    packages = content?.type === 'packages' ? content.list.packages.size : 0;
  },
  () => void execFileSync('grep-dctrl', ['-n', '-s', 'Package,Version', '', index], { maxBuffer: 1 << 29 }),
);
const part: ReadIndexPart = { times, packages };
console.log(JSON.stringify(part));
