/**
 * The keys of the fact sheet as a table: one line per key with its label, type and what it says. A key of an
 * area whose values a base hands down is inherited unless its line says `own`. A new key is one line here.
 */
import type { AreaId } from './areas.ts';
import type { ValueType } from './factValue.ts';

/** A key of the fact sheet. */
export interface FactKey {
  readonly key: string;
  readonly area: AreaId;
  readonly label: string;
  readonly type: ValueType;
  readonly unit?: string;
  /** For a choice: what can be chosen. */
  readonly choices?: readonly string[];
  /** What the value says, for the editor and for screen readers. */
  readonly help: string;
  /** True if a base hands it down to its derivatives: a name or a date of its own is not inherited. */
  readonly inherited: boolean;
  /** For a list: the settings that its elements usually have, in the order in which they are shown. */
  readonly settings?: readonly string[];
  /** For a number of days: more of them hold packages back for longer. */
  readonly compares?: 'delay';
}

/** The roles that a default application can fill. Each becomes a key of the area defaults. */
export const APPLICATION_ROLES = [
  { id: 'browser', label: 'Web browser' },
  { id: 'mail', label: 'Mail' },
  { id: 'office', label: 'Office' },
  { id: 'editor', label: 'Text editor' },
  { id: 'terminal', label: 'Terminal' },
  { id: 'files', label: 'File manager' },
  { id: 'video', label: 'Video player' },
  { id: 'music', label: 'Music player' },
  { id: 'images', label: 'Picture viewer' },
  { id: 'chat', label: 'Chat' },
  { id: 'software', label: 'Software centre' },
] as const;

interface More {
  readonly unit?: string;
  readonly choices?: string;
  readonly compares?: 'delay';
  readonly settings?: string;
  /** Is the layer's own: a base does not hand it down. */
  readonly own?: true;
}

type Line = readonly [key: string, label: string, type: ValueType, help: string, more?: More];

const OWN = { own: true } as const;
const DELAY: More = { unit: 'days', compares: 'delay' };
/** A list whose elements have settings. */
const having = (settings: string, own?: true): More => ({ settings, own });
const choices = (list: string, own?: true): More => ({ choices: list, own });
const unit = (name: string, own?: true): More => ({ unit: name, own });

const LINES: readonly (readonly [AreaId, readonly Line[]])[] = [
  [
    'identity',
    [
      ['purpose', 'Purpose', 'text', 'What the project says it is for and for whom.', OWN],
      ['audience', 'For whom', 'text', 'Whom it says it serves.', OWN],
      ['notFor', 'Not for', 'text', 'Whom it says it does not serve.', OWN],
      [
        'maker',
        'Maker',
        'choice',
        'Who runs the project.',
        choices('volunteers, company, government, university, one person', true),
      ],
      ['country', 'Country', 'text', 'Where the project is run from.', OWN],
      [
        'languages',
        'Languages',
        'number',
        'How many languages the installed system offers.',
        unit('languages'),
      ],
      ['since', 'Since', 'date', 'When it was first published.', OWN],
      [
        'standing',
        'Standing',
        'choice',
        'Whether the project is still maintained.',
        choices('announced, maintained, dormant, ended, merged', true),
      ],
      [
        'standings',
        'Standing over time',
        'list',
        'Since when it stands as it does: `date: announced`, maintained, dormant, ended, merged.',
        OWN,
      ],
      ['sponsor', 'Sponsor', 'text', 'Who pays for the work.', OWN],
      ['category', 'Category', 'text', 'Desktop, education, sound work and so on.', OWN],
      [
        'packageFormat',
        'Package format',
        'choice',
        'The format of its packages.',
        choices('deb, rpm, alpm, own'),
      ],
      [
        'baseVisible',
        'Base still named',
        'yesNo',
        'Whether the identification file still names the base.',
        OWN,
      ],
      ['popularity', 'Popularity', 'text', 'A dated measure, with what was counted.', OWN],
    ],
  ],
  [
    'lineage',
    [
      ['independent', 'Independent', 'yesNo', 'Looked for a base and found none.', OWN],
      ['wording', 'In its own words', 'text', 'What the project says it is built on.', OWN],
      ['reason', 'Why this base', 'text', 'The reason given for the split or the move.', OWN],
      [
        'official',
        'Endorsed by its base',
        'yesNo',
        'Whether the project of the base calls it official.',
        OWN,
      ],
      [
        'endorsements',
        'Endorsed over time',
        'list',
        'Since when its base calls it official, or no more: `date: official`.',
        OWN,
      ],
      [
        'builtFrom',
        'Parts built from parts',
        'list',
        'A program of its own that is another one changed: `part: original`.',
      ],
    ],
  ],
  [
    'editions',
    [
      ['offered', 'Editions', 'list', 'Each edition, with its standing.', OWN],
      ['desktops', 'Desktops offered', 'list', 'The desktops that can be had at install or as images.', OWN],
      ['desktopsClaimed', 'Desktops claimed', 'number', 'How many the project says it offers.', OWN],
      [
        'desktopsNone',
        'None counted as a desktop',
        'yesNo',
        'Whether the count includes an image without any desktop.',
        OWN,
      ],
      [
        'images',
        'Images',
        'list',
        'Each image by its file name, in the slot of its edition.',
        having('architecture, date, size, kind, checksum, host', true),
      ],
      ['imageDate', 'Image built', 'date', 'The day of the image.', OWN],
      ['imageSize', 'Image size', 'number', 'The size of the image.', unit('MiB', true)],
      ['architectures', 'Architectures', 'list', 'The processors there are images for.', OWN],
      [
        'imageKind',
        'Image kind',
        'choice',
        'Whether the image runs live, installs, or both.',
        choices('live, installable, both', true),
      ],
      ['imageHosts', 'Image hosts', 'list', 'Where images are served from.', OWN],
      ['refreshed', 'Images refreshed', 'text', 'How often new images appear.', OWN],
      ['bootEntries', 'Boot entries', 'list', 'What the image offers at start.', OWN],
      ['installer', 'Installer', 'text', 'The program that installs.'],
      [
        'installerMode',
        'Installs',
        'choice',
        'Whether installing needs a connection.',
        choices('online, offline, both'),
      ],
      ['installerPages', 'Pages added', 'list', 'What its installer asks that the usual one does not.'],
      [
        'packageChoice',
        'Packages chosen',
        'yesNo',
        'Whether the installer lets one choose what is installed.',
      ],
      ['fileSystems', 'File systems offered', 'list', 'What the installer can format.'],
      ['encryption', 'Encryption offered', 'yesNo', 'Whether the installer can encrypt the disk.'],
      ['duration', 'Duration of an install', 'number', 'From start to restart.', unit('minutes', true)],
      ['failures', 'Installer failures', 'list', 'What went wrong while installing, and known issues.', OWN],
    ],
  ],
  [
    'repositories',
    [
      [
        'archives',
        'Package archives',
        'list',
        'The repositories that the installed system pulls from, in order.',
        having('owner, tier, suite, components, state, holding, holdingMost, packages, mirrors, purpose'),
      ],
      ['host', 'Hosted by', 'text', 'Who serves the packages, and from how many mirrors.'],
      ['mirrors', 'Mirrors', 'number', 'How many mirrors the system knows.', unit('mirrors')],
      [
        'pinning',
        'Release named',
        'choice',
        'Whether the configuration names one release or a moving one.',
        choices('pinned, moving, mixed'),
      ],
      ['priorities', 'Priorities', 'list', 'Pins and priorities that differ from the usual.'],
      [
        'formats',
        'Other package formats',
        'list',
        'Sandboxed bundles, portable applications, build recipes: on, off, offered or disclaimed.',
        having('state'),
      ],
      [
        'holding',
        'Testing before release',
        'number',
        'How long packages are held before users get them.',
        DELAY,
      ],
      ['holdingMost', 'Longest testing', 'number', 'The longest that packages are held.', DELAY],
      [
        'counted',
        'Packages counted',
        'number',
        'How many packages its own repositories hold.',
        unit('packages', true),
      ],
      ['keys', 'Keys trusted', 'list', 'The key rings of the package tool.'],
      [
        'privatePossible',
        'Private archives',
        'yesNo',
        'Whether people can publish archives of their own for it.',
      ],
      [
        'documented',
        'Purpose documented',
        'yesNo',
        'Whether the project says what each repository is for.',
        OWN,
      ],
    ],
  ],
  [
    'kernel',
    [
      ['version', 'Default kernel', 'version', 'The version that an installed system boots.'],
      ['release', 'Kernel string', 'version', 'The full string with its build suffix.'],
      ['flavour', 'Flavour', 'text', 'Generic, low latency, hardened and so on.'],
      [
        'offered',
        'Others offered',
        'list',
        'Further kernels that can be installed.',
        having('version, from'),
      ],
      ['switcher', 'Kernel picker', 'text', 'The tool that switches between kernels.'],
      ['scheduler', 'Scheduler', 'text', 'The scheduler and preemption it is built with.'],
      ['patches', 'Patches', 'list', 'What it carries beyond upstream.'],
      ['level', 'Processor level', 'text', 'The processor level its packages are compiled for.'],
      ['changeable', 'Can be changed', 'yesNo', 'Whether another kernel can be had at all.'],
      ['delay', 'Behind upstream', 'number', 'Days from upstream to the package.', DELAY],
    ],
  ],
  [
    'themes',
    [
      ['desktopVersion', 'Desktop version', 'version', 'The version of the default desktop.'],
      ['icons', 'Icons', 'text', 'The icon theme of a new account.'],
      ['widgets', 'Widgets', 'text', 'The widget theme of a new account.'],
      ['frames', 'Window frames', 'text', 'The theme of window frames, where it is one of its own.'],
      ['cursor', 'Cursor', 'text', 'The cursor theme of a new account.'],
      ['shell', 'Shell', 'text', 'The theme of panel and overview.'],
      ['font', 'Font', 'text', 'The font of the interface.'],
      ['monospace', 'Monospace font', 'text', 'The font of terminal and editor.'],
      ['terminal', 'Terminal style', 'text', 'Colours and prompt of the terminal.'],
      ['login', 'Login screen style', 'text', 'The theme of the login screen.'],
      ['boot', 'Boot screen', 'text', 'The theme shown while starting.'],
      ['wallpaper', 'Wallpaper', 'text', 'The background of a new account.'],
      [
        'wallpaperOfEdition',
        'Wallpaper by edition',
        'yesNo',
        'Whether each edition has a wallpaper of its own.',
      ],
      [
        'origins',
        'Origins stated',
        'list',
        'Where parts come from, as far as it was found: `icons: borrowed from …`, stock, variant of stock or own.',
      ],
      ['dark', 'Dark by default', 'yesNo', 'Whether a new account begins dark.'],
      ['layouts', 'Layouts offered', 'list', 'Panel layouts that can be chosen.'],
      ['effects', 'Effects', 'text', 'Compositing and animation.'],
      [
        'toolkits',
        'Toolkits in the default set',
        'number',
        'How many toolkits the preinstalled applications use.',
      ],
      [
        'alike',
        'Toolkits look alike',
        'choice',
        'Whether applications of different toolkits look alike, as tested.',
        choices('yes, partly, no'),
      ],
      ['alikeTest', 'How likeness was tested', 'text', 'Which applications were held side by side.', OWN],
    ],
  ],
  [
    'welcome',
    [
      ['guide', 'First-start guide', 'text', 'The tool that receives a new user.'],
      ['owner', 'Whose guide', 'text', 'Who makes it: the project itself, its base, or another one.'],
      ['others', 'Further guides', 'list', 'Other tools that receive a new user.', having('owner, opens')],
      [
        'opens',
        'Opens by itself',
        'choice',
        'When the guide opens without being asked.',
        choices('each login, first login only, live image only, never'),
      ],
      ['reached', 'Reached from', 'text', 'Where it is found later.'],
      ['actions', 'Actions in order', 'list', 'What the guide offers, in its order.'],
      ['settings', 'Settings', 'number', 'How many settings can be changed in it.'],
      ['showsDone', 'Shows what is done', 'yesNo', 'Whether it tells what was done already.'],
      ['repeats', 'Repeats the installer', 'yesNo', 'Whether it asks again what the installer asked.'],
      ['offline', 'Works offline', 'yesNo', 'Whether it works without a connection.'],
      ['languages', 'Languages of the guide', 'number', 'How many languages it speaks.', unit('languages')],
      ['problems', 'Problems in the order', 'list', 'Steps that come before what they need.'],
    ],
  ],
  [
    'defaults',
    [
      ['desktop', 'Desktop', 'text', 'The desktop of the default session.'],
      ...APPLICATION_ROLES.map(({ id, label }): Line => [
        `application.${id}`,
        label,
        'text',
        `The application that fills the role "${label.toLowerCase()}".`,
      ]),
      [
        'belongs',
        'Desktop of applications',
        'list',
        'The desktop that an application belongs to: `browser: name of the desktop`.',
      ],
      [
        'leftEmpty',
        'Left empty by choice',
        'list',
        'Roles that are filled by a choice at install, and empty without it.',
      ],
      [
        'applications',
        'Applications preinstalled',
        'number',
        'How many programs the menu of a new account shows.',
        unit('applications', true),
      ],
      [
        'addedByAnalyst',
        'Added by the analyst',
        'list',
        'Programs on the examined system that it did not come with; they are left out.',
        OWN,
      ],
      ['init', 'Init system', 'text', 'What starts the services.'],
      ['displayServer', 'Display server', 'text', 'The kind of the default session.'],
      ['loginManager', 'Login screen', 'text', 'The program that lets users in.'],
      ['fileSystem', 'File system', 'text', 'The file system of a default install.'],
      ['partitions', 'Partitions', 'list', 'The partitions of a default install.'],
      ['swap', 'Swap', 'text', 'Partition, file, compressed memory or none.'],
      ['restorePoints', 'Restore points', 'text', 'What makes them, how many and how often.'],
      ['privilege', 'Privilege prompt', 'text', 'How administrators are asked.'],
      ['locale', 'Language', 'text', 'The locale of a default install.'],
      ['inputMethods', 'Input methods', 'list', 'Ways of input that are preinstalled.'],
      ['updates', 'Automatic updates', 'text', 'Whether and what is updated unasked.'],
      ['services', 'Services', 'list', 'Services enabled from the start.'],
      ['drivers', 'Driver tool', 'text', 'What offers drivers.'],
      ['panel', 'Panel', 'text', 'The panel and its side.'],
      ['packages', 'Packages preinstalled', 'number', 'How many packages the installed system has.', OWN],
    ],
  ],
  [
    'model',
    [
      [
        'kind',
        'Model',
        'choice',
        'How releases come about.',
        choices('fixed, long-term, interim, rolling, held-back rolling, frozen base'),
      ],
      [
        'claimed',
        'Model as claimed',
        'choice',
        'What the project calls its model.',
        choices('fixed, long-term, interim, rolling, held-back rolling, frozen base', true),
      ],
      ['cadence', 'Cadence', 'text', 'How often a release appears.'],
      ['supportEnd', 'Supported until', 'date', 'The end of support as the project states it.', OWN],
      ['upgrade', 'Upgrade path', 'text', 'How one gets to the next release.'],
      ['updates', 'Updates', 'text', 'How often updates come.'],
      ['firstUpdate', 'First update', 'number', 'What a fresh install fetches first.', unit('MiB', true)],
      ['imageAge', 'Image then', 'number', 'How old the image was at the first update.', unit('days', true)],
      [
        'delay',
        'Behind its base',
        'number',
        'The delay behind the base, as stated or measured.',
        unit('days', true),
      ],
    ],
  ],
  [
    'tools',
    [
      ['graphical', 'Graphical tool', 'text', 'The tool for packages with a window, and what it covers.'],
      ['command', 'Command', 'text', 'The command for packages.'],
      [
        'probes',
        'Can it be had?',
        'list',
        'Programs looked for: `program: yes, no or unknown`.',
        having('format, repository, version, refreshed, date, base', true),
      ],
    ],
  ],
  [
    'footprint',
    [
      [
        'memory',
        'Memory in use',
        'number',
        'After the desktop has come up, with nothing opened.',
        unit('MiB', true),
      ],
      [
        'memoryUsed',
        'Memory after use',
        'number',
        'After programs were opened and closed again.',
        unit('MiB', true),
      ],
      ['processor', 'Processor in use', 'number', 'With nothing opened.', unit('%', true)],
      ['disk', 'Disk in use', 'number', 'After a default install.', unit('MiB', true)],
      ['boot', 'Start-up time', 'number', 'From firmware to the desktop.', unit('seconds', true)],
      ['memoryLeast', 'Memory required', 'number', 'The least the project states.', unit('MiB', true)],
      ['memoryAdvised', 'Memory recommended', 'number', 'What the project recommends.', unit('MiB', true)],
      ['diskLeast', 'Disk required', 'number', 'The least the project states.', unit('MiB', true)],
      ['diskAdvised', 'Disk recommended', 'number', 'What the project recommends.', unit('MiB', true)],
      ['processorLeast', 'Processor required', 'text', 'The least the project states.', OWN],
    ],
  ],
  [
    'help',
    [
      [
        'channels',
        'Channels',
        'list',
        'Where questions can be asked: `channel: works, dead, redirects or outdated`.',
        having('address, checked', true),
      ],
      ['documents', 'Documentation', 'text', 'What there is to read, and how current it is.', OWN],
      [
        'baseApplies',
        'Base’s documents apply',
        'yesNo',
        'Whether the documents of the base can be followed.',
        OWN,
      ],
      ['answer', 'Time to an answer', 'number', 'From asking to a useful answer.', unit('hours', true)],
    ],
  ],
];

/** Every key, in the order in which tables show them. */
export const FACT_KEYS: readonly FactKey[] = LINES.flatMap(([area, lines]) =>
  lines.map(([key, label, type, help, more]) => ({
    key: `${area}.${key}`,
    area,
    label,
    type,
    help,
    inherited: !more?.own,
    ...(more?.unit && { unit: more.unit }),
    ...(more?.compares && { compares: more.compares }),
    ...(more?.settings && { settings: more.settings.split(', ') }),
    ...(more?.choices && { choices: more.choices.split(', ') }),
  })),
);
