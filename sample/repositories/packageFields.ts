/** What every format says of a package, in that format's own fields. Installed databases use the same. */
import { createHash } from 'node:crypto';
import type { Repository, RepositoryPackage, World } from '../world/repository.ts';
import { binariesOf } from '../world/universe.ts';

/** Who packages where no derivative changed anything. */
const ROOTS = { deb: 'Larkspur', alpm: 'Copperline', rpm: 'Graywether' } as const;

/** The project that made this build of a package. */
export function makerOf({ family, owner }: Repository, { state }: RepositoryPackage): string {
  return state.cause === 'copied' || state.cause === 'packaged' ? ROOTS[family] : owner;
}

/** `Fenwick packagers <packages@fenwick.example>`. */
export function packagerOf(repository: Repository, entry: RepositoryPackage): string {
  const maker = makerOf(repository, entry);
  return `${maker} packagers <packages@${maker.toLowerCase().replaceAll(' ', '')}.example>`;
}

/** Names of the packages that a package needs, as its format names them. */
export function needsOf(
  world: World,
  { family }: Repository,
  { project, role }: RepositoryPackage,
): string[] {
  if (role === 'data') return [];
  const needed = project.needs
    .map((name) => world.projects.get(name)!)
    .filter(({ families }) => families.includes(family))
    .map((library) => binariesOf(family, library, '0-1')[0].name);
  return [...new Set(needed)];
}

/** Everything without processor code is for all architectures. */
export function isPlain({ project, role }: RepositoryPackage): boolean {
  return role === 'data'
    ? project.section !== 'kernel'
    : project.section === 'fonts' || project.section === 'doc';
}

export function summaryOf({ project, role }: RepositoryPackage): string {
  if (role === 'development') return `${project.summary}, for building with it`;
  return role === 'data' && project.section !== 'kernel'
    ? `${project.summary}, shared files`
    : project.summary;
}

/** Bytes of the package file. There is none: repositories of the sample have their indexes only. */
export function fileSizeOf({ project, role }: RepositoryPackage): number {
  return Math.round(project.size * (role === 'main' ? 310 : 120)) + 900;
}

/** The sum of that file: the same wherever the same build is offered. */
export function checksumOf({ name, version }: RepositoryPackage, architecture: string): string {
  return createHash('sha256').update(`${name} ${version} ${architecture}`).digest('hex');
}

export function sha256(bytes: Uint8Array | string): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** The fields of a deb control stanza (Debian Policy 5.3), in the order in which indexes have them. */
export function debFields(
  world: World,
  repository: Repository,
  entry: RepositoryPackage,
): Record<string, string> {
  const { name, version, project, state } = entry;
  const sourceVersion = version.replace(/\+b\d+$/, '');
  const source = sourceVersion === version ? project.name : `${project.name} (${sourceVersion})`;
  const depends = needsOf(world, repository, entry);
  const provides = entry.role === 'main' ? project.provides : [];
  return {
    Package: name,
    ...(source !== name && { Source: source }),
    Version: version,
    Architecture: isPlain(entry) ? 'all' : repository.architecture,
    Maintainer: packagerOf(repository, entry),
    'Installed-Size': String(project.size),
    ...(depends.length && { Depends: depends.join(', ') }),
    ...(provides.length && { Provides: provides.join(', ') }),
    Section: entry.role === 'development' ? 'libdevel' : project.section,
    Priority: state.cause === 'own' ? 'optional' : project.standard ? 'standard' : 'optional',
    Homepage: `https://${project.name}.invalid/`,
    Description: summaryOf(entry),
  };
}

/** The fields of an alpm `desc` file, as `repo-add` writes them: `%NAME%` and so on, with their lines. */
export function alpmFields(
  world: World,
  repository: Repository,
  entry: RepositoryPackage,
): Record<string, readonly string[]> {
  const { name, version, project, state } = entry;
  return {
    NAME: [name],
    VERSION: [version],
    BASE: [project.name],
    DESC: [summaryOf(entry)],
    URL: [`https://${project.name}.invalid/`],
    ARCH: [isPlain(entry) ? 'any' : repository.architecture],
    BUILDDATE: [String(state.day * 86_400)],
    PACKAGER: [packagerOf(repository, entry)],
    LICENSE: ['custom'],
    DEPENDS: needsOf(world, repository, entry),
    PROVIDES: entry.role === 'main' ? project.provides : [],
  };
}

/** Name, version and release of an rpm package, with its architecture and source package. */
export function rpmIdentity(entry: RepositoryPackage, repository: Repository) {
  const hyphen = entry.version.lastIndexOf('-');
  return {
    name: entry.name,
    version: entry.version.slice(0, hyphen),
    release: entry.version.slice(hyphen + 1),
    architecture: isPlain(entry) ? 'noarch' : repository.architecture,
    source: `${entry.project.name}-${entry.version}.src.rpm`,
  };
}
