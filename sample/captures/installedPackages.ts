/** Which packages an invented system has, and in which versions: chosen and resolved as its package tool would. */
import { VERSION_ORDERS } from '../../core/packages/versionOrder.ts';
import { dayOf } from '../day.ts';
import { randomFor } from '../random.ts';
import { makerOf, needsOf } from '../repositories/packageFields.ts';
import type { SampleSystem } from '../scenario/systems.ts';
import type { Repositories } from '../world/index.ts';
import { APPLICATIONS, DESKTOPS } from '../world/named.ts';
import {
  packagesOn,
  servedDay,
  type Repository,
  type RepositoryPackage,
  type World,
} from '../world/repository.ts';

/** A package of a system, and the repository it came from. */
export interface InstalledPackage {
  readonly repository: Repository;
  readonly entry: RepositoryPackage;
  /** Chosen, rather than drawn in by something that needs it. */
  readonly chosen: boolean;
}

interface Offer {
  readonly repository: Repository;
  readonly entry: RepositoryPackage;
}

/** What the repositories of a system offer, by binary and by source package. */
interface Offers {
  readonly byName: ReadonlyMap<string, readonly Offer[]>;
  readonly byProject: ReadonlyMap<string, readonly Offer[]>;
}

const listings = new WeakMap<Repository, Map<number, RepositoryPackage[]>>();

/** What a repository held on a day; kept, since many systems pull from the same ones. */
export function listingOf(world: World, repository: Repository, day: number): RepositoryPackage[] {
  const byDay = listings.get(repository) ?? new Map<number, RepositoryPackage[]>();
  listings.set(repository, byDay);
  const at = Math.min(day, servedDay(repository));
  const listing = byDay.get(at) ?? packagesOn(world, repository, at);
  byDay.set(at, listing);
  return listing;
}

/** The repositories of a system, in its order. */
export function repositoriesOf(repositories: Repositories, system: SampleSystem): Repository[] {
  return system.repositories.map((id) => {
    const repository = repositories.get(id);
    if (!repository)
      throw new Error(`sample: system "${system.key}" names no repository of the world: "${id}"`);
    return repository;
  });
}

/** The packages of a system, sorted by name. */
export function installedPackages(
  world: World,
  repositories: Repositories,
  system: SampleSystem,
): InstalledPackage[] {
  const own = repositoriesOf(repositories, system);
  const day = dayOf(system.refreshed);
  const offers = offersOf(world, own, day);
  const chosen = chosenNames(world, own, day, offers, system);
  const installed = new Map<string, InstalledPackage>();
  const queue = [...chosen];
  for (let name = queue.pop(); name !== undefined; name = queue.pop()) {
    const best = bestOffer(offers.byName.get(name) ?? []);
    if (!best || installed.has(name)) continue;
    installed.set(name, { ...best, chosen: chosen.has(name) });
    queue.push(...needsOf(world, best.repository, best.entry));
  }
  return [...installed.values()].sort((a, b) => (a.entry.name < b.entry.name ? -1 : 1));
}

function offersOf(world: World, repositories: readonly Repository[], day: number): Offers {
  const byName = new Map<string, Offer[]>();
  const byProject = new Map<string, Offer[]>();
  const add = (map: Map<string, Offer[]>, key: string, offer: Offer) => {
    const known = map.get(key);
    if (known) known.push(offer);
    else map.set(key, [offer]);
  };
  for (const repository of repositories) {
    for (const entry of listingOf(world, repository, day)) {
      add(byName, entry.name, { repository, entry });
      add(byProject, entry.project.name, { repository, entry });
    }
  }
  return { byName, byProject };
}

/** apt and dnf take the newest version; pacman takes the first repository that has the name. */
function bestOffer(offers: readonly Offer[]): Offer | undefined {
  if (offers[0]?.repository.family === 'alpm') return offers[0];
  return [...offers].sort((a, b) => VERSION_ORDERS[a.repository.family](b.entry.version, a.entry.version))[0];
}

function chosenNames(
  world: World,
  repositories: readonly Repository[],
  day: number,
  offers: Offers,
  system: SampleSystem,
): Set<string> {
  const { family } = repositories[0];
  const names = new Set<string>();
  const addProject = (name: string) => {
    for (const { entry } of offers.byProject.get(name) ?? [])
      if (entry.role !== 'development') names.add(entry.name);
  };
  const lean = family === 'alpm' && !system.desktop;
  for (const [name, [{ entry }]] of offers.byName) {
    const { project, role } = entry;
    if (!project.standard || role === 'development') continue;
    const random = randomFor(world.seed, 'standard', lean ? 'lean' : '', project.name);
    if (lean && random.chance(0.75)) continue;
    if (randomFor(world.seed, 'dropped', system.of, project.name).chance(system.dropped ?? 0)) continue;
    names.add(name);
  }
  for (const title of Object.values(system.roles)) if (title) addProject(APPLICATIONS.get(title)!.name);
  if (system.desktop) addProject(DESKTOPS[system.desktop].package);
  if (system.guide) addProject(system.guide.package);
  for (const name of [system.init, system.loginManager, ...system.services, ...(system.also ?? [])])
    if (name) addProject(name);
  if (system.look) addProject('plain-artwork');
  addKernel(system, offers, names);
  for (const repository of repositories.filter(({ role }) => role === 'own')) {
    for (const entry of listingOf(world, repository, day)) {
      const isItsOwn =
        entry.project.section !== 'kernel' &&
        entry.project.families.length === 0 &&
        makerOf(repository, entry) === repository.owner;
      if (isItsOwn) names.add(entry.name);
    }
  }
  return names;
}

/** The kernel of the system with the image that is newest; other kernels are offered, not installed. */
function addKernel(system: SampleSystem, offers: Offers, names: Set<string>): void {
  const images = offers.byProject.get(system.kernel) ?? [];
  const best = bestOffer(images);
  if (!best) throw new Error(`sample: no repository of "${system.key}" has the kernel "${system.kernel}"`);
  const same = images.filter(
    ({ repository, entry }) => repository === best.repository && entry.version === best.entry.version,
  );
  for (const { entry } of same) names.add(entry.name);
}

/** The package of the running kernel. */
export function kernelOf(system: SampleSystem, installed: readonly InstalledPackage[]): InstalledPackage {
  const images = installed.filter(({ entry }) => entry.project.name === system.kernel);
  return images.find(({ entry }) => entry.role === 'data') ?? images[0];
}
