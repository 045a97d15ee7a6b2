/** The part of the reading bench in a process of its own: `readIndexPart.ts INDEX` prints a ReadIndexPart. */
import { readFiles } from '../core/capture/readFiles.ts';
import { inputFiles } from '../server/reading/pathFiles.ts';
import { compareInTurn, passOfGrepDctrl } from './compare.ts';

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
  () => passOfGrepDctrl(index),
);
const part: ReadIndexPart = { times, packages };
console.log(JSON.stringify(part));
