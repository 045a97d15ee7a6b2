/**
 * Facts that a system's files show, proposed with the file that shows each. What fills a role is told by open
 * standards (virtual packages of Debian Policy 7.5 and its list of virtual package names), never by product names.
 */
import type { Element, FactValue } from '../catalogue/factValue.ts';
import { packageRow, type PackageColumns, type PackageRow } from '../formats/packageColumns.ts';
import { compareDebVersions, parseDebVersion } from '../packages/debVersion.ts';
import type { FileContent } from './readFiles.ts';
import type { ReadSystem } from './system.ts';

/** A fact read off a system, not yet part of a catalogue. */
export interface FactProposal {
  readonly key: string;
  readonly value: FactValue;
  /** The file it was read from, and where in it. */
  readonly place: string;
  readonly certainty: 'sure' | 'likely';
}

/** Virtual packages that name a role, by the key of the fact sheet that the role fills. */
const ROLES: Readonly<Record<string, readonly string[]>> = {
  'defaults.application.browser': ['x-www-browser', 'www-browser'],
  'defaults.application.mail': ['mail-reader'],
  'defaults.application.editor': ['editor'],
  'defaults.application.terminal': ['x-terminal-emulator'],
};

type Extractor = (system: ReadSystem) => readonly FactProposal[];

/** What a system's files can show, one line per rule. */
const EXTRACTORS: readonly Extractor[] = [
  fromField('SUPPORT_END', 'model.supportEnd', (value) => (/^\d{4}-\d\d-\d\d$/.test(value) ? value : null)),
  fromField('ID_LIKE', 'identity.baseVisible', () => true),
  (system) => fromPackages(system, 'identity.packageFormat', ({ family }) => family),
  archives,
  kernel,
  roles,
  (system) =>
    fromPackages(
      system,
      'defaults.packages',
      (list) => list.size - list.removed.reduce((sum, flag) => sum + flag, 0),
    ),
];

/** Every fact that the system's files show. */
export function proposeFacts(system: ReadSystem): FactProposal[] {
  return EXTRACTORS.flatMap((extract) => extract(system));
}

function pathOf(system: ReadSystem, type: FileContent['type']): string {
  return system.files.find(({ content }) => content?.type === type)?.path ?? '';
}

function fromField(field: string, key: string, read: (value: string) => FactValue | null): Extractor {
  return (system) => {
    const raw = system.identification[field];
    const value = raw ? read(raw) : null;
    if (value === null) return [];
    return [{ key, value, place: `${pathOf(system, 'osRelease')}, ${field}`, certainty: 'sure' }];
  };
}

function fromPackages(
  system: ReadSystem,
  key: string,
  read: (list: PackageColumns) => FactValue,
): FactProposal[] {
  if (!system.packages) return [];
  return [{ key, value: read(system.packages), place: pathOf(system, 'packages'), certainty: 'sure' }];
}

function archives(system: ReadSystem): FactProposal[] {
  const elements: Element[] = system.sources
    .filter(({ type }) => type === 'deb')
    .map(({ uri, suite, components, enabled }) => ({
      name: `${uri.replace(/^[a-z+]+:\/\//i, '').replace(/\/$/, '')} ${suite}`,
      settings: { components: components.join(' '), state: enabled ? 'on' : 'off' },
    }));
  if (elements.length === 0) return [];
  return [
    { key: 'repositories.archives', value: elements, place: pathOf(system, 'aptSources'), certainty: 'sure' },
  ];
}

function installedRows(list: PackageColumns): PackageRow[] {
  return Array.from({ length: list.size }, (_, index) => packageRow(list, index)).filter(
    ({ removed }) => !removed,
  );
}

/** The newest installed kernel image; its package name carries the kernel's release (`uname -r`). */
function kernel(system: ReadSystem): FactProposal[] {
  if (!system.packages) return [];
  const images = installedRows(system.packages)
    .filter(({ name }) => /^linux-image-\d/.test(name))
    .sort((a, b) => compareDebVersions(b.version, a.version));
  if (!images[0]) return [];
  const value = parseDebVersion(images[0].version).upstream;
  return [
    {
      key: 'kernel.version',
      value,
      place: `${pathOf(system, 'packages')}, ${images[0].name}`,
      certainty: 'likely',
    },
  ];
}

/** A role with one provider has a default; with several, the package list alone cannot tell which. */
function roles(system: ReadSystem): FactProposal[] {
  if (!system.packages) return [];
  const rows = installedRows(system.packages);
  return Object.entries(ROLES).flatMap(([key, virtual]): FactProposal[] => {
    const providers = rows.filter(({ provides }) =>
      provides.split(',').some((entry) => virtual.includes(entry.trim().split(/\s/)[0])),
    );
    const names = [...new Set(providers.map(({ name }) => name))];
    if (names.length !== 1) return [];
    return [
      {
        key,
        value: names[0],
        place: `${pathOf(system, 'packages')}, provides ${virtual[0]}`,
        certainty: 'likely',
      },
    ];
  });
}
