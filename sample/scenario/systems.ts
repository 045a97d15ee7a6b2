/**
 * The systems of the scenario that were captured: what each consists of, in tables. Package versions are not
 * written here: they follow from the repositories and the day on which the system was last brought up to date.
 */

/** A guide that receives a new user, as its files show it. */
export interface Guide {
  readonly title: string;
  readonly package: string;
  readonly opens: 'each login' | 'first login only' | 'live image only' | 'never';
  readonly actions?: readonly string[];
}

export interface Look {
  readonly icons: string;
  readonly widgets: string;
  readonly cursor: string;
  readonly font: string;
  readonly monospace: string;
  readonly wallpaper: string;
  readonly boot: string;
  readonly dark?: boolean;
}

/** Which application fills which role, by its title; a role left out stays empty. */
export type Roles = Readonly<
  Partial<
    Record<
      'browser' | 'mail' | 'office' | 'editor' | 'terminal' | 'files' | 'video' | 'music' | 'images' | 'chat',
      string
    >
  >
>;

export interface SampleSystem {
  readonly key: string;
  /** The release it is, as the scenario names it, and the edition where it is not the main one. */
  readonly of: string;
  readonly edition?: string;
  readonly identification: Readonly<Record<string, string>>;
  /** Repositories by id, the one that the package tool prefers first. */
  readonly repositories: readonly string[];
  readonly taken: string;
  /** The day on which the package index was last refreshed, and the system brought up to date. */
  readonly refreshed: string;
  readonly medium: 'live' | 'installed';
  readonly machine: 'virtual' | 'hardware';
  readonly memoryMiB: number;
  readonly cores: number;
  readonly desktop?: string;
  readonly roles: Roles;
  readonly look?: Look;
  readonly guide?: Guide;
  readonly kernel: string;
  readonly init: string;
  readonly loginManager?: string;
  readonly fileSystem: string;
  readonly swap: string;
  readonly locale: string;
  readonly services: readonly string[];
  readonly inputMethods?: readonly string[];
  /** Share of the base's standard set that is left out. */
  readonly dropped?: number;
  /** The state of a base's repository that it was copied from, where that is not what the base serves today. */
  readonly against?: { readonly repository: string; readonly date: string };
  /** Further packages of its default set. */
  readonly also?: readonly string[];
}

/** What systems of a family have in common; each says for itself what it is and where it pulls from. */
export type CommonSystem = Omit<SampleSystem, 'key' | 'of' | 'identification' | 'repositories'>;

export const PLAIN: Look = {
  icons: 'Plain',
  widgets: 'Plain',
  cursor: 'Plain',
  font: 'Weir Sans 10',
  monospace: 'Loam Mono 10',
  wallpaper: 'plain',
  boot: 'text',
};
export const LARKSPUR_ROLES: Roles = {
  browser: 'Fathomline',
  mail: 'Pigeonhole',
  office: 'Ledgerman',
  editor: 'Slate Editor',
  terminal: 'Wickterm',
  files: 'Larder',
  video: 'Flickerlight',
  images: 'Looking Pane',
};
export const SERVICES = ['print-service', 'time-service'];
export const LARKSPUR: CommonSystem = {
  taken: '2026-11-18',
  refreshed: '2026-11-17',
  medium: 'installed',
  machine: 'virtual',
  memoryMiB: 4096,
  cores: 2,
  desktop: 'Porch',
  roles: LARKSPUR_ROLES,
  look: PLAIN,
  kernel: 'linux',
  init: 'ladder',
  loginManager: 'latchkey',
  fileSystem: 'ext4',
  swap: 'partition',
  locale: 'en_GB.UTF-8',
  services: SERVICES,
};
