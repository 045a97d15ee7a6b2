/**
 * Programs that the scenario speaks of by name: the applications, desktops, guides and kernels of its invented
 * systems. What an application is told by stands here as the open standards have it: registered categories of
 * the desktop menu specification, media types, virtual packages.
 */
export interface NamedProject {
  /** The package's name. */
  readonly name: string;
  readonly section: string;
  readonly summary: string;
  readonly provides?: readonly string[];
  /** Days between releases. */
  readonly pace?: number;
}

/** An application with a menu entry. */
export interface Application extends NamedProject {
  /** As shown in menus and recorded in readings. */
  readonly title: string;
  readonly categories: string;
  readonly mimeTypes: readonly string[];
  /** A library of the universe that draws its windows. */
  readonly toolkit: 'willow-widget' | 'slate-widget';
}

type Row = readonly [
  title: string,
  name: string,
  section: string,
  categories: string,
  mimeTypes: string,
  provides?: string,
];

const WEB = 'text/html x-scheme-handler/http x-scheme-handler/https';
const ROWS: readonly Row[] = [
  ['Fathomline', 'fathomline', 'web', 'Network;WebBrowser;', WEB, 'www-browser'],
  ['Harbor Browser', 'harbor-browser', 'web', 'Network;WebBrowser;', WEB, 'www-browser'],
  ['Skiff', 'skiff', 'web', 'Network;WebBrowser;', WEB, 'www-browser'],
  ['Pigeonhole', 'pigeonhole', 'mail', 'Network;Email;', 'x-scheme-handler/mailto', 'mail-reader'],
  ['Corvid Mail', 'corvid-mail', 'mail', 'Network;Email;', 'x-scheme-handler/mailto', 'mail-reader'],
  ['Ledgerman', 'ledgerman', 'office', 'Office;WordProcessor;', 'application/vnd.oasis.opendocument.text'],
  ['Quillwork', 'quillwork', 'office', 'Office;WordProcessor;', 'application/vnd.oasis.opendocument.text'],
  ['Slate Editor', 'slate-editor', 'editors', 'Utility;TextEditor;', 'text/plain', 'editor'],
  ['Chalkboard', 'chalkboard', 'editors', 'Education;TextEditor;', 'text/plain', 'editor'],
  ['Wickterm', 'wickterm', 'x11', 'System;TerminalEmulator;', '', 'x-terminal-emulator'],
  ['Vineterm', 'vineterm', 'x11', 'System;TerminalEmulator;', '', 'x-terminal-emulator'],
  ['Driftbox', 'driftbox', 'x11', 'System;FileManager;', 'inode/directory'],
  ['Larder', 'larder', 'x11', 'System;FileManager;', 'inode/directory'],
  ['Flickerlight', 'flickerlight', 'video', 'AudioVideo;Video;Player;', 'video/mp4 video/webm'],
  ['Magic Shed', 'magic-shed', 'video', 'AudioVideo;Video;Player;', 'video/mp4 video/webm'],
  ['Wrenfold', 'wrenfold', 'sound', 'AudioVideo;Audio;Player;', 'audio/mpeg audio/flac'],
  ['Looking Pane', 'looking-pane', 'graphics', 'Graphics;Viewer;', 'image/png image/jpeg'],
  ['Hearthline', 'hearthline', 'net', 'Network;InstantMessaging;', 'x-scheme-handler/xmpp'],
];

/** Applications by the title under which readings name them. */
export const APPLICATIONS: ReadonlyMap<string, Application> = new Map(
  ROWS.map(([title, name, section, categories, mimeTypes, provides], i) => [
    title,
    {
      title,
      name,
      section,
      categories,
      mimeTypes: mimeTypes.split(' ').filter(Boolean),
      summary: `${title}, a program of the ${section} section`,
      toolkit: i % 3 === 2 ? 'slate-widget' : 'willow-widget',
      provides: provides ? [provides] : [],
      pace: 30,
    },
  ]),
);

/** Desktops by title: the package of the session, the command that starts it and its kind of display server. */
export interface Desktop {
  readonly package: string;
  readonly command: string;
  readonly server: 'wayland' | 'x11';
}

export const DESKTOPS: Readonly<Record<string, Desktop>> = {
  Porch: { package: 'porch-desktop', command: 'porch-session', server: 'wayland' },
  Trellis: { package: 'trellis-desktop', command: 'trellis-session', server: 'x11' },
  Lagoon: { package: 'lagoon-desktop', command: 'start-lagoon', server: 'x11' },
  Marl: { package: 'marl-desktop', command: 'marl-session', server: 'wayland' },
  Stem: { package: 'stem-desktop', command: 'stem-session', server: 'x11' },
  Cradle: { package: 'cradle-wm', command: 'cradle', server: 'x11' },
  Sill: { package: 'sill-desktop', command: 'sill-session', server: 'x11' },
};

/** A kernel package: its flavour as it stands in names and strings, and how it is built. */
export interface Kernel {
  readonly name: string;
  readonly flavour: string;
  readonly label: string;
  readonly scheduler: string;
}

export const KERNELS: readonly Kernel[] = [
  { name: 'linux', flavour: 'stock', label: 'stock', scheduler: 'voluntary preemption, 250 Hz' },
  {
    name: 'linux-longterm',
    flavour: 'longterm',
    label: 'long-term',
    scheduler: 'voluntary preemption, 250 Hz',
  },
  {
    name: 'linux-lowlatency',
    flavour: 'lowlatency',
    label: 'low latency',
    scheduler: 'full preemption, 1000 Hz',
  },
  {
    name: 'linux-hardened',
    flavour: 'hardened',
    label: 'hardened',
    scheduler: 'voluntary preemption, 250 Hz',
  },
  { name: 'linux-arcade', flavour: 'arcade', label: 'gaming', scheduler: 'full preemption, 1000 Hz' },
];

/** Programs that run beneath the desktop, by what they are for. */
const BENEATH: readonly NamedProject[] = [
  { name: 'latchkey', section: 'x11', summary: 'login screen', provides: ['x-display-manager'] },
  { name: 'ladder', section: 'admin', summary: 'starts the services', provides: ['init'] },
  {
    name: 'treadle',
    section: 'admin',
    summary: 'starts the services, one after another',
    provides: ['init'],
  },
  { name: 'bundle-tool', section: 'admin', summary: 'installs sandboxed bundles' },
  { name: 'restore-points', section: 'admin', summary: 'keeps states of the system to go back to' },
  { name: 'driver-finder', section: 'admin', summary: 'offers drivers' },
  { name: 'package-hall', section: 'admin', summary: 'finds and installs programs' },
  { name: 'print-service', section: 'net', summary: 'prints' },
  { name: 'time-service', section: 'net', summary: 'keeps the clock right' },
  { name: 'fire-gate', section: 'net', summary: 'lets in what is asked for only' },
  { name: 'plain-artwork', section: 'x11', summary: 'icons, widgets and cursors in a plain style' },
];

/** Everything with a name in the scenario that every root packages. */
export const NAMED: readonly NamedProject[] = [
  ...APPLICATIONS.values(),
  ...Object.entries(DESKTOPS).map(([title, desktop]) => ({
    name: desktop.package,
    section: 'x11',
    summary: `the ${title} desktop`,
    provides: ['x-session-manager'],
    pace: 120,
  })),
  ...KERNELS.slice(0, 3).map(({ name, label }) => ({
    name,
    section: 'kernel',
    summary: `the kernel, ${label}`,
  })),
  ...BENEATH,
];
