/** Writes every repository of the world below one folder, as mirrors serve them, with the keys that sign them. */
import { mkdir, utimes, writeFile } from 'node:fs/promises';
import type { Family } from '../../core/formats/family.ts';
import type { Repository, World } from '../world/repository.ts';
import { writeAlpmTree } from './alpmTree.ts';
import { writeDebTree } from './debTree.ts';
import { writeRpmTree } from './rpmTree.ts';
import { createSigningKey, type SigningKey } from './signing.ts';
import { encode, timeOf, type TreeFile, type TreeWriter } from './tree.ts';

const WRITERS: Readonly<Record<Family, TreeWriter>> = {
  deb: writeDebTree,
  alpm: writeAlpmTree,
  rpm: writeRpmTree,
};

/** All files of some repositories: every kept state, and the owners' public keys. */
export async function* mirrorFiles(
  world: World,
  repositories: Iterable<Repository>,
): AsyncGenerator<TreeFile> {
  const keys = new Map<string, SigningKey>();
  for (const repository of repositories) {
    let key = keys.get(repository.owner);
    if (!key) {
      keys.set(repository.owner, (key = await createSigningKey(world.seed, repository.owner)));
      yield* keyFiles(key);
    }
    for (const day of repository.days) yield* WRITERS[repository.family]({ world, key, day }, repository);
  }
}

function* keyFiles(key: SigningKey): Generator<TreeFile> {
  const path = `keys/${key.owner.toLowerCase().replaceAll(' ', '-')}`;
  const time = timeOf(0);
  yield { path: `${path}.asc`, bytes: encode(key.publicKey), time };
  yield { path: `${path}.gpg`, bytes: key.binaryPublicKey, time };
}

/** Writes the files below a folder; gives how many, and their bytes. */
export async function writeMirror(
  folder: URL,
  world: World,
  repositories: Iterable<Repository>,
): Promise<{ files: number; bytes: number }> {
  const count = { files: 0, bytes: 0 };
  for await (const { path, bytes, time } of mirrorFiles(world, repositories)) {
    const file = new URL(path, folder);
    await mkdir(new URL('.', file), { recursive: true });
    await writeFile(file, bytes);
    await utimes(file, time, time);
    count.files++;
    count.bytes += bytes.length;
  }
  return count;
}
