/** Ordinary words of the trade that a general dictionary may not have: no part of a name by themselves. */
export const TRADE_WORDS: readonly string[] = `
kernel kernels browser browsers desktop desktops installer installers repository repositories archive archives package packages mirror mirrors taskbar panel panels wallpaper wallpapers icon icons cursor
terminal login logout reboot reboots boot boots bootloader splash snapshot snapshots rollback swap partition partitions filesystem file-system encryption firmware driver drivers bluetooth wi-fi wifi webcam scanner printer
touchpad fingerprint hibernate suspend resume daemon daemons firewall server servers upstream downstream backport backports codec codecs toolkit toolkits widget widgets font fonts monospace theme themes themed layout layouts
tray applet applets clock menu launcher dock shortcut shortcuts hotkey gui cli command-line plug-in add-ons init scheduler preemption preempt latency low-latency realtime hardened generic flavour flavor edition editions spin spins release releases
iso image images checksum signature keyring keyrings changelog wiki forum handbook manual documentation faq irc chat hotline mailing tracker sandboxed bundle bundles portable recipe recipes  root admin administrator locale
input offline online live install installed installs installing installable preinstalled upgrade upgrades upgraded update updates updated rolling interim long-term cadence eol default defaults config configuration
megs gigs mib gib gb mb ghz hz uptime idle cpu ram ssd hdd usb dvd vm virtual hardware laptop notebook netbook desktop-environment window-manager greeter screenshot screensaver emoji emojis unicode
software processor processors cores graphics audio video videos unpack unpacking archiver spreadsheet spreadsheets wallpapers backdrop taskbars titlebars switcher threshold touchpads backlight hotkeys
uname pid btrfs ext4 xfs zfs f2fs efi uefi bios gpt luks lvm raid tmpfs   vpn proxy ssh ftp http https url html pdf pdfs zip png svg
unattended automatically automatic scrollbar titlebar tooltip checkbox dropdown popup popups notification notifications workspace workspaces compositing compositor animation animations transparency shadows wobble blur
backup backups restore undo donate donation telemetry metadata metapackage dependency dependencies compile compiled rebuild rebuilt fork forked forks derivative derivatives distribution distributions open-source
crash crashes crashed freeze freezes froze frozen hang hangs hung segfault segfaults stutter flicker flickers glitch glitches lag lags laggy sluggish snappy crawl crawls vanish vanished
vendor maintainer maintainers developer developers volunteer volunteers hobbyists newcomers beginners sponsor sponsored kindergartens sysadmin newbie newbies
amd64 arm64 armhf aarch64 i386 x86_64 x86-64 64-bit 32-bit riscv deb debs rpm rpms alpm
subvolume subvolumes autostart autostarts untested unchecked undocumented unspecified unread unset unused untouched unchanged unmodified uninstalled disabled enabled
planner messenger archiver editor viewer player picker switcher chooser selector emulator jukebox calculator calendar recorder notepad
 toolkit's prompt    dialog wizard dashboard sidebar homepage website codename code-name onboarding
minimise minimize maximise maximize kb mbit newsgroup helpdesk
`
  .trim()
  .split(/\s+/);
