// The Debian packages that tests hold the program against; installed when missing and allowed.
import { spawnSync } from 'node:child_process';

/**
 * Commands and the Debian package of each; a `probe` where the command alone does not tell. Without Chromium there
 * are no browser tests, so it is required.
 */
const TOOLS = [
  { command: 'chromium', package: 'chromium', required: true },
  { command: 'grep-dctrl', package: 'dctrl-tools' },
  { command: 'pacman', package: 'pacman-package-manager' },
  { command: 'vercmp', package: 'makepkg' },
  { command: 'rpm', package: 'rpm' },
  {
    command: 'createrepo_c for Python',
    package: 'python3-createrepo-c',
    probe: '/usr/bin/python3 -c "import createrepo_c"',
  },
  { command: 'xorriso', package: 'xorriso' },
  { command: 'mksquashfs', package: 'squashfs-tools' },
  { command: 'mkfs.erofs', package: 'erofs-utils' },
  { command: 'debugfs', package: 'e2fsprogs' },
  { command: 'mkfs.fat', package: 'dosfstools' },
  { command: 'mcopy', package: 'mtools' },
  { command: 'qemu-img', package: 'qemu-utils' },
  { command: 'umoci', package: 'umoci' },
  { command: 'skopeo', package: 'skopeo' },
  { command: 'busybox', package: 'busybox' },
  { command: 'debootstrap', package: 'debootstrap' },
  { command: 'bsdtar', package: 'libarchive-tools' },
  { command: 'gpgv', package: 'gpgv' },
  { command: 'gpg', package: 'gpg' },
  { command: 'dot', package: 'graphviz' },
  { command: 'createrepo_c', package: 'createrepo-c' },
  { command: 'xz', package: 'xz-utils' },
  { command: 'zstd', package: 'zstd' },
  { command: 'lz4', package: 'lz4' },
];

const succeeds = (line) => spawnSync('sh', ['-c', line]).status === 0;
const has = (command) => succeeds(`command -v ${command}`);
const missing = () => TOOLS.filter(({ command, probe }) => !(probe ? succeeds(probe) : has(command)));
const hasIndex = () => succeeds('ls /var/lib/apt/lists/*_Packages* 2>/dev/null | grep -q .');

/** Installs what is missing when this is a Debian system and we are root; else says what to install. */
export function ensureTools() {
  const absent = missing();
  const canInstall = process.getuid?.() === 0 && has('apt-get');
  if (canInstall && (absent.length > 0 || !hasIndex())) {
    const names = absent.map((tool) => tool.package);
    console.log(`Refreshing the package index${names.length ? ` and installing ${names.join(', ')}` : ''} …`);
    const apt = (...args) =>
      spawnSync('apt-get', args, {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      });
    apt('update', '-qq');
    if (names.length) apt('install', '-y', '-qq', '--no-install-recommends', ...names);
  }
  const left = missing();
  if (left.length === 0) return;
  const line = `apt-get install ${left.map((tool) => tool.package).join(' ')}`;
  console.log(`MISSING: ${left.map(({ command }) => command).join(', ')}. Install with: ${line}`);
  if (left.some(({ required }) => required)) process.exit(1);
}
