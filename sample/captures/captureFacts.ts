/**
 * The facts that a capture of an invented system shows: known because the system was made from them. Readings of
 * the sample come from here, and what the program reads from the capture is held against it.
 */
import type { Element, FactValue } from '../../core/catalogue/factValue.ts';
import type { SampleSystem } from '../scenario/systems.ts';
import { APPLICATIONS, DESKTOPS, KERNELS } from '../world/named.ts';
import type { Repository } from '../world/repository.ts';
import { kernelRelease } from '../world/universe.ts';
import { kernelOf, type InstalledPackage } from './installedPackages.ts';
import { keyRing } from './systemFiles.ts';

export interface CaptureFact {
  readonly key: string;
  readonly value: FactValue;
  /** The file that shows it. */
  readonly place: string;
  /** Why the conditions of the capture make it unfit as evidence, if they do. */
  readonly spoiledBy?: string;
}

/** What a live image cannot show of an installed system. */
const SPOILED_ON_LIVE = new Set([
  'themes.wallpaper',
  'welcome.guide',
  'welcome.opens',
  'welcome.actions',
  'defaults.fileSystem',
  'defaults.swap',
  'defaults.packages',
  'footprint.memory',
]);

const COMMANDS = { deb: 'apt', alpm: 'pacman', rpm: 'dnf' } as const;

/** MiB in use after the desktop has come up. */
export function memoryInUse({ desktop, services, roles }: SampleSystem): number {
  const weights: Record<string, number> = {
    Porch: 780,
    Lagoon: 690,
    Marl: 620,
    Trellis: 470,
    Stem: 410,
    Sill: 260,
    Cradle: 170,
  };
  return 160 + (desktop ? weights[desktop] : 0) + 18 * services.length + 3 * Object.keys(roles).length;
}

/** All facts, in the order of the fact sheet's areas. */
export function captureFacts(
  system: SampleSystem,
  repositories: readonly Repository[],
  installed: readonly InstalledPackage[],
): CaptureFact[] {
  const facts: CaptureFact[] = [];
  const add = (key: string, value: FactValue | undefined, place: string) => {
    if (value === undefined || value === '' || (Array.isArray(value) && value.length === 0)) return;
    const spoiled = system.medium === 'live' && SPOILED_ON_LIVE.has(key);
    facts.push({ key, value, place, ...(spoiled && { spoiledBy: 'live image' }) });
  };
  const { family } = repositories[0];
  const database = {
    deb: 'var/lib/dpkg/status',
    alpm: 'var/lib/pacman/local',
    rpm: 'aspen-capture/rpm-packages.tsv',
  }[family];
  add('identity.packageFormat', family, database);
  add('identity.baseVisible', 'ID_LIKE' in system.identification, 'etc/os-release, ID_LIKE');
  add('model.supportEnd', system.identification.SUPPORT_END, 'etc/os-release, SUPPORT_END');
  const configuration = { deb: 'etc/apt/sources.list', alpm: 'etc/pacman.conf', rpm: 'etc/yum.repos.d' }[
    family
  ];
  add('repositories.archives', inOrderOfFiles(repositories).map(archiveElement), configuration);
  add('repositories.pinning', family === 'alpm' ? 'moving' : 'pinned', configuration);
  if (family === 'alpm') add('repositories.mirrors', 2, 'etc/pacman.d/mirrorlist');
  if (family === 'deb') add('repositories.keys', keyRings(repositories), configuration);
  add('tools.command', COMMANDS[family], database);
  addKernel(system, installed, family, add);
  addLook(system, add);
  addGuide(system, add);
  addDefaults(system, installed, database, add);
  add('footprint.memory', memoryInUse(system), 'proc/meminfo');
  return facts;
}

type Add = (key: string, value: FactValue | undefined, place: string) => void;

/** Files are read by their names, apt's main list first; pacman has one file only. */
function inOrderOfFiles(repositories: readonly Repository[]): Repository[] {
  const fileOf = ({ family, role, owner, suite }: Repository) =>
    ({ deb: role === 'own' ? owner : '', alpm: '', rpm: `${suite}.repo` })[family];
  return [...repositories].sort((a, b) => (fileOf(a) === fileOf(b) ? 0 : fileOf(a) < fileOf(b) ? -1 : 1));
}

function keyRings(repositories: readonly Repository[]): Element[] {
  return [...new Set(inOrderOfFiles(repositories).map(keyRing))].map((name) => ({ name }));
}

function archiveElement({ place, suite, components, family }: Repository): Element {
  const name = `${place} ${suite}`;
  return family === 'deb'
    ? { name, settings: { components: components.join(' '), state: 'on' } }
    : { name, settings: { state: 'on' } };
}

function addKernel(
  system: SampleSystem,
  installed: readonly InstalledPackage[],
  family: Repository['family'],
  add: Add,
): void {
  const { entry } = kernelOf(system, installed);
  const { flavour, scheduler } = KERNELS.find(({ name }) => name === system.kernel)!;
  const release = kernelRelease(family, system.kernel, entry.version);
  add('kernel.version', entry.state.upstream, 'proc/sys/kernel/osrelease');
  add('kernel.release', release, 'proc/sys/kernel/osrelease');
  // An rpm kernel's string ends with the processor; its flavour is in the package's name only.
  if (family !== 'rpm') add('kernel.flavour', flavour, 'proc/sys/kernel/osrelease');
  add('kernel.scheduler', scheduler, `boot/config-${release}`);
}

function addLook({ look }: SampleSystem, add: Add): void {
  if (!look) return;
  const settings = 'etc/gtk-3.0/settings.ini';
  const overrides = 'usr/share/glib-2.0/schemas/50_defaults.gschema.override';
  add('themes.icons', look.icons, settings);
  add('themes.widgets', look.widgets, settings);
  add('themes.cursor', look.cursor, settings);
  add('themes.font', look.font, settings);
  add('themes.monospace', look.monospace, overrides);
  add('themes.dark', look.dark === true, settings);
  add('themes.wallpaper', look.wallpaper, overrides);
  add('themes.boot', look.boot, 'etc/plymouth/plymouthd.conf');
}

function addGuide({ guide }: SampleSystem, add: Add): void {
  if (!guide || guide.opens === 'never') return;
  const entry = `usr/share/applications/${guide.package}.desktop`;
  add('welcome.guide', guide.title, entry);
  add('welcome.opens', guide.opens, `etc/xdg/autostart/${guide.package}.desktop`);
  add(
    'welcome.actions',
    (guide.actions ?? []).map((name) => ({ name })),
    entry,
  );
}

function addDefaults(
  system: SampleSystem,
  installed: readonly InstalledPackage[],
  database: string,
  add: Add,
): void {
  if (system.desktop) {
    const { server } = DESKTOPS[system.desktop];
    add(
      'defaults.desktop',
      system.desktop,
      `usr/share/${server === 'wayland' ? 'wayland-sessions' : 'xsessions'}`,
    );
    add(
      'defaults.displayServer',
      server,
      `usr/share/${server === 'wayland' ? 'wayland-sessions' : 'xsessions'}`,
    );
  }
  for (const [role, title] of Object.entries(system.roles)) {
    if (title)
      add(
        `defaults.application.${role}`,
        title,
        `usr/share/applications/${APPLICATIONS.get(title)!.name}.desktop`,
      );
  }
  add('defaults.init', system.init, 'sbin/init');
  add('defaults.loginManager', system.loginManager, 'etc/X11/default-display-manager');
  add('defaults.fileSystem', system.fileSystem, 'etc/fstab');
  add('defaults.swap', system.swap, 'etc/fstab');
  add('defaults.locale', system.locale, 'etc/locale.conf');
  add(
    'defaults.services',
    system.services.map((name) => ({ name })),
    'usr/lib/systemd/system-preset/90-default.preset',
  );
  add(
    'defaults.inputMethods',
    (system.inputMethods ?? []).map((name) => ({ name })),
    'etc/environment',
  );
  add('defaults.packages', installed.length, database);
}
