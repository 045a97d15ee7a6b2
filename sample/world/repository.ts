/** A repository of the invented world: where it is, who makes it, and what it held on every day. */
import type { Family } from '../../core/formats/family.ts';
import { PRESENT, dayOf } from '../day.ts';
import { randomFor } from '../random.ts';
import { contentOn, versionOf, type History, type PackageState } from './history.ts';
import { overlay, packaged, type OverlayRule } from './rules.ts';
import { binariesOf, createOwnProject, createUniverse, type Binary, type Project } from './universe.ts';
import { createUpstream, type UpstreamRelease } from './upstream.ts';

export interface Repository {
  /** `fenwick-saltmarsh-updates`: unique among all. */
  readonly id: string;
  /** The distribution that makes it. */
  readonly owner: string;
  /** The release, or the distribution for a moving one, as the scenario names it. */
  readonly of: string;
  readonly family: Family;
  /** Address without scheme: `larkspur.example/archive`. */
  readonly place: string;
  /** Suite of a deb repository, name of an alpm or rpm one. */
  readonly suite: string;
  /** deb: what a release file calls the suite's state, such as `stable`. */
  readonly alias?: string;
  readonly components: readonly string[];
  readonly architecture: string;
  /** Support for it has ended: it is kept as it was, in fewer forms. */
  readonly ended?: boolean;
  readonly role: 'base' | 'updates' | 'security' | 'own';
  readonly history: History;
  /** The days whose state is kept as a snapshot, oldest first; the last is the one that is served. */
  readonly days: readonly number[];
}

/** One binary package of a repository on a day. */
export interface RepositoryPackage extends Binary {
  readonly project: Project;
  readonly state: PackageState;
  readonly version: string;
  readonly component: string;
}

/** The beginnings from which all repositories follow. */
export interface World {
  readonly seed: number;
  /** Every source package by name, also those that one project alone makes. */
  readonly projects: Map<string, Project>;
  /** What the roots of a family can package. */
  readonly upstreamOf: (family: Family) => ReadonlyMap<string, readonly UpstreamRelease[]>;
}

/** Creates the beginnings. */
export function createWorld(seed: number): World {
  const universe = createUniverse(seed);
  const upstream = new Map(universe.map((project) => [project.name, createUpstream(seed, project)]));
  const byFamily = (family: Family) =>
    new Map(
      universe
        .filter(({ families }) => families.includes(family))
        .map(({ name }) => [name, upstream.get(name)!]),
    );
  const families = { deb: byFamily('deb'), rpm: byFamily('rpm'), alpm: byFamily('alpm') };
  return {
    seed,
    projects: new Map(universe.map((project) => [project.name, project])),
    upstreamOf: (family) => families[family],
  };
}

/** What a project adds to a base in a repository of its own. */
export interface Addition extends OverlayRule {
  /** Programs of its own by section: `x11: tide-icons tide-start`. */
  readonly own: Readonly<Record<string, string>>;
  /** The first day of the repository. */
  readonly since: string;
  readonly until?: string;
}

/** The history of an addition: own programs, and changed ones of the base. */
export function additionOf(
  world: World,
  owner: string,
  base: History,
  family: Family,
  addition: Addition,
): History {
  const releases = new Map<string, readonly UpstreamRelease[]>();
  for (const [section, names] of Object.entries(addition.own)) {
    for (const name of names.split(' ')) {
      const project = world.projects.get(name) ?? createOwnProject(world.seed, owner, name, section);
      world.projects.set(name, project);
      releases.set(name, createUpstream(world.seed, project));
    }
  }
  const own = packaged(world.seed, releases, {
    lag: [0, 2],
    revised: 0.1,
    rebuilt: 0,
    revision: (n) => addition.revision(n),
    rebuild: (n) => addition.revision(n),
    cause: 'own',
  });
  const changed = overlay(world.seed, owner, base, world.upstreamOf(family), addition);
  const since = dayOf(addition.since);
  const until = addition.until ? dayOf(addition.until) : Infinity;
  return new Map(
    [...own, ...changed].map(([name, states]) => {
      const current = states.filter(({ day }) => day <= since).at(-1);
      const later = states.filter(({ day }) => day > since && day <= until);
      return [name, current ? [{ ...current, day: since }, ...later] : later];
    }),
  );
}

/** The binary packages of a repository on a day, sorted by name. */
export function packagesOn(world: World, repository: Repository, day: number): RepositoryPackage[] {
  const packages: RepositoryPackage[] = [];
  for (const [name, state] of contentOn(repository.history, day)) {
    const project = world.projects.get(name)!;
    const component = componentOf(repository, name);
    const version = versionOf(state);
    for (const binary of binariesOf(repository.family, project, version))
      packages.push({ ...binary, project, state, version, component });
  }
  return packages.sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** Seven in ten source packages are in the first component; it is always the same one for a package. */
function componentOf({ components }: Repository, name: string): string {
  return components.length > 1 && randomFor(0, 'component', name).chance(0.3) ? components[1] : components[0];
}

/** The day that a repository serves. */
export function servedDay({ days }: Repository): number {
  return days.at(-1) ?? dayOf(PRESENT);
}
