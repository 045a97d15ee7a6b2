/** One part of the placing bench, in a process of its own: `placingPart.ts text|stored FOLDER NAME …` prints a PlacingPart. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { inputFiles } from '../server/reading/pathFiles.ts';
import { readFiles } from '../core/capture/readFiles.ts';
import { createPackageColumns, packageRow, type PackageColumns } from '../core/formats/packageColumns.ts';
import { createCandidate } from '../core/packages/candidate.ts';
import { findBase } from '../core/packages/findBase.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import { unpackColumns } from '../core/packages/packSnapshot.ts';
import { createRandom } from '../sample/random.ts';
import { compareInTurn, passOfGrepDctrl } from './compare.ts';

/** What a part measured. */
export interface PlacingPart {
  readonly times: Awaited<ReturnType<typeof compareInTurn>>;
  /** The most memory that the process had, in MiB. */
  readonly peak: number;
}

const [, , , mode, folder, ...names] = process.argv;

async function fromText(name: string): Promise<PackageColumns> {
  const [file] = await readFiles(await inputFiles(join(folder, name)));
  if (file.content?.type !== 'packages') throw new Error(`bench: ${name} is no index`);
  return file.content.list.packages;
}

function unpack(bytes: Uint8Array): PackageColumns {
  const list = unpackColumns(bytes, 'bench');
  if (!list.ok) throw new Error('bench: a packed list could not be read');
  return list.value;
}

/** A system of some packages of a list, in their order there, as dpkg keeps its database. */
function drawSystem(list: PackageColumns): PackageColumns {
  const random = createRandom(17);
  const drawn = Array.from({ length: 2500 }, () => random.below(list.size)).sort((a, b) => a - b);
  const rows = drawn.map((row) => packageRow(list, row));
  return createPackageColumns('deb', new Map(rows.map((row) => [row.name, row])).values());
}

const packed = names.map((name) => new Uint8Array(readFileSync(join(folder, `${name}.packed`))));
const system = createInstalledSet(drawSystem(unpack(packed[0])));

async function place(): Promise<void> {
  const lists: PackageColumns[] = [];
  for (const [i, name] of names.entries())
    lists.push(mode === 'text' ? await fromText(name) : unpack(packed[i]));
  const { answer } = findBase(
    system,
    lists.map((list, i) => createCandidate(names[i], [list])),
  );
  if (answer.base !== names[0])
    throw new Error(`bench: expected the base "${names[0]}", came ${answer.base}`);
}

const plain = join(folder, names[0]);
const times = await compareInTurn(mode === 'text' ? 5 : 15, place, () => passOfGrepDctrl(plain));
const part: PlacingPart = { times, peak: Math.round(process.resourceUsage().maxRSS / 1024) };
console.log(JSON.stringify(part));
