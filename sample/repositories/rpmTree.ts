/** Writes an rpm repository's metadata as `createrepo_c` does: repomd.xml with primary, filelists and other. */
import { packagesOn, type Repository, type RepositoryPackage } from '../world/repository.ts';
import { gzip, zstd } from './compress.ts';
import {
  checksumOf,
  fileSizeOf,
  needsOf,
  packagerOf,
  rpmIdentity,
  sha256,
  summaryOf,
} from './packageFields.ts';
import { encode, placeOn, timeOf, type TreeContext, type TreeFile } from './tree.ts';

const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';
/** Repositories whose metadata are compressed by zstd; the others use gzip. */
const ZSTD = new Set(['Graywether 21', 'Nettlebed 21']);

export async function* writeRpmTree(
  { world, key, day }: TreeContext,
  repository: Repository,
): AsyncGenerator<TreeFile> {
  const time = timeOf(day);
  const folder = `${placeOn(repository, day)}/repodata`;
  const packages = packagesOn(world, repository, day);
  const isZstd = ZSTD.has(repository.of);
  const data: string[] = [];
  for (const [type, text] of [
    ['primary', primary(packages, { world, repository })],
    ['filelists', list(packages, repository, 'filelists', fileLine)],
    ['other', list(packages, repository, 'other', () => '')],
  ] as const) {
    const plain = encode(text);
    const bytes = await (isZstd ? zstd : gzip)(plain);
    const name = `${sha256(bytes)}-${type}.xml.${isZstd ? 'zst' : 'gz'}`;
    yield { path: `${folder}/${name}`, bytes, time };
    data.push(`<data type="${type}">
  <checksum type="sha256">${sha256(bytes)}</checksum>
  <open-checksum type="sha256">${sha256(plain)}</open-checksum>
  <location href="repodata/${name}"/>
  <timestamp>${time}</timestamp>
  <size>${bytes.length}</size>
  <open-size>${plain.length}</open-size>
</data>
`);
  }
  const repomd = encode(
    `${HEAD}<repomd xmlns="http://linux.duke.edu/metadata/repo" xmlns:rpm="http://linux.duke.edu/metadata/rpm">
<revision>${time}</revision>
${data.join('')}</repomd>
`,
  );
  yield { path: `${folder}/repomd.xml`, bytes: repomd, time };
  const signature = await key.signDetached(repomd, new Date(time * 1000));
  yield { path: `${folder}/repomd.xml.sig`, bytes: signature, time };
}

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (char) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[char]!);

const entry = (name: string, flags?: string) => `<rpm:entry name="${escape(name)}"${flags ?? ''}/>`;

function primary(
  packages: readonly RepositoryPackage[],
  { world, repository }: { world: TreeContext['world']; repository: Repository },
): string {
  const bodies = packages.map((item) => {
    const { name, version, release, architecture, source } = rpmIdentity(item, repository);
    const built = item.state.day * 86_400;
    const evr = ` flags="EQ" epoch="0" ver="${version}" rel="${release}"`;
    const requires = needsOf(world, repository, item);
    const provides = item.role === 'main' ? item.project.provides : [];
    return `<package type="rpm">
  <name>${name}</name>
  <arch>${architecture}</arch>
  <version epoch="0" ver="${version}" rel="${release}"/>
  <checksum type="sha256" pkgid="YES">${checksumOf(item, architecture)}</checksum>
  <summary>${escape(summaryOf(item))}</summary>
  <description>${escape(summaryOf(item))}</description>
  <packager>${escape(packagerOf(repository, item))}</packager>
  <url>https://${item.project.name}.invalid/</url>
  <time file="${built}" build="${built}"/>
  <size package="${fileSizeOf(item)}" installed="${item.project.size * 1024}" archive="${item.project.size * 1024}"/>
  <location href="packages/${name[0]}/${name}-${item.version}.${architecture}.rpm"/>
  <format>
    <rpm:license>custom</rpm:license>
    <rpm:vendor>${escape(repository.owner)}</rpm:vendor>
    <rpm:group>${item.project.section}</rpm:group>
    <rpm:buildhost>build.invalid</rpm:buildhost>
    <rpm:sourcerpm>${source}</rpm:sourcerpm>
    <rpm:header-range start="4504" end="9000"/>
    <rpm:provides>${entry(name, evr)}${provides.map((virtual) => entry(virtual)).join('')}</rpm:provides>
${requires.length ? `    <rpm:requires>${requires.map((needed) => entry(needed)).join('')}</rpm:requires>\n` : ''}  </format>
</package>
`;
  });
  return `${HEAD}<metadata xmlns="http://linux.duke.edu/metadata/common" xmlns:rpm="http://linux.duke.edu/metadata/rpm" packages="${packages.length}">
${bodies.join('')}</metadata>
`;
}

function list(
  packages: readonly RepositoryPackage[],
  repository: Repository,
  type: string,
  body: (item: RepositoryPackage) => string,
): string {
  const bodies = packages.map((item) => {
    const { name, version, release, architecture } = rpmIdentity(item, repository);
    return `<package pkgid="${checksumOf(item, architecture)}" name="${name}" arch="${architecture}">
  <version epoch="0" ver="${version}" rel="${release}"/>
${body(item)}</package>
`;
  });
  const root = type === 'other' ? 'otherdata' : type;
  return `${HEAD}<${root} xmlns="http://linux.duke.edu/metadata/${type}" packages="${packages.length}">
${bodies.join('')}</${root}>
`;
}

const fileLine = ({ name }: RepositoryPackage) => `  <file>/usr/share/doc/${name}/readme</file>\n`;
