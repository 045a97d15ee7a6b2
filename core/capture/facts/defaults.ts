/**
 * Defaults: sessions, which application fills which role, and what runs beneath. Roles are told by open standards:
 * the list of default applications by media type, registered menu categories, and, without either, virtual packages
 * (Debian Policy 7.5 and its list of virtual package names). Never by the names of products.
 */
import { APPLICATION_ROLES } from '../../catalogue/factSheet.ts';
import { keyFileList } from '../../formats/keyFileValues.ts';
import type { PackageRow } from '../../formats/packageColumns.ts';
import { parseAssignments, parsePreset } from '../../formats/systemText.ts';
import { parseMeminfo, parseMountTable } from '../../formats/machineText.ts';
import { parseFree, parseProcessHead } from '../../formats/printedState.ts';
import { manifestOf, pathOf, pathOfFormat, textOf } from '../systemFiles.ts';
import { addedLater, keyFilesOf, type PlacedKeyFile } from '../keyFilesOf.ts';
import { installedRows } from './kernel.ts';
import { found, type FactRule, type FoundFact } from './rule.ts';
import { entryOf, baseName } from './session.ts';

type RoleId = (typeof APPLICATION_ROLES)[number]['id'];

/** How a role is told: a media type of the defaults list, categories of the Desktop Menu Specification 1.1, virtual packages. */
const ROLES: Readonly<
  Record<RoleId, { types: readonly string[]; categories: readonly string[]; virtual: readonly string[] }>
> = {
  browser: {
    types: ['x-scheme-handler/https', 'text/html'],
    categories: ['WebBrowser'],
    virtual: ['x-www-browser', 'www-browser'],
  },
  mail: { types: ['x-scheme-handler/mailto'], categories: ['Email'], virtual: ['mail-reader'] },
  office: { types: ['application/vnd.oasis.opendocument.text'], categories: ['WordProcessor'], virtual: [] },
  editor: { types: ['text/plain'], categories: ['TextEditor'], virtual: ['editor'] },
  terminal: {
    types: ['x-scheme-handler/terminal'],
    categories: ['TerminalEmulator'],
    virtual: ['x-terminal-emulator'],
  },
  files: { types: ['inode/directory'], categories: ['FileManager'], virtual: [] },
  video: { types: ['video/mp4', 'video/webm'], categories: ['Video'], virtual: [] },
  music: { types: ['audio/mpeg', 'audio/flac'], categories: ['Audio', 'Music'], virtual: [] },
  images: { types: ['image/png', 'image/jpeg'], categories: ['Viewer'], virtual: [] },
  chat: {
    types: ['x-scheme-handler/xmpp', 'x-scheme-handler/irc'],
    categories: ['InstantMessaging', 'Chat'],
    virtual: [],
  },
  software: { types: ['x-scheme-handler/appstream'], categories: ['PackageManager'], virtual: [] },
  drawing: { types: [], categories: ['RasterGraphics', 'VectorGraphics'], virtual: [] },
  cutting: { types: [], categories: ['AudioVideoEditing'], virtual: [] },
  recording: { types: [], categories: ['Recorder'], virtual: [] },
  // The specification has no category for notes.
  notes: { types: [], categories: [], virtual: [] },
  planner: { types: ['text/calendar'], categories: ['Calendar'], virtual: [] },
  archive: { types: ['application/zip', 'application/x-tar'], categories: ['Archiving'], virtual: [] },
  disks: { types: [], categories: ['Filesystem'], virtual: [] },
  transfer: {
    types: ['application/x-bittorrent', 'x-scheme-handler/ftp'],
    categories: ['FileTransfer', 'P2P'],
    virtual: [],
  },
  games: { types: [], categories: ['Game'], virtual: [] },
  remote: {
    types: ['x-scheme-handler/vnc', 'x-scheme-handler/rdp'],
    categories: ['RemoteAccess'],
    virtual: [],
  },
  reading: { types: ['application/epub+zip', 'application/pdf'], categories: [], virtual: [] },
  scanning: { types: [], categories: ['Scanning'], virtual: [] },
};

/** What all roles are told from, gathered once: thousands of menu entries and packages are looked through for each. */
interface Evidence {
  readonly menu: readonly PlacedKeyFile[];
  readonly lists: readonly PlacedKeyFile[];
  /** Installed packages that belong to the default set. */
  readonly packages: readonly PackageRow[];
  readonly packagesPlace: string;
}

/** The ways of telling a role, the surest first; each is asked only when those before it are silent. */
const WAYS: readonly ((evidence: Evidence, role: RoleId) => FoundFact[])[] = [
  byDefaultsList,
  byMenu,
  byVirtualPackage,
];

/** Default applications by role, from default-application lists and desktop entries. */
export const roles: FactRule = (system) => {
  const later = addedLater(system);
  const evidence: Evidence = {
    menu: keyFilesOf(system, 'desktop-entry').filter(({ path }) => /(^|\/)applications\//.test(path)),
    lists: keyFilesOf(system, 'mimeapps'),
    packages: system.packages ? installedRows(system.packages).filter(({ name }) => !later.has(name)) : [],
    packagesPlace: pathOf(system, 'packages'),
  };
  return APPLICATION_ROLES.flatMap(({ id }) => {
    for (const way of WAYS) {
      const facts = way(evidence, id);
      if (facts.length > 0) return facts;
    }
    return [];
  });
};

function byDefaultsList({ menu, lists }: Evidence, role: RoleId): FoundFact[] {
  const chosen = ROLES[role].types
    .flatMap((type) => lists.map((list) => keyFileList(list.group('Default Applications')[type])[0]))
    .find(Boolean);
  const file = chosen && menu.find(({ path }) => path.endsWith(`/${chosen}`));
  return file ? found(`defaults.application.${role}`, entryOf(file).Name, file.path) : [];
}

/** One application of a category fills the role; of several, the menu cannot tell which is the default. */
function byMenu({ menu }: Evidence, role: RoleId): FoundFact[] {
  const files = menu.filter((file) => {
    const entry = entryOf(file);
    const isShown = entry.NoDisplay !== 'true' && entry.Hidden !== 'true' && !entry.OnlyShowIn;
    return (
      isShown && keyFileList(entry.Categories).some((category) => ROLES[role].categories.includes(category))
    );
  });
  const names = new Set(files.map((file) => entryOf(file).Name));
  return names.size === 1 ? found(`defaults.application.${role}`, entryOf(files[0]).Name, files[0].path) : [];
}

function byVirtualPackage({ packages, packagesPlace }: Evidence, role: RoleId): FoundFact[] {
  const { virtual } = ROLES[role];
  const providers = packages.filter(({ provides }) =>
    provides.split(',').some((entry) => virtual.includes(entry.trim().split(/\s/)[0])),
  );
  const names = [...new Set(providers.map(({ name }) => name))];
  const place = `${packagesPlace}, provides ${virtual[0]}`;
  return names.length === 1 ? found(`defaults.application.${role}`, names[0], place, 'likely') : [];
}

/** File system of the root and kind of swap, as the mount table and the settings of compressed memory say. */
export const disks: FactRule = (system) => {
  const mounts = parseMountTable(textOf(system, 'mount-table'));
  const root = mounts.find(({ place }) => place === '/');
  if (!root) return [];
  const place = pathOfFormat(system, 'mount-table');
  const compressed = keyFilesOf(system, 'zram-generator').length > 0;
  const swap = mounts.find(({ type }) => type === 'swap');
  const kind = compressed
    ? 'compressed memory'
    : !swap
      ? 'none'
      : swap.device.startsWith('/dev/') || /^(UUID|LABEL|PARTUUID)=/.test(swap.device)
        ? 'partition'
        : 'file';
  return [...found('defaults.fileSystem', root.type, place), ...found('defaults.swap', kind, place)];
};

/** Language and input methods of a new account. */
export const language: FactRule = (system) => {
  const settings = parseAssignments(textOf(system, 'shell-assignments'));
  const place = pathOfFormat(system, 'shell-assignments');
  const methods = ['GTK_IM_MODULE', 'QT_IM_MODULE', 'INPUT_METHOD']
    .map((name) => settings[name])
    .filter(Boolean);
  return [
    ...found('defaults.locale', settings.LANG, place),
    ...found(
      'defaults.inputMethods',
      [...new Set(methods)].map((name) => ({ name })),
      place,
    ),
  ];
};

/** Services that start by themselves: by the links that enable them, else as presets say. */
export const services: FactRule = (system) => {
  const wanted = [...manifestOf(system).links.keys()]
    .filter((path) =>
      /^etc\/systemd\/system\/(multi-user|graphical)\.target\.wants\/[^/]+\.service$/.test(path),
    )
    .map((path) => baseName(path).replace(/\.service$/, ''));
  const presets = parsePreset(textOf(system, 'systemd-preset'));
  const names = wanted.length > 0 ? wanted : presets;
  const place = wanted.length > 0 ? 'etc/systemd/system' : pathOfFormat(system, 'systemd-preset');
  return found(
    'defaults.services',
    [...new Set(names)].map((name) => ({ name })),
    place,
  );
};

/**
 * Memory in use: what a tool printed as used; from the system's own files what there is less what could be had without
 * swapping (proc(5), MemAvailable).
 */
export const memory: FactRule = (system) => {
  const { MemTotal, MemAvailable } = parseMeminfo(textOf(system, 'meminfo'));
  const printed = parseFree(textOf(system, 'free'));
  if (printed) return found('footprint.memory', printed.usedMiB, pathOfFormat(system, 'free'));
  const head = parseProcessHead(textOf(system, 'process-head'));
  if (head) return found('footprint.memory', head.usedMiB, pathOfFormat(system, 'process-head'));
  if (MemTotal === undefined || MemAvailable === undefined) return [];
  return found(
    'footprint.memory',
    Math.round((MemTotal - MemAvailable) / 1024),
    pathOfFormat(system, 'meminfo'),
  );
};
