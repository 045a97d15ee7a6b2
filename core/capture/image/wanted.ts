/**
 * What is taken of a system, by the collector, from a folder and from an image: one table. The collector's copy of it is made
 * from this one by “npm run schema”.
 */

/**
 * How a file is taken. `plain`: only credentials are taken out; `text`: also what names machines and people; `names`: only
 * that it is there; `seen`: of a folder only its time; the others have a cleaning of their own.
 */
export type Taking =
  'plain' | 'text' | 'names' | 'seen' | 'cmdline' | 'uptime' | 'cpuinfo' | 'mounts' | 'environment';

/** A line of the table: how, and which paths below the root, as a shell's pattern. */
export interface Wanted {
  readonly how: Taking;
  readonly pattern: string;
}

const TABLE = `
plain etc/os-release
plain usr/lib/os-release
plain etc/lsb-release
plain etc/apt/sources.list
plain etc/apt/sources.list.d/*.list
plain etc/apt/sources.list.d/*.sources
plain etc/apt/preferences
plain etc/apt/preferences.d/*
plain etc/pacman.conf
plain etc/pacman.d/*
plain etc/yum.repos.d/*.repo
plain etc/zypp/repos.d/*.repo
plain etc/dnf/dnf.conf
names usr/share/keyrings/*
names etc/apt/trusted.gpg.d/*
names etc/apt/keyrings/*
names etc/pki/rpm-gpg/*
names usr/share/pacman/keyrings/*
names boot/vmlinuz*
names usr/lib/modules/*
names etc/sudoers.d
names usr/share/polkit-1/rules.d/*
names usr/bin/sudo
names usr/bin/doas
names usr/bin/pkexec
plain proc/sys/kernel/osrelease
cmdline proc/cmdline
plain boot/config-*
plain proc/meminfo
uptime proc/uptime
cpuinfo proc/cpuinfo
mounts etc/fstab
mounts proc/mounts
text etc/modprobe.d/*.conf
text etc/modules-load.d/*.conf
text usr/share/xsessions/*.desktop
text usr/share/wayland-sessions/*.desktop
text usr/share/applications/*.desktop
text usr/share/applications/mimeapps.list
text usr/share/applications/*-mimeapps.list
text etc/xdg/mimeapps.list
text etc/xdg/*-mimeapps.list
text etc/xdg/autostart/*.desktop
text usr/share/gnome/autostart/*.desktop
text etc/xdg/menus/*.menu
text usr/share/glib-2.0/schemas/*.gschema.override
text etc/dconf/db/*.d/*
text etc/dconf/profile/*
text etc/gtk-2.0/gtkrc
text etc/gtk-3.0/settings.ini
text etc/gtk-4.0/settings.ini
text etc/xdg/kdeglobals
text etc/xdg/Trolltech.conf
text usr/share/icons/*/index.theme
text etc/fonts/local.conf
text etc/plymouth/plymouthd.conf
text usr/share/plymouth/plymouthd.defaults
text etc/X11/default-display-manager
text etc/skel/.config/gtk-3.0/settings.ini
text etc/skel/.config/gtk-4.0/settings.ini
text etc/skel/.config/mimeapps.list
text etc/skel/.config/autostart/*.desktop
names etc/skel/.[a-zA-Z]*
names etc/skel/.config/*
names etc/flatpak/remotes.d/*
names usr/share/flatpak/remotes.d/*
names usr/bin/flatpak
names usr/bin/snap
text etc/locale.conf
text etc/default/locale
text etc/default/keyboard
text etc/vconsole.conf
environment etc/environment
text usr/lib/systemd/system-preset/*.preset
text etc/systemd/system-preset/*.preset
text etc/systemd/zram-generator.conf
text usr/lib/systemd/zram-generator.conf
names sys/hypervisor/type
seen var/lib/apt/lists
seen var/lib/pacman/sync
seen var/cache/dnf
seen var/cache/libdnf5
seen run/live/medium
seen run/archiso
seen run/initramfs/live
`;

/** What is taken, in order. */
export const WANTED: readonly Wanted[] = TABLE.trim()
  .split('\n')
  .map((line) => {
    const [how, pattern] = line.split(' ');
    return { how: how as Taking, pattern };
  });

/** Symbolic links whose target says something. */
export const WANTED_LINKS: readonly string[] = `
sbin/init
usr/sbin/init
etc/systemd/system/display-manager.service
etc/systemd/system/default.target
etc/systemd/system/multi-user.target.wants/*
etc/systemd/system/graphical.target.wants/*
usr/share/icons/default
`
  .trim()
  .split('\n');

/** Fields of a dpkg database that are read. */
export const DPKG_FIELDS =
  'Package|Status|Source|Version|Architecture|Maintainer|Section|Priority|Provides|Depends|Multi-Arch|Essential|Installed-Size|Auto-Installed|Origin';

/** Fields of an alpm database that are read. */
export const ALPM_FIELDS =
  'NAME|VERSION|BASE|DESC|ARCH|BUILDDATE|INSTALLDATE|PACKAGER|SIZE|REASON|VALIDATION|DEPENDS|PROVIDES|REPLACES|CONFLICTS';

/** Tags of an rpm database that are read. */
export const RPM_TAGS = [
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

/** The collector with its tables as they stand here. */
export function withTables(script: string): string {
  const put = (text: string, name: string, lines: readonly string[]) =>
    text.replace(
      new RegExp(`(\\n${name}\\(\\) \\{\\n  cat <<'TEXT'\\n)[\\s\\S]*?(TEXT\\n)`),
      (_, head, end) => `${head}${lines.join('\n')}\n${end}`,
    );
  const tables = put(
    put(
      script,
      'wanted',
      WANTED.map(({ how, pattern }) => `${how} ${pattern}`),
    ),
    'links',
    WANTED_LINKS,
  );
  return tables
    .replace(/^FIELDS='[^']*'$/m, `FIELDS='${DPKG_FIELDS}'`)
    .replace(/(keep = \$0 ~ \/\^%\()[A-Z|]+(\)%)/, (_, head, end) => `${head}${ALPM_FIELDS}${end}`)
    .replace(/^( *tags=)'[A-Z ]+'$/m, (_, head) => `${head}'${RPM_TAGS.join(' ')}'`);
}
