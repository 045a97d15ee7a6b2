/** The sample as `npm run sample` built it, with the world that it was made from. */
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { bytesSource } from '../core/images/byteSource.ts';
import type { InputFile } from '../core/capture/readFile.ts';
import type { PackageColumns } from '../core/formats/packageColumns.ts';
import { piecesOf } from '../core/formats/byteStream.ts';
import { SAMPLE_SEED } from '../sample/seed.ts';
import { createRepositories, type Repositories } from '../sample/world/index.ts';
import { packagesOn, servedDay, type Repository, type World } from '../sample/world/repository.ts';

/** The folder of the built sample. Throws with what to do when it is not there. */
export function builtSample(): string {
  const folder = fileURLToPath(new URL('../sample/out/', import.meta.url));
  if (!existsSync(`${folder}catalogue.json`))
    throw new Error('The sample is not built: run "npm run sample" and try again.');
  return folder;
}

/** The world of the built sample; made once. */
export function sampleWorld(): { world: World; repositories: Repositories } {
  return (made ??= createRepositories(SAMPLE_SEED));
}
let made: ReturnType<typeof createRepositories> | undefined;

/** `name version` of every package that a repository serves, sorted: the truth. */
export function servedPackages(world: World, repository: Repository): string[] {
  return packagesOn(world, repository, servedDay(repository))
    .map(({ name, version }) => `${name} ${version}`)
    .sort();
}

/** A file on disk as the program is given one. */
export function inputFile(path: string, shown = path): InputFile {
  const bytes = readFileSync(path);
  return {
    path: shown,
    size: bytes.length,
    open: () => piecesOf(bytes),
    random: (use) => use(bytesSource(bytes)),
  };
}

/** `name version` of every package of some lists, sorted, as one text: compared at once where a list takes long. */
export function packageLines(...lists: readonly PackageColumns[]): string {
  return lists
    .flatMap(({ table, columns }) => {
      const texts = table.texts();
      return Array.from(columns.name, (name, i) => `${texts[name]} ${texts[columns.version[i]]}`);
    })
    .sort()
    .join('\n');
}
