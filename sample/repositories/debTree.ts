/** Writes a deb repository's indexes ("Debian Repository Format"): release files, package lists, by-hash. */
import { formatDeb822 } from '../../core/formats/deb822.ts';
import { packagesOn, servedDay, type Repository } from '../world/repository.ts';
import { gzip, xz } from './compress.ts';
import { checksumOf, debFields, fileSizeOf, sha256 } from './packageFields.ts';
import { encode, placeOn, timeOf, type TreeContext, type TreeFile } from './tree.ts';

export async function* writeDebTree(
  { world, key, day }: TreeContext,
  repository: Repository,
): AsyncGenerator<TreeFile> {
  const served = day === servedDay(repository);
  const root = `${placeOn(repository, day)}/dists/${repository.suite}`;
  const time = timeOf(day);
  const packages = packagesOn(world, repository, day);
  const sums: { path: string; bytes: Uint8Array }[] = [];
  for (const component of repository.components) {
    const text = formatDeb822(
      packages
        .filter((entry) => entry.component === component)
        .map((entry) => {
          const fields = debFields(world, repository, entry);
          const file = `${entry.name}_${entry.version}_${fields.Architecture}.deb`;
          return {
            ...fields,
            Filename: `pool/${component}/${entry.project.name[0]}/${entry.project.name}/${file}`,
            Size: String(fileSizeOf(entry)),
            SHA256: checksumOf(entry, fields.Architecture),
          };
        }),
    );
    const plain = encode(text);
    const folder = `${component}/binary-${repository.architecture}`;
    const forms: [string, Uint8Array][] = [
      ['Packages', plain],
      ['Packages.gz', await gzip(plain)],
    ];
    if (served && !repository.ended) forms.push(['Packages.xz', await xz(plain)]);
    for (const [name, bytes] of forms) {
      sums.push({ path: `${folder}/${name}`, bytes });
      if (served || name === 'Packages.gz') {
        yield { path: `${root}/${folder}/${name}`, bytes, time };
        if (served) yield { path: `${root}/${folder}/by-hash/SHA256/${sha256(bytes)}`, bytes, time };
      }
    }
  }
  const release = releaseText(repository, day, sums);
  const date = new Date(time * 1000);
  yield { path: `${root}/Release`, bytes: encode(release), time };
  yield { path: `${root}/Release.gpg`, bytes: await key.signDetached(encode(release), date), time };
  yield { path: `${root}/InRelease`, bytes: encode(await key.signClear(release, date)), time };
}

function releaseText(
  { owner, suite, alias, components, architecture, of }: Repository,
  day: number,
  files: readonly { path: string; bytes: Uint8Array }[],
): string {
  const lines = files.map(
    ({ path, bytes }) => `${sha256(bytes)} ${String(bytes.length).padStart(9)} ${path}`,
  );
  return formatDeb822([
    {
      Origin: owner,
      Label: of,
      Suite: alias ?? suite,
      Version: /\d[\d.]*$/.exec(of)?.[0] ?? '0',
      Codename: suite,
      Date: new Date(timeOf(day) * 1000).toUTCString().replace('GMT', 'UTC'),
      'Acquire-By-Hash': 'yes',
      Architectures: architecture,
      Components: components.join(' '),
      Description: `${of}, ${suite}`,
      SHA256: `\n${lines.join('\n')}`,
    },
  ]);
}
