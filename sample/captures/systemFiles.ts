/** The configuration of an invented system, as the files of its open formats. */
import { formatKeyFile, type KeyGroup } from '../../core/formats/keyFile.ts';
import { formatAptSourcesList } from '../../core/formats/aptSources.ts';
import { formatOsRelease } from '../../core/formats/osRelease.ts';
import type { SampleSystem } from '../scenario/systems.ts';
import { APPLICATIONS, DESKTOPS, KERNELS } from '../world/named.ts';
import type { Repository } from '../world/repository.ts';
import type { Files } from './packageDatabase.ts';

/** The name of the key ring by which a repository's signatures are checked. */
export const keyRing = (repository: Repository) =>
  `${repository.owner.toLowerCase().replaceAll(' ', '-')}-archive`;
const token = (title: string) => title.toLowerCase().replaceAll(' ', '-');

const keyFile = (groups: Readonly<Record<string, KeyGroup>>) => formatKeyFile(Object.entries(groups));

/** Everything but the package database and the kernel. */
export function systemFiles(system: SampleSystem, repositories: readonly Repository[]): Files {
  return {
    'etc/os-release': formatOsRelease(system.identification),
    ...repositoryFiles(repositories),
    ...desktopFiles(system),
    ...applicationFiles(system),
    ...guideFiles(system),
    ...lookFiles(system),
    ...baseFiles(system),
  };
}

function repositoryFiles(repositories: readonly Repository[]): Files {
  switch (repositories[0].family) {
    case 'deb':
      return aptFiles(repositories);
    case 'alpm':
      return pacmanFiles(repositories);
    case 'rpm':
      return yumFiles(repositories);
  }
}

/** sources.list(5): one file for the project's own sources, the usual one for those of its base. */
function aptFiles(repositories: readonly Repository[]): Files {
  const files: Files = {};
  for (const repository of repositories) {
    const { role, owner, place, suite, components } = repository;
    const path = role === 'own' ? `etc/apt/sources.list.d/${token(owner)}.list` : 'etc/apt/sources.list';
    const source = {
      type: 'deb',
      uri: `https://${place}`,
      suite,
      components,
      enabled: true,
      options: { 'signed-by': `/usr/share/keyrings/${keyRing(repository)}.gpg` },
      line: 0,
    } as const;
    files[path] = (files[path] ?? '') + formatAptSourcesList([source]);
  }
  return files;
}

/** pacman.conf(5), with a mirror list for the first project. */
function pacmanFiles(repositories: readonly Repository[]): Files {
  const [{ place: first }] = repositories.filter(({ role }) => role === 'base');
  const sections = repositories.map(({ suite, place }) => {
    const server =
      place === first ? 'Include = /etc/pacman.d/mirrorlist' : `Server = https://${place}/$repo/os/$arch`;
    return `[${suite}]\n${server}\n`;
  });
  const options = '[options]\nArchitecture = auto\nSigLevel = Required DatabaseOptional\nHoldPkg = pacman\n';
  return {
    'etc/pacman.conf': [options, ...sections].join('\n'),
    'etc/pacman.d/mirrorlist': `# ${first}\nServer = https://${first}/$repo/os/$arch\nServer = https://mirror.coast.invalid/${first}/$repo/os/$arch\n`,
  };
}

/** dnf.conf(5), section "repo options". */
function yumFiles(repositories: readonly Repository[]): Files {
  const files: Files = {};
  for (const repository of repositories) {
    const { suite, owner, of, place, role } = repository;
    files[`etc/yum.repos.d/${suite}.repo`] = keyFile({
      [suite]: {
        name: `${of}${role === 'updates' ? ' updates' : ''}`,
        baseurl: `https://${place}/`,
        enabled: '1',
        gpgcheck: '1',
        gpgkey: `file:///etc/pki/rpm-gpg/${token(owner)}`,
      },
    });
  }
  return files;
}

/** The session that a login screen offers. */
function desktopFiles({ desktop, loginManager }: SampleSystem): Files {
  if (!desktop) return {};
  const { command, server } = DESKTOPS[desktop];
  const folder = server === 'wayland' ? 'wayland-sessions' : 'xsessions';
  return {
    [`usr/share/${folder}/${token(desktop)}.desktop`]: keyFile({
      'Desktop Entry': { Type: 'Application', Name: desktop, Exec: command, DesktopNames: desktop },
    }),
    ...(loginManager && { 'etc/X11/default-display-manager': `/usr/sbin/${loginManager}\n` }),
  };
}

/** Menu entries of the applications, and the list that says which opens what (Association between MIME types and applications 1.0). */
function applicationFiles({ roles }: SampleSystem): Files {
  const files: Files = {};
  const defaults: Record<string, string> = {};
  for (const title of Object.values(roles)) {
    if (!title) continue;
    const { name, categories, mimeTypes } = APPLICATIONS.get(title)!;
    files[`usr/share/applications/${name}.desktop`] = keyFile({
      'Desktop Entry': {
        Type: 'Application',
        Name: title,
        Exec: `${name} %U`,
        Icon: name,
        Categories: categories,
        ...(mimeTypes.length && { MimeType: `${mimeTypes.join(';')};` }),
      },
    });
    for (const type of mimeTypes) defaults[type] ??= `${name}.desktop`;
  }
  if (Object.keys(defaults).length > 0)
    files['etc/xdg/mimeapps.list'] = keyFile({ 'Default Applications': defaults });
  return files;
}

/** When an autostart entry takes effect, by how the guide opens; none where it always does. */
const CONDITIONS: Readonly<Record<string, (name: string) => string>> = {
  'first login only': (name) => `unless-exists ${name}/done`,
  'live image only': () => 'if-exists live-session',
};

/** The guide's menu entry with its actions, and how it opens (Desktop Application Autostart Specification 0.5). */
function guideFiles({ guide }: SampleSystem): Files {
  if (!guide) return {};
  const actions = guide.actions ?? [];
  const names = actions.map(token);
  const entry = {
    Type: 'Application',
    Name: guide.title,
    Exec: guide.package,
    Categories: 'System;Settings;',
    ...(names.length && { Actions: `${names.join(';')};` }),
  };
  const groups = actions.map((action, i) => [
    `Desktop Action ${names[i]}`,
    { Name: action, Exec: `${guide.package} --open ${names[i]}` },
  ]);
  const condition = CONDITIONS[guide.opens]?.(guide.package);
  return {
    [`usr/share/applications/${guide.package}.desktop`]: keyFile({
      'Desktop Entry': entry,
      ...Object.fromEntries(groups),
    }),
    ...(guide.opens !== 'never' && {
      [`etc/xdg/autostart/${guide.package}.desktop`]: keyFile({
        'Desktop Entry': {
          Type: 'Application',
          Name: guide.title,
          Exec: guide.package,
          ...(condition && { AutostartCondition: condition }),
        },
      }),
    }),
  };
}

/** Toolkit settings, the icon theme, the overrides of the settings store, and the boot theme. */
function lookFiles({ look }: SampleSystem): Files {
  if (!look) return {};
  const settings = {
    'gtk-icon-theme-name': look.icons,
    'gtk-theme-name': look.widgets,
    'gtk-cursor-theme-name': look.cursor,
    'gtk-font-name': look.font,
    'gtk-application-prefer-dark-theme': look.dark ? '1' : '0',
  };
  return {
    'etc/gtk-3.0/settings.ini': keyFile({ Settings: settings }),
    [`usr/share/icons/${look.icons}/index.theme`]: keyFile({
      'Icon Theme': { Name: look.icons, Comment: 'icons', Inherits: 'hicolor', Directories: '48x48/apps' },
    }),
    'usr/share/glib-2.0/schemas/50_defaults.gschema.override': keyFile({
      'org.gnome.desktop.interface': {
        'monospace-font-name': `'${look.monospace}'`,
        'color-scheme': look.dark ? `'prefer-dark'` : `'default'`,
      },
      ...(look.wallpaper && {
        'org.gnome.desktop.background': {
          'picture-uri': `'file:///usr/share/backgrounds/${look.wallpaper}.jpg'`,
        },
      }),
    }),
    'etc/plymouth/plymouthd.conf': keyFile({ Daemon: { Theme: look.boot } }),
  };
}

const SWAP_LINES: Readonly<Record<string, string>> = {
  partition: 'UUID=0000-SWAP none swap sw 0 0\n',
  file: '/swapfile none swap sw 0 0\n',
};

function baseFiles(system: SampleSystem): Files {
  const { locale, services, inputMethods = [], swap, fileSystem, medium } = system;
  const root =
    medium === 'live' ? 'overlay / overlay rw 0 0\n' : `UUID=0000-ROOT / ${fileSystem} defaults 0 1\n`;
  return {
    'etc/locale.conf': `LANG=${locale}\n`,
    'etc/fstab': root + (SWAP_LINES[swap] ?? ''),
    'usr/lib/systemd/system-preset/90-default.preset': `${services.map((name) => `enable ${name}.service\n`).join('')}disable *\n`,
    ...(swap === 'compressed memory' && {
      'etc/systemd/zram-generator.conf': keyFile({ zram0: { 'zram-size': 'ram / 2' } }),
    }),
    ...(inputMethods.length && {
      'etc/environment': `GTK_IM_MODULE=${inputMethods[0]}\nQT_IM_MODULE=${inputMethods.at(-1)}\n`,
    }),
  };
}

/** What the running kernel says, its build configuration, and the machine (proc(5)). */
export function kernelFiles(system: SampleSystem, release: string, usedMiB: number): Files {
  const { scheduler } = KERNELS.find(({ name }) => name === system.kernel)!;
  const [preemption, hertz] = scheduler.split(', ');
  const kib = (mib: number) => `${String(Math.round(mib * 1024)).padStart(10)} kB`;
  const { memoryMiB, cores, machine, medium } = system;
  const processor = (id: number) =>
    `processor\t: ${id}\nmodel name\t: Generic x86-64\nflags\t\t: fpu sse2 avx2${machine === 'virtual' ? ' hypervisor' : ''}\n\n`;
  return {
    'proc/sys/kernel/osrelease': `${release}\n`,
    'proc/cmdline': `BOOT_IMAGE=/boot/vmlinuz-${release} ${medium === 'live' ? 'boot=live quiet' : 'root=UUID=0000-ROOT ro quiet'}\n`,
    'proc/meminfo': `MemTotal:  ${kib(memoryMiB)}\nMemAvailable:${kib(memoryMiB - usedMiB)}\nSwapTotal: ${kib(0)}\n`,
    'proc/cpuinfo': Array.from({ length: cores }, (_, id) => processor(id)).join(''),
    'proc/uptime': '412.40 790.11\n',
    [`boot/config-${release}`]: [
      `CONFIG_PREEMPT${preemption.startsWith('full') ? '' : '_VOLUNTARY'}=y`,
      `CONFIG_HZ=${Number.parseInt(hertz, 10)}`,
      'CONFIG_MODULES=y',
      '',
    ].join('\n'),
    ...(machine === 'virtual' && { 'sys/hypervisor/type': 'virtual\n' }),
  };
}
