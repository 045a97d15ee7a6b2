/** A system's package database as files of a capture, in the format of its package tool. */
import { formatAlpmDesc } from '../../core/formats/alpmDesc.ts';
import { formatDeb822 } from '../../core/formats/deb822.ts';
import { dayOf } from '../day.ts';
import { alpmFields, debFields, fileSizeOf, rpmIdentity } from '../repositories/packageFields.ts';
import type { SampleSystem } from '../scenario/systems.ts';
import type { World } from '../world/repository.ts';
import type { InstalledPackage } from './installedPackages.ts';

export type Files = Record<string, string>;

type DatabaseWriter = (world: World, system: SampleSystem, installed: readonly InstalledPackage[]) => Files;

export const DATABASES: Readonly<Record<'deb' | 'alpm' | 'rpm', DatabaseWriter>> = {
  /** dpkg(1): the status database; apt keeps which packages were drawn in (apt-mark(8)). */
  deb: (world, _system, installed) => ({
    'var/lib/dpkg/status': formatDeb822(
      installed.map(({ repository, entry }) => {
        const { Package, ...fields } = debFields(world, repository, entry);
        return { Package, Status: 'install ok installed', ...fields };
      }),
    ),
    'var/lib/apt/extended_states': formatDeb822(
      installed
        .filter(({ chosen }) => !chosen)
        .map(({ repository, entry }) => ({
          Package: entry.name,
          Architecture: repository.architecture,
          'Auto-Installed': '1',
        })),
    ),
  }),
  /** The local database of libalpm: a folder per package. `%REASON%` 1 means drawn in. */
  alpm: (world, system, installed) =>
    Object.fromEntries(
      installed.map(({ repository, entry, chosen }) => {
        const { NAME, VERSION, BASE, DESC, URL, ARCH, BUILDDATE, PACKAGER, DEPENDS, PROVIDES } = alpmFields(
          world,
          repository,
          entry,
        );
        const text = formatAlpmDesc(
          Object.entries({
            NAME,
            VERSION,
            BASE,
            DESC,
            URL,
            ARCH,
            BUILDDATE,
            INSTALLDATE: [String(dayOf(system.refreshed) * 86_400)],
            PACKAGER,
            SIZE: [String(entry.project.size * 1024)],
            REASON: chosen ? [] : ['1'],
            VALIDATION: ['pgp'],
            DEPENDS,
            PROVIDES,
          }),
        );
        return [`var/lib/pacman/local/${entry.name}-${entry.version}/desc`, text];
      }),
    ),
  /** rpm keeps a binary database; a capture has the answer of `rpm -qa` with the query format of its first line. */
  rpm: (_world, system, installed) => {
    const lines = installed.map(({ repository, entry }) => {
      const { name, version, release, architecture, source } = rpmIdentity(entry, repository);
      const time = dayOf(system.refreshed) * 86_400;
      return [
        name,
        '(none)',
        version,
        release,
        architecture,
        source,
        repository.owner,
        fileSizeOf(entry),
        time,
      ].join('\t');
    });
    return { 'aspen-capture/rpm-packages.tsv': [RPM_COLUMNS.join('\t'), ...lines, ''].join('\n') };
  },
};

/** The tags of `rpm --queryformat`, in the order in which a capture lists them. */
export const RPM_COLUMNS = [
  'NAME',
  'EPOCH',
  'VERSION',
  'RELEASE',
  'ARCH',
  'SOURCERPM',
  'VENDOR',
  'SIZE',
  'INSTALLTIME',
];
