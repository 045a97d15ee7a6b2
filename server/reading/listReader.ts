/** The process that reads one package list: see readList.ts. */
import { readFiles } from '../../core/capture/readFiles.ts';
import { packColumns } from '../../core/packages/packSnapshot.ts';
import type { ReadListHead } from './readList.ts';

const [, , path, expansionLimit] = process.argv;

async function* open(): AsyncGenerator<Uint8Array> {
  for await (const piece of process.stdin) yield piece as Uint8Array;
}

const read = await readFiles([{ path, size: 0, open }], { expansionLimit: Number(expansionLimit) });
const file = read.find(({ content }) => content?.type === 'packages');
const packages = file?.content?.type === 'packages' ? file.content.list.packages : null;
const head: ReadListHead = {
  family: packages?.family ?? null,
  packages: packages?.size ?? 0,
  newest: file?.newest ?? 0,
  issues: read.flatMap(({ issues }) => issues),
};
process.stdout.write(`${JSON.stringify(head)}\n`);
if (packages) process.stdout.write(packColumns(packages));
