/** Trees of files for images, and images of them made by the real tools. */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { ByteSource } from '../core/images/byteSource.ts';
import { FileTree, type FileSystem } from '../core/images/fileSystem.ts';
import { recogniseImage } from '../core/images/openers.ts';
import { createRandom } from '../sample/random.ts';
import type { Container } from './containers.ts';
import { builtSample } from './builtSample.ts';
import { randomRows, statusText } from './samples.ts';

/** Writes files below a folder; a text that begins with `→` is a link to what follows. */
export function writeTree(root: string, files: Readonly<Record<string, string | Uint8Array>>): void {
  for (const [path, contents] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    if (typeof contents === 'string' && contents.startsWith('→'))
      symlinkSync(contents.slice(1), join(root, path));
    else writeFileSync(join(root, path), contents);
  }
}

/** Files that are awkward to keep: empty, long, with holes, deep, many in a folder, with names and links of all kinds. */
export function awkwardFiles(): Record<string, string | Uint8Array> {
  const random = createRandom(3);
  const noise = Uint8Array.from({ length: 700_001 }, () => random.below(256));
  const holes = new Uint8Array(2_500_000);
  holes.set(noise.subarray(0, 5000), 1_300_000);
  const many = Array.from({ length: 700 }, (_, i) => [
    `many/file-${i}-${'n'.repeat(i % 60)}`,
    `file number ${i}\n`.repeat(1 + (i % 7)),
  ]);
  return {
    'etc/os-release': '→../usr/lib/os-release',
    'usr/lib/os-release': 'NAME=Kelpmoor\nID=kelpmoor\n',
    'etc/outside': '→/usr/lib',
    'etc/long': `→${'x/'.repeat(90)}end`,
    'etc/name with späces': 'ü',
    empty: '',
    'deep/a/b/c/d/e/f/g/h/i/j/k/file': 'deep\n',
    'big/noise': noise,
    'big/text': Array.from({ length: 90_000 }, (_, i) => `${i * 7}\n`).join(''),
    'big/holes': holes,
    'big/zeros': new Uint8Array(131_072),
    ...Object.fromEntries(many),
  };
}

/** Everything below a folder of this machine or in a file system: kind, target, or the sum of the contents, by path. */
export function listOf(files: Readonly<Record<string, string | Uint8Array>>): Map<string, string> {
  const list = new Map<string, string>();
  for (const [path, contents] of Object.entries(files)) {
    const parts = path.split('/');
    for (let i = 1; i < parts.length; i++) list.set(parts.slice(0, i).join('/'), 'folder');
    if (typeof contents === 'string' && contents.startsWith('→')) list.set(path, contents);
    else list.set(path, sumOf(Buffer.from(contents)));
  }
  return list;
}

const sumOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** The same of a file system; what cannot be read is told instead. */
export function listOfFileSystem(fileSystem: FileSystem): { list: Map<string, string>; faults: string[] } {
  const tree = new FileTree(fileSystem, 'image');
  const list = new Map<string, string>();
  for (const { path, node } of tree.walk()) {
    if (path === 'lost+found') continue;
    if (node.kind === 'folder') list.set(path, 'folder');
    else if (node.kind === 'link') list.set(path, `→${tree.linkAt(path)}`);
    else {
      const bytes = tree.attempt(() => fileSystem.open(node).read(0, node.size), path);
      list.set(path, bytes ? sumOf(bytes) : 'not read');
    }
  }
  return { list, faults: tree.issues.map(({ where, params }) => `${where}: ${JSON.stringify(params)}`) };
}

/** Opens the file system in an image, through the disks around it. */
export async function openFileSystem(source: ByteSource): Promise<FileSystem> {
  const image = recogniseImage(source);
  if (image?.kind === 'disk') return openFileSystem(await image.open());
  if (image?.kind === 'partitions') return openFileSystem((await image.open())[0].bytes);
  if (image?.kind !== 'files') throw new Error(`is ${image?.format ?? 'nothing'}`);
  return image.open();
}

/** Runs tools in a folder that goes when the work is done. */
export function withFolder<Result>(
  work: (at: (path: string) => string, run: (command: string, ...args: string[]) => void) => Result,
): Result {
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-images-'));
  try {
    return work(
      (path) => join(folder, path),
      (command, ...args) =>
        void execFileSync(command, args, {
          cwd: folder,
          stdio: ['ignore', 'pipe', 'pipe'],
          maxBuffer: 1 << 28,
        }),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The root of a small invented system with dpkg, whose packages have lists of files. */
export function smallRoot(count = 300): Record<string, string> {
  const rows = randomRows(createRandom(14), count);
  const lists = rows.map(({ name }) => [`var/lib/dpkg/info/${name}.list`, `/.\n/usr/share/doc/${name}\n`]);
  return {
    'etc/os-release': 'NAME=Tidewater\nID=tidewater\nVERSION_ID=7.1\nPRETTY_NAME="Tidewater 7.1"\n',
    'etc/apt/sources.list': 'deb https://pool.tidewater.example/ tide main\n',
    'etc/xdg/mimeapps.list': '[Default Applications]\ntext/html=shore.desktop\n',
    'var/lib/dpkg/status': `${statusText(rows)}\n`,
    ...Object.fromEntries(lists),
  };
}

/** The tools that make images of it. */
export const IMAGE_TOOLS = ['mksquashfs', 'mkfs.erofs', 'mkfs.ext4', 'xorriso', 'qemu-img'] as const;

/** Images of that system; some formats have sums over all that is read, and lists of files tell of packages that are missing. */
export function createImages(count = 300): Container[] {
  return withFolder((at, run) => {
    writeTree(at('root'), smallRoot(count));
    const read = (name: string) => new Uint8Array(readFileSync(at(name)));
    const quiet = ['-noappend', '-quiet', '-no-progress', '-no-exports', '-no-xattrs'];
    run('mksquashfs', 'root', 'gzip.squashfs', ...quiet, '-comp', 'gzip', '-b', '64K');
    run('mksquashfs', 'root', 'xz.squashfs', ...quiet, '-comp', 'xz');
    run('mksquashfs', 'root', 'lz4.squashfs', ...quiet, '-comp', 'lz4');
    run('mkfs.erofs', '-zlz4', 'lz4.erofs', 'root');
    writeFileSync(at('ext4.img'), new Uint8Array(3 << 20));
    run(
      'mkfs.ext4',
      '-q',
      '-F',
      '-b',
      '1024',
      '-N',
      '1024',
      '-O',
      '^has_journal,^resize_inode',
      '-d',
      'root',
      'ext4.img',
    );
    run('qemu-img', 'convert', '-c', '-O', 'qcow2', 'ext4.img', 'disk.qcow2');
    mkdirSync(at('medium/live'), { recursive: true });
    writeFileSync(at('medium/live/filesystem.squashfs'), read('xz.squashfs'));
    run('xorriso', '-as', 'mkisofs', '-quiet', '-R', '-V', 'TIDEWATER_71', '-o', 'live.iso', 'medium');
    const image = (name: string, isSummed = false) => ({
      name,
      bytes: read(name),
      isSummed,
      tellsLess: true,
    });
    return [
      image('gzip.squashfs', true),
      image('xz.squashfs', true),
      image('lz4.squashfs'),
      image('lz4.erofs'),
      image('ext4.img'),
      image('disk.qcow2'),
      image('live.iso'),
    ];
  });
}

/** A live image of a system of the sample, whose installer takes three packages away. Gives its path. */
export function createSampleImage(capture: string, folder: string): string {
  const image = join(folder, `${capture}-live.iso`);
  withFolder((at, run) => {
    mkdirSync(at('root'));
    run('tar', '-xzf', join(builtSample(), `captures/${capture}.tar.gz`), '-C', 'root');
    for (const path of ['proc', 'sys', 'run', 'aspen-capture'])
      rmSync(at(`root/${path}`), { recursive: true, force: true });
    const names = [
      ...readFileSync(at('root/var/lib/dpkg/status'), 'utf8').matchAll(/^Package: (\S+)$/gm),
    ].map(([, name]) => name);
    writeTree(at('medium'), {
      'boot/grub/grub.cfg':
        'menuentry "Try or install" {\n  linux /live/kernel quiet\n}\nmenuentry "Basic graphics" {\n  linux /live/kernel\n}\n',
      'live/filesystem.packages-remove': `${names.slice(-3).join('\n')}\n`,
    });
    run(
      'mksquashfs',
      'root',
      'medium/live/filesystem.squashfs',
      '-noappend',
      '-quiet',
      '-no-progress',
      '-comp',
      'zstd',
    );
    const made = ['-V', 'LIVE', '--modification-date=2026112110000000'];
    run('xorriso', '-as', 'mkisofs', '-quiet', '-R', ...made, '-o', image, 'medium');
  });
  return image;
}
