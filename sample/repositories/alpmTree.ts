/** Writes an alpm repository's database as `repo-add` does: a tar archive with a `desc` file per package. */
import { packTar } from 'modern-tar';
import { formatAlpmDesc } from '../../core/formats/alpmDesc.ts';
import { packagesOn, servedDay, type Repository } from '../world/repository.ts';
import { gzip, zstd } from './compress.ts';
import { alpmFields, checksumOf, fileSizeOf } from './packageFields.ts';
import { encode, placeOn, timeOf, type TreeContext, type TreeFile } from './tree.ts';

/** Projects whose databases are compressed by zstd; the others use gzip. */
const ZSTD = new Set(['Quickthorn', 'Wickerbox', 'Swiftlet']);

export async function* writeAlpmTree(
  { world, key, day }: TreeContext,
  repository: Repository,
): AsyncGenerator<TreeFile> {
  const time = timeOf(day);
  const folder = `${placeOn(repository, day)}/${repository.suite}/os/${repository.architecture}`;
  const entries = packagesOn(world, repository, day).flatMap((entry) => {
    const { NAME, VERSION, BASE, DESC, ...rest } = alpmFields(world, repository, entry);
    const file = `${entry.name}-${entry.version}-${rest.ARCH[0]}.pkg.tar.zst`;
    const text = formatAlpmDesc(
      Object.entries({
        FILENAME: [file],
        NAME,
        BASE,
        VERSION,
        DESC,
        CSIZE: [String(fileSizeOf(entry))],
        ISIZE: [String(entry.project.size * 1024)],
        SHA256SUM: [checksumOf(entry, rest.ARCH[0])],
        ...rest,
      }),
    );
    const path = `${entry.name}-${entry.version}`;
    const mtime = new Date(entry.state.day * 86_400_000);
    return [
      { header: { name: `${path}/`, type: 'directory' as const, size: 0, mtime, mode: 0o755 } },
      { header: { name: `${path}/desc`, size: encode(text).length, mtime, mode: 0o644 }, body: text },
    ];
  });
  const tar = await packTar(entries);
  const isZstd = ZSTD.has(repository.owner);
  const bytes = await (isZstd ? zstd : gzip)(tar);
  yield { path: `${folder}/${repository.suite}.db`, bytes, time };
  if (day !== servedDay(repository)) return;
  yield { path: `${folder}/${repository.suite}.db.tar.${isZstd ? 'zst' : 'gz'}`, bytes, time };
  const signature = await key.signDetached(bytes, new Date(time * 1000));
  yield { path: `${folder}/${repository.suite}.db.sig`, bytes: signature, time };
}
