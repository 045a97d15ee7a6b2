/** Every file system and disk next to the tools that made them: name for name, link for link, byte for byte. */
import { readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { mkdtempSync, rmSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import {
  awkwardFiles,
  IMAGE_TOOLS,
  listOf,
  listOfFileSystem,
  openFileSystem,
  writeTree,
} from '../../testing/imageTrees.ts';
import { describeWith, runBytes } from '../../testing/tools.ts';
import { bytesSource } from './byteSource.ts';
import { loadBlockDecoder } from './blockDecoders.ts';
import { decodeLzoBlock } from './lzoBlock.ts';
import { FileTree } from './fileSystem.ts';
import { readPartitions } from './partitions.ts';
import { readImage } from './roots.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-fs-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const FILES = awkwardFiles();
const WANTED = listOf(FILES);
writeTree(join(folder, 'tree'), FILES);

const run = (command: string, ...args: string[]) =>
  void execFileSync(command, args, { cwd: folder, stdio: ['ignore', 'pipe', 'pipe'] });
const read = (name: string) => bytesSource(new Uint8Array(readFileSync(join(folder, name))));
const zeros = (name: string, bytes: number) => {
  writeFileSync(join(folder, name), '');
  truncateSync(join(folder, name), bytes);
};

/** Makes images one by one and holds what is read against the tree. */
async function holds(name: string, make: () => void, without: readonly string[] = []): Promise<string> {
  make();
  const fileSystem = await openFileSystem(read(name));
  const { list, faults } = listOfFileSystem(fileSystem);
  expect(faults, name).toEqual([]);
  const wanted = new Map([...WANTED].filter(([path]) => !without.includes(path)));
  for (const path of without) list.delete(path);
  expect([...list].sort(), name).toEqual([...wanted].sort());
  rmSync(join(folder, name));
  return fileSystem.format;
}

const SQUASHFS: readonly (readonly string[])[] = [
  ['-comp', 'gzip'],
  ['-comp', 'gzip', '-b', '4K'],
  ['-comp', 'xz', '-Xbcj', 'x86,arm', '-b', '1M'],
  ['-comp', 'zstd', '-no-fragments', '-noI', '-noD'],
  ['-comp', 'zstd', '-b', '64K'],
  ['-comp', 'lz4', '-Xhc', '-always-use-fragments'],
  ['-comp', 'lzo', '-b', '256K', '-no-exports'],
  ['-comp', 'gzip', '-noF', '-noX', '-no-duplicates'],
];
const EROFS: readonly (readonly string[])[] = [
  [],
  ['-Enoinline_data'],
  ['--chunksize=8192'],
  ['-zlz4'],
  ['-zlz4hc,9', '-C65536'],
  ['-zlz4', '-Elegacy-compress'],
  ['-zlz4hc', '-C16384', '-Eztailpacking'],
  ['-Eforce-inode-extended'],
];
const EXT: readonly (readonly [tool: string, ...args: string[]])[] = [
  ['mkfs.ext2', '-b', '1024'],
  ['mkfs.ext3'],
  ['mkfs.ext4'],
  ['mkfs.ext4', '-b', '1024', '-O', 'metadata_csum,64bit,dir_index,^resize_inode,meta_bg'],
  ['mkfs.ext4', '-O', '^metadata_csum,^64bit,bigalloc,^resize_inode'],
  ['mkfs.ext4', '-O', 'bigalloc,metadata_csum,^resize_inode', '-b', '1024', '-C', '16384'],
];

describeWith(IMAGE_TOOLS, 'a file system', () => {
  it.each(SQUASHFS.map((args) => [args.join(' '), args]))(
    'of squashfs (%s) is read as it was made',
    async (_, args) => {
      await holds('sq.img', () =>
        run('mksquashfs', 'tree', 'sq.img', '-noappend', '-quiet', '-no-progress', ...args),
      );
    },
  );
  it.each(EROFS.map((args) => [args.join(' '), args]))(
    'of erofs (%s) is read as it was made',
    async (_, args) => {
      await holds('er.img', () => run('mkfs.erofs', ...args, 'er.img', 'tree'));
    },
  );
  it.each(EXT.map(([tool, ...args]) => [`${tool} ${args.join(' ')}`, tool, args] as const))(
    'of %s is read as it was made',
    async (_, tool, args) => {
      const format = await holds('ext.img', () => {
        zeros('ext.img', 48 << 20);
        run(tool, '-q', '-F', ...args, '-d', 'tree', 'ext.img');
      });
      expect(format).toBe(tool.slice('mkfs.'.length));
    },
  );
  it('of ext4 with data in inodes is read as its own tool reads it', async () => {
    zeros('ext.img', 48 << 20);
    // What is only holes is given a wrong length by this tool: its own reader sees sixty bytes of it.
    run('mkfs.ext4', '-q', '-F', '-O', 'inline_data', '-I', '256', '-d', 'tree', 'ext.img');
    const fileSystem = await openFileSystem(read('ext.img'));
    const tree = new FileTree(fileSystem, 'image');
    for (const path of ['etc/name with späces', 'usr/lib/os-release', 'many/file-59-', 'big/text']) {
      const found = tree.expand(`${path}*`)[0];
      const own = runBytes('debugfs', ['-R', `cat "/${found}"`, join(folder, 'ext.img')]);
      const ours = Buffer.from(tree.bytes(found, 1 << 26)!);
      // It prints all that is set aside in an inode, also behind the file's end.
      expect(ours.equals(Buffer.from(own.subarray(0, ours.length))), found).toBe(true);
    }
    expect(tree.linkAt('etc/long')).toBe(`${'x/'.repeat(90)}end`);
  });
  it.each([['-R'], ['-J', '-joliet-long']])('of a disc (%s) is read as it was made', async (...args) => {
    const links =
      args[0] === '-R' ? [] : [...WANTED].filter(([, is]) => is.startsWith('→')).map(([path]) => path);
    // Without Rock Ridge a disc has no links: its tool leaves them out or puts nothing there.
    await holds(
      'disc.iso',
      () => run('xorriso', '-as', 'mkisofs', '-quiet', ...args, '-o', 'disc.iso', 'tree'),
      links,
    );
  });
  it.each([
    'qcow2',
    'vdi',
    'vmdk',
    'qcow2 -c',
    'qcow2 -c -o compression_type=zstd',
    'vmdk -o subformat=streamOptimized',
  ])('on a disk of %s is read as it was made', async (form) => {
    zeros('disk.raw', 48 << 20);
    run('mkfs.ext4', '-q', '-F', '-d', 'tree', 'disk.raw');
    await holds('disk', () =>
      run('qemu-img', 'convert', '-f', 'raw', '-O', ...form.split(' '), 'disk.raw', 'disk'),
    );
  });
});

describeWith(['mkfs.fat', 'mcopy', 'xorriso'], 'what boots', () => {
  it.each([12, 16, 32])('in FAT%i has its files under their long names', async (bits) => {
    zeros('fat.img', bits === 12 ? 3 << 20 : bits === 16 ? 20 << 20 : 64 << 20);
    run('mkfs.fat', '-F', String(bits), 'fat.img');
    run('mcopy', '-s', '-i', 'fat.img', 'tree/usr', ...(bits > 12 ? ['tree/big'] : []), '::/');
    const { list, faults } = listOfFileSystem(await openFileSystem(read('fat.img')));
    expect(faults).toEqual([]);
    for (const path of ['usr/lib/os-release', ...(bits > 12 ? ['big/noise', 'big/text', 'big/zeros'] : [])])
      expect(list.get(path), path).toBe(WANTED.get(path));
  });
  it('on a hybrid image is found by both tables', () => {
    zeros('efi.img', 2 << 20);
    run('mkfs.fat', 'efi.img');
    for (const table of [[], ['-appended_part_as_gpt']]) {
      run(
        'xorriso',
        '-as',
        'mkisofs',
        '-quiet',
        '-R',
        '-append_partition',
        '2',
        '0xef',
        'efi.img',
        ...table,
        '-o',
        'hybrid.iso',
        'tree',
      );
      const partitions = readPartitions(read('hybrid.iso'));
      expect(
        partitions.map(({ number }) => number),
        table.join(),
      ).toContain(2);
      expect(partitions.find(({ number }) => number === 2)!.bytes.size).toBe(2 << 20);
    }
  });
});

describeWith(['mksquashfs'], 'a tree', () => {
  it('keeps its links within its root, however they lead', async () => {
    const files = {
      'etc/os-release': '→../../../../usr/lib/os-release',
      'usr/lib/os-release': 'NAME=Kelpmoor\n',
      'usr/here': '→/etc/../etc/os-release',
      loop: '→other',
      other: '→loop',
      nowhere: '→/not/there',
      'through/folder': '→/usr',
    };
    writeTree(join(folder, 'links'), files);
    run('mksquashfs', 'links', 'links.img', '-noappend', '-quiet', '-no-progress');
    const tree = new FileTree(await openFileSystem(read('links.img')), 'image');
    const text = (path: string) => new TextDecoder().decode(tree.bytes(path, 100) ?? new Uint8Array());
    expect([text('etc/os-release'), text('usr/here'), text('through/folder/lib/os-release')]).toEqual(
      Array(3).fill('NAME=Kelpmoor\n'),
    );
    expect([tree.find('loop'), tree.find('nowhere'), tree.find('etc/os-release/below')]).toEqual([
      null,
      null,
      null,
    ]);
    expect(tree.resolve('through/folder/lib')).toBe('usr/lib');
    expect(tree.expand('etc/*')).toEqual(['etc/os-release']);
    expect(tree.expand('[lo]*')).toEqual(['loop', 'other']);
    expect(tree.issues).toEqual([]);
  });
});

describeWith(['genisoimage'], 'a disc with the tables of UDF beside its own', () => {
  it('is read as it was made; one that has nothing but them is named', async () => {
    const make = () => run('genisoimage', '-quiet', '-R', '-D', '-udf', '-o', 'bridge.iso', 'tree');
    await holds('bridge.iso', make);
    make();
    const bytes = new Uint8Array(readFileSync(join(folder, 'bridge.iso')));
    const issuesOf = async () => (await readImage(bytesSource(bytes), 'bridge.iso')).issues;
    expect(await issuesOf()).toMatchObject([{ code: 'image.notRead', params: { part: 'UDF' } }]);
    bytes.fill(0, 32_768, 32_768 + 2048);
    bytes.set(new TextEncoder().encode('BEA01'), 32_769);
    expect(await issuesOf()).toMatchObject([{ code: 'image.notRead', params: { part: 'UDF' } }]);
  });
});

describe('a block of lzo', () => {
  it.each([
    [[], /within an instruction/],
    [[18, 65], /within an instruction/],
    [[0, 0, 0], /within an instruction/],
    [[22, 1, 2, 3, 4], /more than it holds/],
    [[18, 65, 32, 5, 255, 255, 17, 0, 0], /before the beginning/],
    [[18, 65, 17, 0, 0, 9], /behind its end/],
  ])('%j is damaged', (block, reason) =>
    expect(() => decodeLzoBlock(Uint8Array.from(block), new Uint8Array(40))).toThrow(reason),
  );
});

describeWith(['xz'], 'a block of lzma as erofs has it', () => {
  it.each([0, 1, 300, 70_000])('with %d bytes is read as its encoder was given it', async (count) => {
    const text = Buffer.from(Array.from({ length: count }, (_, i) => `${(i * 7919) % 251} `).join(''));
    const raw = runBytes('xz', ['--format=raw', '--lzma1=lc=3,lp=0,pb=2', '--stdout'], text);
    const block = Uint8Array.from([~(3 + 9 * (0 + 5 * 2)) & 255, ...raw.subarray(1)]);
    const decode = await loadBlockDecoder('microLzma');
    if (count > 0) expect(Buffer.from(decode(block, text.length)).equals(text)).toBe(true);
    expect(() => decode(block.subarray(0, 4), text.length + 9)).toThrow(/compressed block/);
  });
});
